import { usualLimits } from '../outing/index.ts'
import { convert, daysBetween, type Day, type Params, type Quantity } from '../quantity/index.ts'
import type { Efficacy, LabelRules } from '../shelf/index.ts'
import type { WateringIn } from './watering.ts'

/** What is known of a pass that did not do what it should. What is not known is left out, and no cause is made of it. */
export interface FailedPass {
  day: Day
  purpose: 'preEmergent' | 'postEmergent'
  rules: LabelRules
  /** As put down, and the label's range in the same unit. */
  rate: Quantity
  range?: { min: number; max: number }
  plant: string
  /** The day one in ten of the weed's seedlings was up at its warmest place. */
  emerged?: Day
  watering?: WateringIn
  /** What the product does to the weed at the stage it had. */
  stage?: string
  efficacy?: Efficacy
  /** Rain on the day of the pass and on the next, mm. */
  rainMm?: [number, number]
  mown?: Day[]
  highC?: number
  band?: { least: number; most: number }
  /** Years running, this one among them, in which only this group met the weed here. */
  sameGroupYears?: number
  group?: string
}

/** One cause that the facts speak for, and what to do about it next time. Words under cause.<code> and nextYear.<code>. */
export interface Cause {
  code: CauseCode
  params: Params
  /** 0–1: how much of a failure it explains by itself. Judgement of the trade. */
  weight: number
}
export const causeCodes = [
  'notListed',
  'suppressionOnly',
  'late',
  'notWatered',
  'wateredLate',
  'washedOff',
  'stage',
  'rateLow',
  'rainOnLeaf',
  'mown',
  'tooCold',
  'tooHot',
  'resistance',
] as const
type CauseCode = (typeof causeCodes)[number]

type Look = (pass: FailedPass) => Cause | undefined
const cause = (code: CauseCode, weight: number, params: Params = {}): Cause => ({ code, weight, params })

const listed: Look = ({ rules, plant }) => {
  if (!rules.weeds || rules.weeds.controls.includes(plant)) return undefined
  return rules.weeds.suppresses.includes(plant)
    ? cause('suppressionOnly', 0.7, { plant, label: rules.name })
    : cause('notListed', 0.9, { plant, label: rules.name })
}

const late: Look = ({ purpose, emerged, day, plant }) => {
  if (purpose !== 'preEmergent' || !emerged || day <= emerged) return undefined
  const days = daysBetween(emerged, day)
  return cause('late', Math.min(0.95, 0.5 + days / 40), { plant, emerged, days })
}

const water: Look = ({ watering, day }) => {
  if (!watering) return undefined
  if (watering.washed && watering.washed.day <= watering.waterBy)
    return cause('washedOff', 0.6, {
      day: watering.washed.day,
      depth: { value: watering.washed.depthIn, unit: 'in' },
    })
  if (watering.enoughOn) return undefined
  const depth = { value: watering.fallen.value, unit: 'in' }
  const least = { value: watering.leastIn, unit: 'in' }
  return watering.daysToWater < 0
    ? cause('notWatered', 0.85, { depth, least, by: watering.waterBy })
    : cause('wateredLate', 0.3, { depth, least, by: watering.waterBy, day })
}

const stage: Look = ({ purpose, stage: at, efficacy, plant }) =>
  purpose === 'postEmergent' && at && efficacy && !['excellent', 'good'].includes(efficacy)
    ? cause('stage', efficacy === 'none' ? 0.9 : efficacy === 'poor' ? 0.8 : 0.55, {
        stage: at,
        plant,
        efficacy,
      })
    : undefined

const rate: Look = ({ rate: given, range }) => {
  if (!range || given.value >= range.min * (1 - 1e-6)) return undefined
  return cause('rateLow', Math.min(0.9, 0.4 + (1 - given.value / range.min)), {
    given,
    limit: { value: range.min, unit: given.unit },
  })
}

/** So little wets no leaf through. Estimate. */
const leafRainMm = 1
const rain: Look = ({ purpose, rules, rainMm }) => {
  if (purpose !== 'postEmergent' || !rainMm) return undefined
  const hours = rules.dryHours ?? usualLimits.leafRainfastHours
  const fallen = rainMm[0] + (hours > 12 ? rainMm[1] : 0)
  // The hour of the rain is not known: on the day itself it may have fallen before.
  return fallen > leafRainMm
    ? cause('rainOnLeaf', 0.55, { hours, depth: { value: fallen, unit: 'mm' } })
    : undefined
}

const mown: Look = ({ purpose, rules, mown: days, day }) => {
  if (purpose !== 'postEmergent' || !days) return undefined
  const { mowingDays } = usualLimits
  const { beforeDays = mowingDays, afterDays = mowingDays } = rules.mowing ?? {}
  const near = days.find((d) => {
    const since = daysBetween(d, day)
    return since >= 0 ? since < beforeDays : -since < afterDays
  })
  return near ? cause('mown', 0.4, { mow: near }) : undefined
}

const air: Look = ({ highC, band }) => {
  if (highC === undefined || !band) return undefined
  const given = { value: highC, unit: 'degC' }
  if (highC < band.least) return cause('tooCold', 0.6, { given, limit: { value: band.least, unit: 'degC' } })
  if (highC > band.most) return cause('tooHot', 0.3, { given, limit: { value: band.most, unit: 'degC' } })
  return undefined
}

/** From the third year on with one group alone. Judgement of the trade. */
const resistance: Look = ({ sameGroupYears: years, group, plant }) =>
  years && years >= 3 && group
    ? cause('resistance', Math.min(0.7, 0.25 + 0.1 * years), { years, group, plant })
    : undefined

const looks: Look[] = [listed, late, water, stage, rate, rain, mown, air, resistance]

/** Causes the facts speak for, the one that explains most first; none where everything was as it should be. */
export const diagnose = (pass: FailedPass): Cause[] =>
  looks.flatMap((look) => look(pass) ?? []).toSorted((a, b) => b.weight - a.weight)

/**
 * Years running up to a year in which passes of one group, and of no other, met a place.
 * @example yearsOfOneGroup([{ year: 2025, groups: ['3'] }, { year: 2026, groups: ['3'] }], '3', 2026)
 * // → 2
 */
export function yearsOfOneGroup(
  passes: { year: number; groups: string[] }[],
  group: string,
  year: number,
): number {
  let years = 0
  for (let y = year; ; y--) {
    const met = passes.filter((p) => p.year === y).flatMap((p) => p.groups)
    if (!met.length || met.some((g) => g !== group)) return years
    years++
  }
}

/** Rates compare in one unit only. */
export const rateIn = (rate: Quantity, unit: string): Quantity => ({
  value: convert(rate.value, rate.unit, unit as typeof rate.unit),
  unit: unit as typeof rate.unit,
})
