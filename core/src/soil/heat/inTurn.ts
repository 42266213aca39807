import type { Grounds } from './grounds.ts'
import { createGroundRunner, type SavedGround } from './placeGround.ts'
import type { PlaceGround } from './waters.ts'

/** Grounds one by one, in plain TypeScript: the reference. */
export function createGroundsInTurn(
  places: PlaceGround[],
  start: SavedGround[],
  depthsM: readonly number[],
): Grounds {
  const depths = depthsM.length
  const grounds = places.map((place, lane) => ({
    runner: createGroundRunner(place, start[lane]!, depthsM),
    profileC: new Float32Array(depths),
    hourlyC: new Float32Array(depths * 24),
  }))
  const means = new Float64Array(places.length)
  return {
    passDay: (days, { profile = false, hours = false } = {}) => {
      grounds.forEach(({ runner, profileC, hourlyC }, lane) => {
        const notes = {
          ...(profile && { profileC: { into: profileC, at: 0 } }),
          ...(hours && { hourlyC: { into: hourlyC, at: 0, stride: 24 } }),
        }
        means[lane] = runner.passDay(days[lane]!, profile || hours ? notes : undefined)
      })
      return means
    },
    profile: (lane, into, at) => into.set(grounds[lane]!.profileC, at),
    hourly: (lane, into, at, stride) => {
      for (let k = 0; k < depths; k++)
        into.set(grounds[lane]!.hourlyC.subarray(k * 24, (k + 1) * 24), at + k * stride)
    },
    water: (lane) => grounds[lane]!.runner.water(),
    save: (lane) => grounds[lane]!.runner.save(),
  }
}
