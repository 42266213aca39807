export {
  computeClock,
  daysFromSpan,
  daysUntil,
  plantPhases,
  spanLength,
  type DaySpan,
  type PlantClock,
  type PlantPhase,
  type Situation,
} from './clock.ts'
export { computeCover, mostGridPoints, type MeasuredCover } from './cover.ts'
export { drillPlants, makeDrillCard, type DrillCard } from './drill.ts'
export { checkSighting, plantStages, stagesOf, type Amount, type PlantStage, type Sighting } from './find.ts'
export {
  computeKey,
  computePosterior,
  computeSeparators,
  keyDefaults,
  type Candidate,
  type KeyAnswers,
  type KeyOptions,
  type KeyResult,
  type OddAnswer,
  type Question,
  type Separator,
} from './key.ts'
export { createKey, type KeyMatrix } from './matrix.ts'
export { areNear, misreadShare, misreadingOf } from './misreading.ts'
export { findByName, soughtNames, type NameMatch } from './names.ts'
export {
  baseBetween,
  baseDoubtK,
  hasPublishedBase,
  belts,
  lifeCycles,
  plantGroups,
  type Belt,
  type Character,
  type Emergence,
  type LifeCycle,
  type Plant,
  type PlantGroup,
  type PlantMonths,
} from './plant.ts'
export { computeHeadChance, computePrior, priorParts, priorWeights, type KeyContext } from './prior.ts'
export { parseScore, separates, statesOf, type Score } from './score.ts'
export { computeShare } from './shareWorking.ts'
export { acts, cleanUpDays, verdictTurf, type Act, type RankedAct, type VerdictRequest } from './actRules.ts'
export {
  parseVerdictThresholds,
  verdictThresholds,
  type ThresholdName,
  type Thresholds,
  type VerdictThreshold,
} from './thresholds.ts'
export { computeVerdict, type BarrierMark, type Verdict } from './verdict.ts'
