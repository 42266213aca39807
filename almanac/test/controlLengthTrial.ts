import { groundOf, createSimulation, pastDays } from '@jardinero/core/soil'
import { addDays, dayNumber, daysBetween, dayOfYear } from '@jardinero/core/quantity'
import {
  computeControlLength,
  createLossPace,
  usualLoss,
  type BarrierActive,
  type GroundDays,
} from '@jardinero/core/season'
import { historyFrom, weatherYears } from '@jardinero/standins'
import { almanac } from '../src/index.ts'
import type { ControlLengthRow } from '../src/barriers.ts'

const years = [2016, 2018, 2020, 2022, 2024]
const known = new Map<string, GroundDays[]>()

/** The open middle of a station from a day of the year on, in some of its years: simulated. */
export function groundDaysOf(station: string, on: string): GroundDays[] {
  const key = `${station} ${on}`
  const before = known.get(key)
  if (before) return before
  const { latitude } = almanac.climates.find((c) => c.code === station)!
  const ground = groundOf('middle')
  const days = years.map((year): GroundDays => {
    const from = `${year}-${on}`
    const end = addDays(from, pastDays - 2)
    const observed = weatherYears(station)
      .slice(0, dayNumber(end) - dayNumber(historyFrom) + 1)
      .map((d) => ({ ...d, dayOfYear: dayOfYear(d.day) }))
    const [past] = createSimulation({
      latitude,
      grounds: [ground],
      observed,
      forecast: [],
      daysAhead: 1,
      seed: 1,
    }).past()
    const first = pastDays - 1 - daysBetween(from, end)
    const paceAt = createLossPace(ground.texture, usualLoss)
    return {
      pace: Array.from(past!.dailyC.slice(first), (c, i) => paceAt(past!.water[first + i]!, c)),
      waterMm: observed.slice(-(pastDays - first)).map((d) => d.rainMm),
    }
  })
  known.set(key, days)
  return days
}

const median = (values: number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

/** The length of control the model gives for a line of the table: the median of the years, days. */
export function lengthOf(active: BarrierActive, row: ControlLengthRow): number {
  const passes = [
    { day: 0, lbPerAcre: row.lbPerAcre },
    ...(row.second ? [{ day: row.second.afterDays, lbPerAcre: row.second.lbPerAcre }] : []),
  ]
  return median(
    groundDaysOf(row.station, row.on).map((days) =>
      computeControlLength(active, { target: row.target, factor: 1 }, passes, days),
    ),
  )
}
