import type { PlaceOutlook } from '@jardinero/core/soil'

type Profile = PlaceOutlook['profile']

/** Temperature of the ground on a day (an index into the profile's days) and at a depth, m: straight between what is noted. */
export function profileAt({ depthsM, temperatureC }: Profile, dayIndex: number, depthM: number): number {
  const depths = depthsM.length
  const at = (k: number) => temperatureC[dayIndex * depths + k]!
  const below = depthsM.findIndex((z) => z >= depthM)
  if (below < 0) return at(depths - 1)
  if (below === 0) return at(0)
  const [top, bottom] = [depthsM[below - 1]!, depthsM[below]!]
  const share = (depthM - top) / (bottom - top)
  return at(below - 1) * (1 - share) + at(below) * share
}

/** The depth at which each day's ground is at a temperature, from the surface down; nothing where it is nowhere. */
export function isotherm(profile: Profile, celsius: number, deepestM: number): (number | undefined)[] {
  const days = profile.past + profile.ahead
  const steps = 30
  return Array.from({ length: days }, (_, d) => {
    let before = profileAt(profile, d, 0) - celsius
    for (let k = 1; k <= steps; k++) {
      const z = (deepestM * k) / steps
      const now = profileAt(profile, d, z) - celsius
      if (before * now <= 0 && before !== now) return z - (deepestM / steps) * (now / (now - before))
      before = now
    }
    return undefined
  })
}
