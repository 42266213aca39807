export type {
  Id,
  AccountId,
  PersonId,
  SessionId,
  YardId,
  ZoneId,
  SectionId,
  SprinklerId,
  PlaceId,
  SightingId,
  LabelId,
  SprayerId,
  CalibrationId,
  TankId,
  SpreadId,
  MixId,
  OutingId,
  JobId,
  PlanId,
  RecordId,
  TaskId,
} from './id.ts'
export {
  allUnits,
  areaUnits,
  findUnit,
  massUnits,
  unitDefinition,
  unitParts,
  volumeUnits,
  type AreaUnit,
  type Dimension,
  type MassPerAreaUnit,
  type MassPerVolumeUnit,
  type MassUnit,
  type RatePerAreaUnit,
  type SpeedUnit,
  type Unit,
  type VolumePerVolumeUnit,
  type VolumeUnit,
} from './units.ts'
export { convert, inUnit, parseConversion, type Quantity } from './convert.ts'
export { figure, operand, type Figure, type Operand, type Step } from './figure.ts'
export {
  accepted,
  refused,
  type Caution,
  type Outcome,
  type Param,
  type Params,
  type Refusal,
} from './outcome.ts'
export {
  computeActiveRate,
  computeConcentration,
  measureOfUnit,
  type ProductMeasure,
  type Strength,
  type StrengthBasis,
} from './rates.ts'
export { parseDeviceLine, type DeviceLine } from './deviceLine.ts'
export {
  addDays,
  dayFromNumber,
  dayNumber,
  dayOfYear,
  daysBetween,
  isDay,
  isInYears,
  yearOf,
  years,
  type Day,
} from './day.ts'
export { clockIn, dayIn, hourIn, instantAt } from './localTime.ts'
export { parseLengthFt } from './length.ts'
export { nameWords, plainName } from './name.ts'
export { drawNormal, seededRandom } from './random.ts'
