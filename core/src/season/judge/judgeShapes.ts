import type { BarrierActive } from '../barrier/active.ts'

/** A pass as it meets the field. */
export interface FieldPass {
  /** Its day in each member, an index of the field's days; −1 where it is not made. */
  days: ArrayLike<number>
  doses: { active: BarrierActive; lbPerAcre: number }[]
  /** How many times the rate each place gets: 0 where it is not covered. */
  times: number[]
  /** Water given on the day after the pass so much later, less the rain until then, mm; nothing where rain must do it. */
  watering?: { mm: number; afterDays: number }
}

export interface JudgeEvents {
  /** Index of a day, and the share of a barrier left after it. */
  disturbs?: { day: number; leaves: number }[]
}

/** What became of one weed at one place: share of its seedlings that came through, a number a member. */
export interface EscapedRun {
  weed: number
  place: number
  /** Seedlings that come up in these days, a share of the weed's year; the mean of members. */
  emerged: number
  escaped: Float64Array
}

export interface PlaceRun {
  /** Strength against the first weed that can be stopped, by day: mean of members and its standard deviation. */
  strength: Float64Array
  strengthSd: Float64Array
  /** Share of members with seedlings coming up through a barrier that has failed, by day. */
  gap: Float64Array
  /** Days of gap in each member. */
  gapDays: Float64Array
  /** Last day each member's barrier holds, an index; −1 where it never does. */
  holdsUntil: Float64Array
  /** First day each member's ground takes seed of the turf again, an index. */
  seedFrom: Float64Array
}

export interface JudgedRuns {
  escapes: EscapedRun[]
  places: PlaceRun[]
}

/** What the judge of one place works with. */
export interface Work {
  passes: FieldPass[]
  /** Of each pass, where its actives stand among the residues. */
  slots: number[][]
  actives: BarrierActive[]
  weedsToStop: number[]
  disturbs: { day: number; leaves: number }[]
}
