import {
  convert,
  daysBetween,
  type Caution,
  type Day,
  type Quantity,
  type RatePerAreaUnit,
  type Refusal,
} from '../quantity/index.ts'
import type { TurfState } from '../yard/index.ts'
import { checkLabel } from './checkLabel.ts'
import { findUse } from './directions.ts'
import type { LabelRules, LabelUse, Purpose } from './label.ts'
import { computeYearUse, type Pass, type YearUse } from './yearUse.ts'

export interface LimitRequest {
  rules: LabelRules
  turf: string
  state: TurfState
  /** Only lines of the directions with this purpose count; any where it is not said. */
  purpose?: Purpose
  /** Absent where only the label's own least rate is held against what is down already. */
  rate?: Quantity<RatePerAreaUnit>
  /** Absent while a pass is only planned. */
  carrierVolume?: Quantity<'gal/1000ft2'>
  day: Day
  /** Everything already put on this ground, any label, any year. */
  passes: Pass[]
}

export interface LimitCheck {
  use?: LabelUse
  yearUse?: YearUse
  refusals: Refusal[]
  cautions: Caution[]
}

const sliver = 1e-9

function checkRate(request: LimitRequest, use: LabelUse, yearUse: YearUse): Refusal[] {
  const { rules, turf } = request
  const { min, max, unit } = use.rate
  const rate = request.rate ?? { value: min, unit }
  const asked = convert(rate.value, rate.unit, unit)
  const q = (value: number, u: string = unit) => ({ value, unit: u })
  if (!(asked > 0)) return [{ code: 'rateNotPositive', field: 'rate', params: {} }]
  if (asked > max * (1 + sliver))
    return [
      {
        code: 'rateOverMaximum',
        field: 'rate',
        params: { asked: q(asked), limit: q(max), turf, label: rules.name },
      },
    ]
  if (asked < min * (1 - sliver))
    return [
      {
        code: 'rateUnderMinimum',
        field: 'rate',
        params: { asked: q(asked), limit: q(min), turf, label: rules.name },
      },
    ]
  const left = yearUse.remaining
  if (left && asked > left.value * (1 + sliver))
    return [
      {
        code: 'overAnnualMaximum',
        field: 'rate',
        params: {
          asked: q(asked),
          left: q(left.value),
          used: q(yearUse.used.value, yearUse.used.unit),
          limit: q(yearUse.maximum!.value, yearUse.maximum!.unit),
          turf,
          label: rules.name,
          year: String(yearUse.year),
        },
      },
    ]
  return []
}

function checkRepeat(request: LimitRequest, use: LabelUse, yearUse: YearUse): Refusal[] {
  const refusals: Refusal[] = []
  const { applicationsPerYear: most, minimumIntervalDays: interval } = use
  if (most !== undefined && yearUse.passes >= most)
    refusals.push({
      code: 'tooManyPasses',
      field: 'rate',
      params: { made: yearUse.passes, most, label: request.rules.name },
    })
  const days = yearUse.lastDay ? daysBetween(yearUse.lastDay, request.day) : undefined
  if (interval !== undefined && days !== undefined && days < interval)
    refusals.push({ code: 'tooSoonAgain', field: 'day', params: { days, interval, last: yearUse.lastDay! } })
  return refusals
}

function checkCarrier({ carrierVolume }: LimitRequest, use: LabelUse): Refusal[] {
  const least = use.minimumCarrier
  return least && carrierVolume && carrierVolume.value < least.value * (1 - sliver)
    ? [{ code: 'carrierUnderMinimum', field: 'carrierVolume', params: { given: carrierVolume, least } }]
    : []
}

function computeCautions({ rules, state }: LimitRequest, use: LabelUse): Caution[] {
  const cautions: Caution[] = []
  if (rules.sample) cautions.push({ code: 'sampleLabel', params: { label: rules.name } })
  if (rules.restrictedUse) cautions.push({ code: 'restrictedUse', params: { label: rules.name } })
  if (use.purpose === 'preEmergent' && (state === 'aboutToSeed' || state === 'seeded'))
    cautions.push({
      code: 'barrierStopsSeed',
      params: { days: rules.seedingIntervalDays ?? 0, known: rules.seedingIntervalDays !== undefined },
    })
  return cautions
}

/** Holds one product against its label: turf, state, rate, year's maximum, interval, passes, carrier. */
export function checkLimits(request: LimitRequest): LimitCheck {
  const { rules, turf, state } = request
  const faults = checkLabel(rules)
  if (faults.length) return { refusals: faults, cautions: [] }
  const { purpose, rate } = request
  if (!findUse(rules, { turf, purpose }))
    return {
      refusals: [{ code: 'turfNotOnLabel', field: 'turf', params: { turf, label: rules.name } }],
      cautions: [],
    }
  const use = findUse(rules, { turf, state, purpose, rate })
  if (!use)
    return {
      refusals: [{ code: 'turfStateNotOnLabel', field: 'state', params: { turf, state, label: rules.name } }],
      cautions: [],
    }
  const yearUse = computeYearUse(rules, use, request.passes, request.day)
  const refusals = [
    ...checkRate(request, use, yearUse),
    ...checkRepeat(request, use, yearUse),
    ...checkCarrier(request, use),
  ]
  return { use, yearUse, refusals, cautions: computeCautions(request, use) }
}
