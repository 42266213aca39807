import type { BarrierActive } from '../barrier/active.ts'
import { keptShares } from '../barrier/residue.ts'
import type { FieldPlace } from '../field/field.ts'

const sparse = new WeakMap<FieldPlace, Map<string, { upOn: Uint16Array; upAt: Int32Array }>>()
/** Days on which something comes up, as they lie in the field: the same for every programme, so found once. */
export function daysComingUp(place: FieldPlace, weeds: number[], members: number, days: number) {
  const kept = sparse.get(place) ?? new Map<string, { upOn: Uint16Array; upAt: Int32Array }>()
  sparse.set(place, kept)
  const key = weeds.join(' ')
  const known = kept.get(key)
  if (known) return known
  const comesUp = new Uint8Array(members * days)
  for (const w of weeds) {
    const own = place.upTo[w]!
    for (let m = 0; m < members; m++) {
      let before = 0
      for (let at = m * days; at < (m + 1) * days; at++) {
        const here = own[at]!
        if (here > before) comesUp[at] = 1
        before = here
      }
    }
  }
  const upOn = new Uint16Array(comesUp.reduce((sum, up) => sum + up, 0))
  const upAt = new Int32Array(members + 1)
  let found = 0
  for (let m = 0; m < members; m++) {
    for (let d = 0; d < days; d++) if (comesUp[m * days + d]) upOn[found++] = d
    upAt[m + 1] = found
  }
  const made = { upOn, upAt }
  kept.set(key, made)
  return made
}

const keptByPlace = new WeakMap<FieldPlace, Map<number, Float64Array>>()
/** What is left of an active after each day of each member here: found once too. */
export function keptOf(place: FieldPlace, active: BarrierActive): Float64Array {
  const known = keptByPlace.get(place) ?? new Map<number, Float64Array>()
  keptByPlace.set(place, known)
  const shares = known.get(active.halfLifeDays) ?? keptShares(active, place.pace)
  known.set(active.halfLifeDays, shares)
  return shares
}
