import type { Caution, Day } from '../../quantity/index.ts'
import type { SeasonField } from '../field/field.ts'

/** Ground that is frozen when most members have it under this, °C; rain that washes off, mm in the day and the next. Estimates. */
const frozenC = 0.5
const washingMm = 25

/** What of the ground and the sky speaks against going out on a day, by the ensemble. @param at index of the day in the field */
export function groundAgainst(field: SeasonField, zones: string[], day: Day, at: number): Caution[] {
  if (at < 0 || at >= field.days - 1) return []
  const place = field.places.find((p) => zones.includes(p.zoneId))
  if (!place) return []
  const share = (is: (k: number) => boolean) => {
    let count = 0
    for (let m = 0; m < field.members; m++) if (is(m * field.days + at)) count++
    return count / field.members
  }
  const against: Caution[] = []
  if (share((k) => place.soilC[k]! < frozenC) > 0.5) against.push({ code: 'groundFrozen', params: { day } })
  if (share((k) => place.full[k] === 1) > 0.6) against.push({ code: 'groundFull', params: { day } })
  if (share((k) => field.rainMm[k]! + field.rainMm[k + 1]! > washingMm) > 0.4)
    against.push({ code: 'washingRain', params: { day, rain: { value: washingMm, unit: 'mm' } } })
  return against
}
