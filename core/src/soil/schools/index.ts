import { autumn } from './autumn.ts'
import { byBlossom } from './byBlossom.ts'
import { byCalendar } from './byCalendar.ts'
import { coldSoil } from './coldSoil.ts'
import { edgeLed } from './edgeLed.ts'
import { halvesByTemperature } from './halvesByTemperature.ts'
import { halvesByWeeks } from './halvesByWeeks.ts'
import { oneFullPass } from './oneFullPass.ts'
import { overseedInstead } from './overseedInstead.ts'
import type { TimingSchool } from './school.ts'

/** Every school of timing, by id. */
export const timingSchools = {
  edgeLed,
  oneFullPass,
  halvesByTemperature,
  halvesByWeeks,
  coldSoil,
  byCalendar,
  autumn,
  byBlossom,
  overseedInstead,
} satisfies Record<string, TimingSchool>
export type TimingSchoolId = keyof typeof timingSchools
export const timingSchoolIds = Object.keys(timingSchools) as TimingSchoolId[]
export {
  resolveMarker,
  watchedBy,
  watchedThresholds,
  type Marker,
  type MarkerSource,
  type ParameterValues,
} from './marker.ts'
export {
  inMarkerUnit,
  parseParameters,
  type PassRule,
  type TimingParameter,
  type TimingSchool,
  type TimingVerdict,
  type TimingWindow,
} from './school.ts'
