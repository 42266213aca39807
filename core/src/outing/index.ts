export { believable, checkConditions } from './conditions.ts'
export { computeDeltaT, computeWetBulb } from './air.ts'
export {
  shutCodes,
  type HourAhead,
  type JudgedHour,
  type Limit,
  type LimitBy,
  type Shut,
  type ShutCode,
} from './hour.ts'
export {
  computePassLimits,
  besideOf,
  passOfLabels,
  usualLimits,
  type OwnLimits,
  type PassLimits,
  type PassToPlace,
} from './passLimits.ts'
export { placeAfter, type AfterOuting } from './placeAfter.ts'
export type { Occupied } from './shut/shutters.ts'
export { computeWindows, type SprayWindow, type WindowAnswer, type WindowRequest } from './windows.ts'
export { computeUsed, type LoadMade, type OutingUse, type Used } from './used.ts'
export { planPattern, type Line, type Pattern } from './pattern.ts'
export { computePassTime, earliestAgain, fillingMinutes, usualPace } from './time.ts'
export {
  compassPoint,
  compassPoints,
  parseMeterLine,
  readWind,
  type CompassPoint,
  type WindSample,
} from './meter.ts'
