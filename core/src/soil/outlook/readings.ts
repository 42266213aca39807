import { dayNumber, daysBetween, type Day, type PlaceId } from '../../quantity/index.ts'
import type { PlaceKind } from '../../yard/index.ts'
import type { AnchoredReading } from '../anchor/anchor.ts'
import { hourlyDays, notedDepthsM, type GroundPast } from '../simulate/simulate.ts'
import { signSoil } from '../signs.ts'
import type { SeenSign } from './source.ts'

/** A probe reading with its hour by the sun. */
export interface SunReading {
  placeId: PlaceId
  day: Day
  /** 0–24. */
  solarHour: number
  depthCm: number
  temperatureC: number
}

/** What a reading may be wrong by: the instrument, K; its depth, cm; its clock, h; and what stays. Estimates. */
const readingError = { instrument: 0.4, depthCm: 1, hours: 0.5, rest: 0.2 } as const

const order = notedDepthsM.map((z, k) => ({ z, k })).sort((a, b) => a.z - b.z)

/** The model's temperature at a depth and hour: straight between what is noted. @param at hours from the first noted, a fraction */
export function modelAt({ hourlyC }: GroundPast, at: number, depthM: number): number {
  const stride = hourlyDays * 24
  const clamped = Math.min(stride - 1, Math.max(0, at))
  const low = Math.floor(clamped)
  const hourAt = (k: number): number => {
    const [a, b] = [hourlyC[k * stride + low]!, hourlyC[k * stride + Math.min(stride - 1, low + 1)]!]
    return a + (clamped - low) * (b - a)
  }
  const above = order.findLastIndex(({ z }) => z <= depthM)
  const [top, bottom] = [order[Math.max(0, above)]!, order[Math.min(order.length - 1, above + 1)]!]
  if (top.k === bottom.k) return hourAt(top.k)
  const share = Math.min(1, Math.max(0, (depthM - top.z) / (bottom.z - top.z)))
  return hourAt(top.k) * (1 - share) + hourAt(bottom.k) * share
}

interface Beside {
  places: { id: PlaceId; kind: PlaceKind }[]
  groundOf: number[]
  pasts: GroundPast[]
  today: Day
}

/**
 * Readings beside what the model says for their place, depth and hour, with the variance each of these leaves; readings
 * before the hours kept, or at no place, are left out. @returns in the order given, with their index
 */
export function besideModel(
  readings: SunReading[],
  { places, groundOf, pasts, today }: Beside,
): (AnchoredReading & { index: number })[] {
  return readings.flatMap((r, index) => {
    const place = places.findIndex((p) => p.id === r.placeId)
    const back = daysBetween(r.day, today)
    if (place < 0 || back < 0 || back >= hourlyDays) return []
    const past = pasts[groundOf[place]!]!
    // The value noted at index h is that of the end of the solar hour h + 1.
    const at = (hourlyDays - 1 - back) * 24 + r.solarHour - 1
    const depthM = r.depthCm / 100
    const modelC = modelAt(past, at, depthM)
    const perCm =
      Math.abs(modelAt(past, at, depthM + 0.01) - modelAt(past, at, Math.max(0.005, depthM - 0.01))) / 2
    const perHour = Math.abs(modelAt(past, at + 1, depthM) - modelAt(past, at - 1, depthM)) / 2
    const { instrument, depthCm, hours, rest } = readingError
    const variance = instrument ** 2 + (depthCm * perCm) ** 2 + (hours * perHour) ** 2 + rest ** 2
    return [{ index, day: dayNumber(r.day), place, readC: r.temperatureC, modelC, variance }]
  })
}

/** Signs that say something of the soil, as wide readings of the open middle's five-day mean. */
export function signsBesideModel(
  signs: SeenSign[],
  { places, groundOf, pasts, today }: Beside,
): AnchoredReading[] {
  const place = Math.max(
    0,
    places.findIndex((p) => p.kind === 'middle'),
  )
  const daily = pasts[groundOf[place]!]!.dailyC
  return signs.flatMap(({ kind, day }) => {
    const said = signSoil[kind]
    const at = daily.length - 1 - daysBetween(day, today)
    if (!said || at < 4 || at >= daily.length || daysBetween(day, today) >= hourlyDays) return []
    const modelC = daily.subarray(at - 4, at + 1).reduce((sum, t) => sum + t, 0) / 5
    return [{ day: dayNumber(day), place, readC: said.soilC, modelC, variance: said.sdC ** 2 }]
  })
}
