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
  const upOn: number[] = []
  const upAt = new Int32Array(members + 1)
  const upTo = weeds.map((w) => place.upTo[w]!)
  for (let m = 0; m < members; m++) {
    for (let d = 0; d < days; d++) {
      const at = m * days + d
      if (upTo.some((own) => own[at]! > (d ? own[at - 1]! : 0))) upOn.push(d)
    }
    upAt[m + 1] = upOn.length
  }
  const made = { upOn: Uint16Array.from(upOn), upAt }
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
