export { halfAt, planHolds } from './half.ts'
export {
  createSeasonAnswers,
  type SearchSeason,
  type SeasonAnswer,
  type SeasonHeld,
  type SeasonQuestion,
} from './answer.ts'
export { targetClasses, type BarrierActive, type SeedlingKill, type TargetClass } from './barrier/active.ts'
export type { LabelledLength } from './barrier/labelLength.ts'
export { computeControlLength, type GroundDays } from './barrier/controlLength.ts'
export type { Target } from './barrier/escape.ts'
export { createLossPace, lossPace, q10Range, usualLoss, type LossRule } from './barrier/loss.ts'
export { targetOf } from './barrier/target.ts'
export { computeField, type FieldRequest, type SeasonField, type SeasonWeed } from './field/field.ts'
export { fieldFrom } from './field/span.ts'
export { barrierLabels, buildPlanContext, stoppableWeeds, targetsOf, type PlanFacts } from './context.ts'
export {
  nextOfPlan,
  nextProposed,
  proposedEvents,
  recommendedOf,
  type NextAnswer,
  type NextApplication,
  type NextFacts,
} from './next.ts'
export type { Judgement, PlaceJudgement, WeedJudgement } from './judge/judgement.ts'
export type { Reason } from './judge/reason.ts'
export {
  optimiseProgramme,
  searchAll,
  searchField,
  type OptimiseRequest,
  type Optimum,
} from './optimise/optimise.ts'
export { checkProgramme, passesOfPlan } from './programme/check.ts'
export { computeEvents, type PlanEvent } from './programme/events.ts'
export {
  noWishes,
  productsOf,
  type FertiliserPass,
  type PassProduct,
  type PassTime,
  type PlanContext,
  type PlanLabel,
  type PlanPlace,
  type PlanZone,
  type Programme,
  type ProgrammePass,
  type SeasonWishes,
  type SeedingWish,
} from './programme/programme.ts'
export { resistanceYears, type GroupUse } from './programme/resistance.ts'
export { computeWatering, waterAfterDays, type WateringPlan } from './programme/watering.ts'
export { rangeOfLabel, writtenRate } from './programme/labelRange.ts'
export type { SchoolChoice } from './schools/schoolProgramme.ts'
export {
  compareSchools,
  judgeProgramme,
  judgeSchool,
  thinSeason,
  weedsToStop,
  type JudgedProgramme,
  type PassDay,
  type SchoolRow,
  type Season,
} from './season.ts'
export { partnerActives, preEmergentActives, type PartnerActive } from './programme/partner.ts'
