export { computeAfterPass, type AfterPass } from './afterPass.ts'
export {
  computeRecordedRate,
  endOfApplication,
  labelKey,
  passOfRecord,
  readAmended,
  worstRate,
  type Amendment,
  type RecordedApplication,
} from './record.ts'
export { computeDeviations, type Deviation, type PassFigures } from './deviation.ts'
export { causeCodes, diagnose, rateIn, yearsOfOneGroup, type Cause, type FailedPass } from './diagnosis.ts'
export {
  checkRating,
  computeControl,
  computeCover,
  judgeRating,
  type Control,
  type Estimate,
  type GridCount,
  type Rating,
  type Verdict,
} from './rating.ts'
export { gatherFailedPass, type AroundPass, type PassWrittenDown } from './failedPass.ts'
export { computeWateringIn, type WaterDay, type WateringIn } from './watering.ts'
export { computeYearSummary, type RecordInYear, type YearSummary } from './yearSummary.ts'
export { computeLedgerEvents, type LedgerEvent, type PassDown } from './events.ts'
