import type { DayForcing } from './forcing.ts'
import type { SavedGround } from './placeGround.ts'

/** So many grounds go side by side. */
export const lanes = 8

/** Up to eight grounds, day after day. */
export interface Grounds {
  /** Passes one day of each; answers with their means at the first depth asked, °C. @param notes what else will be asked of it */
  passDay: (days: DayForcing[], notes?: { profile?: boolean; hours?: boolean }) => Float64Array
  /** Daily mean of the day just passed at every depth asked, °C, into `into` from `at` on. */
  profile: (lane: number, into: Float32Array, at: number) => void
  /** Temperature at every depth asked at the end of each hour of it, °C: depth by depth, `stride` hours apart. */
  hourly: (lane: number, into: Float32Array, at: number, stride: number) => void
  water: (lane: number) => number
  save: (lane: number) => SavedGround
}
