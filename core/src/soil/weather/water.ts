import {
  accepted,
  figure,
  operand,
  refused,
  type Day,
  type Figure,
  type Outcome,
} from '../../quantity/index.ts'
import type { DatedWeather } from './weather.ts'

/** Rain in the person's own gauge, or water they gave. */
export const waterKinds = ['rain', 'irrigation'] as const
export type WaterKind = (typeof waterKinds)[number]

export interface WaterEntry {
  kind: WaterKind
  day: Day
  depthMm: number
}

/** Cups set out under a sprinkler: depth in each, and how long it ran. */
export interface CatchCups {
  cupsMm: number[]
  minutes: number
}

/** What a sprinkler gives, and how evenly. */
export interface SprinklerOutput {
  output: Figure<'mm/h'>
  /** Distribution uniformity of the low quarter: mean of the driest quarter of the cups ÷ mean of all. */
  uniformity: Figure<'ratio'>
}

const leastCups = 3
/** Under it the pattern is poor: some of the lawn gets far less than the rest. Practice: 0.55–0.75. */
const poorUniformity = 0.55
const believableMm = 200

/** Output and evenness from a catch-cup test. */
export function computeSprinkler({ cupsMm, minutes }: CatchCups): Outcome<SprinklerOutput> {
  if (cupsMm.length < leastCups)
    return refused({ code: 'tooFewCups', field: 'cupsMm', params: { least: leastCups } })
  const wrong = cupsMm.findIndex((c) => !(c >= 0 && c <= believableMm))
  if (wrong >= 0)
    return refused({ code: 'cupNotBelievable', field: `cupsMm.${wrong}`, params: { cup: wrong + 1 } })
  if (!(minutes > 0 && minutes <= 24 * 60))
    return refused({ code: 'minutesNotBelievable', field: 'minutes', params: {} })
  const sum = cupsMm.reduce((a, b) => a + b, 0)
  if (!(sum > 0)) return refused({ code: 'cupsDry', field: 'cupsMm', params: {} })
  const mean = sum / cupsMm.length
  const quarter = Math.max(1, Math.round(cupsMm.length / 4))
  const low =
    cupsMm
      .toSorted((a, b) => a - b)
      .slice(0, quarter)
      .reduce((a, b) => a + b, 0) / quarter
  const uniformity = low / mean
  const meanStep = {
    code: 'cupMean',
    formula: 'Σ {cups} ÷ {count}',
    operands: { cups: operand(sum, 'mm'), count: operand(cupsMm.length, 'count') },
    result: operand(mean, 'mm'),
    source: 'catchCups',
  }
  return accepted({
    output: figure('mm/h', [
      meanStep,
      {
        code: 'sprinklerOutput',
        formula: '{mean} ÷ {minutes}',
        operands: { mean: operand(mean, 'mm'), minutes: operand(minutes, 'min') },
        result: operand((mean * 60) / minutes, 'mm/h'),
        source: 'catchCups',
      },
    ]),
    uniformity: figure(
      'ratio',
      [
        meanStep,
        {
          code: 'lowQuarter',
          formula: '{low} ÷ {mean}',
          operands: { low: operand(low, 'mm'), mean: operand(mean, 'mm') },
          result: operand(uniformity, 'ratio'),
          source: 'catchCups',
        },
      ],
      uniformity < poorUniformity ? [{ code: 'unevenSprinkler', params: {} }] : [],
    ),
  })
}

/** Minutes a sprinkler runs for a depth. */
export const sprinklerMinutes = (depthMm: number, outputMmPerHour: number): number =>
  (depthMm / outputMmPerHour) * 60

/** Weather as it was on this lawn: the person's gauge instead of the station's rain, and the water they gave. */
export function applyWater(days: DatedWeather[], entries: WaterEntry[]): DatedWeather[] {
  if (!entries.length) return days
  const byDay = new Map<Day, { rain?: number; irrigation: number }>()
  for (const { kind, day, depthMm } of entries) {
    const known = byDay.get(day) ?? { irrigation: 0 }
    byDay.set(
      day,
      kind === 'rain'
        ? { ...known, rain: (known.rain ?? 0) + depthMm }
        : { ...known, irrigation: known.irrigation + depthMm },
    )
  }
  return days.map((d) => {
    const own = byDay.get(d.day)
    return own
      ? { ...d, rainMm: own.rain ?? d.rainMm, irrigationMm: (d.irrigationMm ?? 0) + own.irrigation }
      : d
  })
}
