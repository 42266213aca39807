import type { Day, Figure, PlaceId } from '../../quantity/index.ts'
import type { Hemisphere, PlaceKind } from '../../yard/index.ts'
import type { Anchor } from '../anchor/anchor.ts'
import type { GerminationCurve, Weed } from '../germination/germination.ts'
import type { GroundChoices } from '../ground.ts'
import type { Trend } from '../heat/crossing.ts'
import type { PassRule, TimingSchoolId } from '../schools/index.ts'
import type { GroundPast, MemberRuns } from '../simulate/simulate.ts'
import type { DaySpread, PassWindow } from '../windows.ts'
import type { NextReading } from './nextReading.ts'
import type { PlacePaths } from './paths.ts'
import type { GroundProfile } from './profile.ts'
import type { SunReading } from './readings.ts'
import type { SeenSign } from './source.ts'

export interface AnswerPlace {
  id: PlaceId
  kind: PlaceKind
  ground: GroundChoices
}

export interface SoilAnswerRequest {
  today: Day
  hemisphere: Hemisphere
  places: AnswerPlace[]
  /** Index of each place's ground among the runs. */
  groundOf: number[]
  pasts: GroundPast[]
  runs: MemberRuns
  forecastDays: number
  /** Air of the observed days, as many as the pasts have, °C. */
  observedAir: { minimumC: number; maximumC: number }[]
  readings: SunReading[]
  signs: SeenSign[]
  weeds: Weed[]
  school: TimingSchoolId
  /** Parameters a person changed, by school, in the markers' units. */
  parameters?: Partial<Record<TimingSchoolId, Record<string, number>>>
  seed: number
  /** The day one stands on, days from today: windows are judged for it. */
  standing?: number
  /** A threshold asked for beside those of the school. */
  also?: { parameter: string; thresholdC: number; trend: Trend; season: Trend }
}

/** A place's crossing of one threshold. */
export interface PlaceCrossing {
  parameter: string
  thresholdC: number
  trend: Trend
  /** Days from today. */
  days: DaySpread
  /** Share of members that has crossed by each day from today on. */
  shareBy: number[]
  /** Share that does not cross in these days. */
  never: number
  /** Its most likely day and how it was come to; absent where most do not cross. */
  working?: Figure<'d'>
}

export interface PlaceOutlook {
  id: PlaceId
  /** Most likely daily means at 2 in of the observed days, the last of them today, °C. */
  observedC: number[]
  /** One, five and nine of ten members on each day ahead, °C. */
  p10C: number[]
  p50C: number[]
  p90C: number[]
  /** Five-day mean up to today. */
  meanToday: Figure<'degC'>
  /** How sure that is, K; what readings add to the model, K; how many were taken in. */
  sdK: number
  offsetK: number
  readings: number
  crossings: PlaceCrossing[]
  profile: GroundProfile
}

export interface SchoolWindows {
  school: TimingSchoolId
  /** In the markers' units, as used. */
  parameters: Record<string, number>
  passes: PassWindow[]
  /** Which of them is next. */
  next: PassWindow['pass']
}

export interface SoilAnswer {
  today: Day
  members: number
  places: PlaceOutlook[]
  /** All of them, the one asked for first. */
  schools: SchoolWindows[]
  germination: GerminationCurve[]
  nextReading?: NextReading
  /** The place the school watches now, the open middle, and how far the first is ahead of the second. */
  leadId?: string
  middleId?: string
  ahead?: Figure<'d'>
  /** Readings set aside as implausible: index in the request, standard deviations off, and what was expected, °C. */
  setAside: Anchor['setAside']
}

/** An answer with the members it was read from. */
export interface SoilOutlook {
  answer: SoilAnswer
  /** By place, as in the request. */
  paths: PlacePaths[]
  /** When a pass of a school opens and closes in each member: days from today; −∞ before its season, ∞ not in these days. */
  ruleDays: (school: TimingSchoolId, pass: PassRule['id']) => { opens: number[]; closes: number[] }
}
