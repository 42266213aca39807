import { createGroundsAbreast } from './abreast.ts'
import type { DayForcing } from './forcing.ts'
import { createGroundsInTurn } from './inTurn.ts'
import type { SavedGround } from './placeGround.ts'
import type { PlaceGround } from './waters.ts'

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

/**
 * Grounds side by side in WebAssembly; one by one where this machine has none with SIMD: within 0.01 K of each other.
 * @param places up to eight, each with a ground of its own @param start where each begins
 * @param depthsM the depths asked, m; the daily mean is of the first
 */
export const createGrounds = (
  places: PlaceGround[],
  start: SavedGround[],
  depthsM: readonly number[],
): Grounds => createGroundsAbreast(places, start, depthsM) ?? createGroundsInTurn(places, start, depthsM)
