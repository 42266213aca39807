import {
  accepted,
  convert,
  figure,
  operand,
  refused,
  type Caution,
  type Day,
  type Figure,
  type Outcome,
  type Quantity,
  type RatePerAreaUnit,
  type Refusal,
} from '../quantity/index.ts'
import {
  computeYearShare,
  judgeApplication,
  kindOf,
  timesOver,
  worstOn,
  type LabelRules,
  type YearUse,
} from '../shelf/index.ts'
import { computeFertiliser } from './fertiliser.ts'
import { circumstancesOf, treatedSqFt, type TankGround, type TankRequest } from './tank/request.ts'
import { planWatering, type WateringWindow } from './tank/watering.ts'

/** A granular product over one or several zones, by weight. */
export interface SpreadRequest extends Pick<TankRequest, 'actives' | 'override'> {
  day: Day
  grounds: TankGround[]
  rules: LabelRules
  rate: Quantity<RatePerAreaUnit>
  /** What the hopper holds, lb. */
  hopperLb: number
  /** Half of it along and half across hides the edges of every swath. */
  directions: 1 | 2
  /** What the spreader puts down at its setting in one direction, where it was weighed back. */
  spreadRate?: number
}

export interface SpreadPlan {
  treated: Figure<'ft2'>
  total: Figure<'lb'>
  /** For one direction over all of it. */
  perDirection: Figure<'lb'>
  /** Fillings of the hopper, lb each, in order; they sum to the total. */
  fillings: number[]
  years: Record<string, { share?: Figure<'ratio'> }>
  watering?: WateringWindow
  cautions: Caution[]
}

const mostFillings = 500
/** A setting this far from the wanted rate is another setting. */
const settingOff = 0.05

function checkOrder({ grounds, rules, hopperLb }: SpreadRequest): Refusal[] {
  const refusals: Refusal[] = []
  if (rules.formulation !== 'GR')
    refusals.push({ code: 'notGranular', field: 'rules', params: { label: rules.name } })
  if (!grounds.length || grounds.some((g) => !(treatedSqFt(g) > 0)))
    refusals.push({ code: 'areaNotPositive', field: 'grounds', params: {} })
  if (!(hopperLb > 0)) refusals.push({ code: 'capacityNotPositive', field: 'hopperLb', params: {} })
  return refusals
}

interface GroundCheck {
  refusals: Refusal[]
  cautions: Caution[]
  yearUse?: YearUse | undefined
}

/** A zone against the label; of a fertiliser, what it gives of nitrogen at once. */
function checkGround(request: SpreadRequest, ground: TankGround): GroundCheck {
  const { rules, rate, day } = request
  if (kindOf(rules) !== 'fertiliser') {
    const { refusals, cautions, limits } = judgeApplication(
      { day, rules, rate },
      ground,
      circumstancesOf(request, ground),
    )
    return { refusals, cautions, yearUse: limits.yearUse }
  }
  const nitrogenPercent = rules.analysis?.n ?? 0
  const nitrogenLbPer1000 =
    (convert(rate.value, rate.unit, 'lb/1000ft2') * timesOver(ground) * nitrogenPercent) / 100
  const fed = computeFertiliser({ nitrogenPercent, nitrogenLbPer1000 }, 1000)
  return { refusals: fed.ok ? [] : fed.refusals, cautions: [] }
}

/** Weight over the ground, half in each direction, hopper by hopper; held against the label as any pass; a fertiliser by its nitrogen. */
export function planSpread(request: SpreadRequest): Outcome<SpreadPlan> {
  const { grounds, rules, rate, hopperLb, directions, spreadRate } = request
  const order = checkOrder(request)
  if (order.length) return refused(...order)
  const checks = grounds.map((g) => ({ name: g.name, check: checkGround(request, g) }))
  const refusals = checks.flatMap(({ name, check }) =>
    check.refusals.map((r): Refusal => ({ ...r, params: { zone: name, ...r.params } })),
  )
  if (refusals.length) return refused(...refusals)
  const sqFt = grounds.reduce((sum, g) => sum + treatedSqFt(g), 0)
  const lb = convert(rate.value, rate.unit, 'lb/ft2') * sqFt
  const count = Math.ceil(lb / hopperLb - 1e-9)
  if (count > mostFillings)
    return refused({
      code: 'tooManyLoads',
      field: 'hopperLb',
      params: { limit: mostFillings, capacity: { value: hopperLb, unit: 'lb' } },
    })
  const wanted = convert(rate.value, rate.unit, 'lb/1000ft2') / directions
  const off = spreadRate ? spreadRate / wanted - 1 : 0
  const total = figure('lb', [
    {
      code: 'product',
      formula: '{rate} × {area}',
      operands: { rate: operand(rate.value, rate.unit), area: operand(sqFt, 'ft2') },
      result: operand(lb, 'lb'),
      source: 'label',
    },
  ])
  return accepted({
    treated: figure('ft2', [
      {
        code: 'treatedArea',
        formula: grounds.map((_, i) => `{zone${i + 1}}`).join(' + '),
        operands: Object.fromEntries(grounds.map((g, i) => [`zone${i + 1}`, operand(treatedSqFt(g), 'ft2')])),
        result: operand(sqFt, 'ft2'),
        source: 'tape',
      },
    ]),
    total,
    perDirection: figure('lb', [
      {
        code: 'halfPass',
        formula: directions === 2 ? '{total} ÷ 2' : '{total}',
        operands: { total: operand(lb, 'lb') },
        result: operand(lb / directions, 'lb'),
      },
    ]),
    fillings: Array.from({ length: count }, (_, i) => Math.min(hopperLb, lb - i * hopperLb)),
    years: Object.fromEntries(
      grounds.map((g, i) => {
        const { yearUse } = checks[i]!.check
        const share = yearUse && computeYearShare(yearUse, worstOn(g, rate))
        return [g.id, share ? { share } : {}]
      }),
    ),
    ...(planWatering([rules]).window && { watering: planWatering([rules]).window! }),
    cautions: [
      ...checks.flatMap((c) => c.check.cautions),
      ...(Math.abs(off) > settingOff
        ? [
            {
              code: off > 0 ? 'settingTooOpen' : 'settingTooClosed',
              params: {
                gives: { value: spreadRate!, unit: 'lb/1000ft2' },
                wanted: { value: wanted, unit: 'lb/1000ft2' },
              },
            },
          ]
        : []),
    ],
  })
}
