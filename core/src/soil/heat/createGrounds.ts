import { createGroundsAbreast } from './abreast.ts'
import type { Grounds } from './grounds.ts'
import { createGroundsInTurn } from './inTurn.ts'
import type { SavedGround } from './placeGround.ts'
import type { PlaceGround } from './waters.ts'

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
