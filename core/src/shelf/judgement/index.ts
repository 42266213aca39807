export type {
  Application,
  Circumstances,
  JudgedGround,
  Judgement,
  Neighbour,
  Objection,
  OutlookDay,
  Restriction,
  ShelfSituation,
  TurfCheck,
} from './application.ts'
export { situationOf, usualSituation } from './application.ts'
export { factsAmong, groundFacts, seenDays, type GroundFacts, type KnownOfGround } from './ground.ts'
export { judgeApplication, rules as judgementRules } from './judge.ts'
export { airBand } from './rules/heat.ts'
export { lawOn } from './rules/place.ts'
export { timesOver, worstOn } from './worstGround.ts'
