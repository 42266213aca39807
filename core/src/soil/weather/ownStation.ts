import { dayOfYear, type Day } from '../../quantity/index.ts'
import type { TypicalDay } from './epw.ts'
import type { StationDay } from './station.ts'
import type { DatedWeather } from './weather.ts'

/** Where a day of a yard's weather comes from. */
export type WeatherOrigin = 'service' | 'own' | 'filled'

export interface YardDay extends DatedWeather {
  origin: WeatherOrigin
}

const seasonWindow = 30
const fewest = 20
/** What an own station may lastingly differ by, K: beyond it something else is wrong. */
const mostShiftK = 8

/** How an own station differs from the service at a time of the year, K; nothing where too few days say so. */
function shiftsByDay(
  own: StationDay[],
  service: Map<Day, DatedWeather>,
): (dayOfYear: number) => [number, number] {
  const sums = Array.from({ length: 366 }, () => ({ count: 0, minimum: 0, maximum: 0 }))
  for (const d of own) {
    const there = service.get(d.day)
    if (!there || d.filled) continue
    const at = sums[dayOfYear(d.day) - 1]!
    at.count++
    at.minimum += d.minimumC - there.minimumC
    at.maximum += d.maximumC - there.maximumC
  }
  const clamp = (k: number) => Math.min(mostShiftK, Math.max(-mostShiftK, k))
  const mean = (from: number, to: number): [number, number] | undefined => {
    let [count, minimum, maximum] = [0, 0, 0]
    for (let i = from; i <= to; i++) {
      const at = sums[(i + 732) % 366]!
      count += at.count
      minimum += at.minimum
      maximum += at.maximum
    }
    return count < fewest ? undefined : [clamp(minimum / count), clamp(maximum / count)]
  }
  const whole = mean(0, 365) ?? [0, 0]
  return (day) => mean(day - 1 - seasonWindow, day - 1 + seasonWindow) ?? whole
}

/** A typical year says how far the place lies from the service's own mean of these weeks, K. */
function shiftsByTypicalYear(
  typical: TypicalDay[],
  service: DatedWeather[],
): (dayOfYear: number) => [number, number] {
  const within = (a: number, b: number) => Math.min(Math.abs(a - b), 365 - Math.abs(a - b)) <= 15
  const months = Array.from({ length: 12 }, (_, m) => {
    const middle = Math.round(m * 30.4 + 15)
    const near = typical.filter((d) => within(d.dayOfYear, middle))
    const there = service.filter((d) => within(dayOfYear(d.day), middle))
    const mean = <T>(rows: T[], pick: (row: T) => number) =>
      rows.reduce((s, r) => s + pick(r), 0) / Math.max(1, rows.length)
    return there.length && near.length
      ? ([
          mean(near, (d) => d.minimumC) - mean(there, (d) => d.minimumC),
          mean(near, (d) => d.maximumC) - mean(there, (d) => d.maximumC),
        ] as [number, number])
      : ([0, 0] as [number, number])
  })
  return (day) => {
    const at = (((day - 15) / 30.4) % 12) + 12
    const [low, share] = [Math.floor(at) % 12, at - Math.floor(at)]
    const [a, b] = [months[low]!, months[(low + 1) % 12]!]
    return [a[0] * (1 - share) + b[0] * share, a[1] * (1 - share) + b[1] * share]
  }
}

const moved = (d: DatedWeather, [minimum, maximum]: [number, number]): DatedWeather => {
  const [low, high] = [d.minimumC + minimum, d.maximumC + maximum]
  return { ...d, minimumC: Math.min(low, high), maximumC: Math.max(low, high) }
}

/**
 * A yard's weather: its own station where it has days, else the service's, moved by how the two differ at that time of the
 * year (from their common days, or from a typical year of the place). Without a service its own days are all there is.
 */
export function joinWeather(
  service: DatedWeather[],
  own: StationDay[],
  typical: TypicalDay[] = [],
): { observed: YardDay[]; shift: (day: DatedWeather) => DatedWeather } {
  const byDay = new Map(service.map((d) => [d.day, d]))
  const shiftAt = own.length
    ? shiftsByDay(own, byDay)
    : typical.length
      ? shiftsByTypicalYear(typical, service)
      : undefined
  const shift = (d: DatedWeather) => (shiftAt ? moved(d, shiftAt(dayOfYear(d.day))) : d)
  const ofOwn = ({ filled, ...day }: StationDay): YardDay => ({ ...day, origin: filled ? 'filled' : 'own' })
  if (!service.length) return { observed: own.map(ofOwn), shift }
  const mine = new Map(own.map((d) => [d.day, d]))
  const observed = service.map((d): YardDay => {
    const here = mine.get(d.day)
    return here ? ofOwn(here) : { ...shift(d), origin: 'service' }
  })
  return { observed, shift }
}
