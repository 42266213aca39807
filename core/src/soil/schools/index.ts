import { edgeLed } from './edgeLed.ts'
import { oneFullPass } from './oneFullPass.ts'
import type { TimingSchool } from './school.ts'

/** Every school of timing, by id. */
export const timingSchools = { edgeLed, oneFullPass } satisfies Record<string, TimingSchool>
export type TimingSchoolId = keyof typeof timingSchools
export const timingSchoolIds = Object.keys(timingSchools) as TimingSchoolId[]
export type { SoilState, TimingParameter, TimingSchool, TimingVerdict, TimingWindow } from './school.ts'
