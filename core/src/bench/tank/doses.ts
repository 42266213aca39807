import {
  accepted,
  computeConcentration,
  convert,
  figure,
  findUnit,
  operand,
  refused,
  unitParts,
  type Figure,
  type MassUnit,
  type Outcome,
  type RatePerAreaUnit,
  type Refusal,
  type VolumeUnit,
} from '../../quantity/index.ts'
import type { FillingStep } from '../filling.ts'
import {
  bestTool,
  measureMixed,
  measureWith,
  usualTools,
  type DoseBounds,
  type MeasuredDose,
  type OwnedTool,
} from '../measure.ts'
import { planTankFilling } from './order.ts'
import type { CheckedProduct } from './partners.ts'
import { timesOver, type Formulation } from '../../shelf/index.ts'
import { measureFromStock } from '../stockSolution.ts'
import type { TankGround, TankProductOrder, TankRequest } from './request.ts'

export type Amount = Figure<MassUnit | VolumeUnit>

/** What of one product goes into one load: planned, and as its tool shows it. */
export interface TankDose {
  /** Index of the product in the order. */
  product: number
  planned: Amount
  measured: MeasuredDose
}

export interface TankLoad {
  water: Figure<'gal'>
  covers: Figure<'ft2'>
  doses: TankDose[]
  filling: FillingStep[]
}

/** Least and most of a herbicide on a piece of ground: the narrowest of the labels' lines, of what the year leaves, halved where edges are gone over twice. */
function boundsPerSqFt({ limits }: CheckedProduct, grounds: TankGround[], unit: RatePerAreaUnit) {
  const each = grounds.map((g) => {
    const { use, yearUse } = limits.get(g.id)!
    const { rate } = use!
    const left = yearUse?.remaining
    const most = left ? Math.min(rate.max, convert(left.value, left.unit, rate.unit)) : rate.max
    return { min: convert(rate.min, rate.unit, unit), max: convert(most / timesOver(g), rate.unit, unit) }
  })
  return { min: Math.max(...each.map((e) => e.min)), max: Math.min(...each.map((e) => e.max)) }
}

/** How one product is dosed by the water of a load. */
export interface Dosing {
  unit: MassUnit | VolumeUnit
  /** Planned, least and most of it for so much water. */
  forWater: (gal: number) => DoseBounds
  concentration: Figure
}

export function dosingOf(
  order: TankProductOrder,
  index: number,
  checked: CheckedProduct[],
  request: TankRequest,
): Dosing {
  const { grounds, carrierVolume } = request
  const own = checked.find((c) => c.index === index)
  if (own) {
    const unit = unitParts(own.rate.unit)[0] as MassUnit | VolumeUnit
    const perSqFt = `${unit}/ft2` as RatePerAreaUnit
    const planned = convert(own.rate.value, own.rate.unit, perSqFt)
    const { min, max } = boundsPerSqFt(own, grounds, perSqFt)
    return {
      unit,
      concentration: computeConcentration(own.rate, carrierVolume),
      forWater: (gal) => {
        const sqFt = (gal / carrierVolume.value) * 1000
        return { planned: planned * sqFt, min: min * sqFt, max: max * sqFt, unit }
      },
    }
  }
  const { value, unit: asked } = order.concentration!
  const mass = findUnit(asked)?.dimension === 'massPerVolume'
  const unit = mass ? ('oz' as const) : ('floz' as const)
  const perGal = `${unit}/gal` as const
  const range = order.rules.additive!.rate
  const at = (v: number, u: typeof asked) => convert(v, u, perGal)
  return {
    unit,
    concentration: figure(perGal, [
      {
        code: 'concentration',
        formula: '{asked}',
        operands: { asked: operand(value, asked) },
        result: operand(at(value, asked), perGal),
        source: 'label',
      },
    ]),
    forWater: (gal) => ({
      planned: at(value, asked) * gal,
      min: at(range.min, range.unit) * gal,
      max: at(range.max, range.unit) * gal,
      unit,
    }),
  }
}

function planned(order: TankProductOrder, bounds: DoseBounds, gal: number, request: TankRequest): Amount {
  const { rate, concentration } = order
  return figure(bounds.unit, [
    rate
      ? {
          code: 'product',
          formula: '{rate} × {area}',
          operands: {
            rate: operand(rate.value, rate.unit),
            area: operand((gal / request.carrierVolume.value) * 1000, 'ft2'),
          },
          result: operand(bounds.planned, bounds.unit),
          source: 'label',
        }
      : {
          code: 'product',
          formula: '{asked} × {water}',
          operands: { asked: operand(concentration!.value, concentration!.unit), water: operand(gal, 'gal') },
          result: operand(bounds.planned, bounds.unit),
          source: 'label',
        },
  ])
}

/** One tool for all loads where one shows every dose inside the label: the one whose worst error is least. */
function toolForAll(doses: DoseBounds[], owned: OwnedTool[]): OwnedTool | undefined {
  const worst = (tool: OwnedTool): number => {
    const each = doses.map((d) => measureWith(d, tool, owned))
    return each.every((e) => e.ok)
      ? Math.max(...each.map((e) => (e.ok ? Math.abs(e.value.error.value) : Infinity)))
      : Infinity
  }
  const able = owned.filter((t) => Number.isFinite(worst(t)))
  const first = bestTool(doses[0]!, able)
  const least = Math.min(...able.map(worst))
  // The tool that suits the first load best is kept unless another is clearly better over all of them.
  return first && worst(first) <= least + 0.02 ? first : able.find((t) => worst(t) === least)
}

/** Powders and granules that water takes up. */
const stirs = new Set<Formulation>(['WG', 'WP'])

/** Every load with every dose; one tool a product over all loads. Refused where a tool has no mark inside the label. */
export function planDoses(request: TankRequest, dosings: Dosing[], gallons: number[]): Outcome<TankLoad[]> {
  const { products, carrierVolume, capacityGal, loadPlan, tools } = request
  const owned = tools.length ? tools : usualTools
  const refusals: Refusal[] = []
  const chosen = products.map(
    (order, i) =>
      order.tool ??
      toolForAll(
        gallons.map((gal) => dosings[i]!.forWater(gal)),
        owned,
      ),
  )
  const total = gallons.reduce((sum, g) => sum + g, 0)
  const stocks = products.map((order, i) => {
    const each = gallons.map((gal) => dosings[i]!.forWater(gal))
    // Whoever chose a tool keeps to it; what a tool shows in each load needs no stock.
    const isWeighed = order.tool ?? each.every((bounds) => bestTool(bounds, owned))
    return isWeighed || !stirs.has(order.rules.formulation) ? undefined : measureFromStock(each, owned)
  })
  const loads = gallons.map((gal, load): TankLoad => {
    const sqFt = (gal / carrierVolume.value) * 1000
    const doses = products.flatMap((order, i): TankDose[] => {
      const bounds = dosings[i]!.forWater(gal)
      const tool =
        chosen[i] ??
        bestTool(bounds, owned) ??
        bestTool(bounds, usualTools) ??
        owned.find((t) => t.measure === (findUnit(bounds.unit)?.dimension as 'mass'))
      const measured = measureWith(bounds, tool ?? usualTools[0]!, owned)
      // A tool that one chose is kept to; else two may do what one can't.
      const mixed = order.tool
        ? undefined
        : measureMixed(bounds, owned, measured.ok ? measured.value : undefined)
      const dose = stocks[i]?.[load] ?? mixed ?? (measured.ok ? measured.value : undefined)
      if (dose) return [{ product: i, planned: planned(order, bounds, gal, request), measured: dose }]
      refusals.push(
        ...(measured.ok ? [] : measured.refusals).map((r) => ({
          ...r,
          field: `products.${i}.tool`,
          params: { label: order.rules.name, ...r.params },
        })),
      )
      return []
    })
    return {
      water: figure('gal', [
        {
          code: 'loadWater',
          formula: loadPlan === 'equal' ? '{totalWater} ÷ n ≤ {capacity}' : '{totalWater} − n × {capacity}',
          operands: { totalWater: operand(total, 'gal'), capacity: operand(capacityGal, 'gal') },
          result: operand(gal, 'gal'),
        },
      ]),
      covers: figure('ft2', [
        {
          code: 'loadCovers',
          formula: '{water} ÷ {carrierVolume}',
          operands: {
            water: operand(gal, 'gal'),
            carrierVolume: operand(carrierVolume.value, carrierVolume.unit),
          },
          result: operand(sqFt, 'ft2'),
        },
      ]),
      doses,
      filling: planTankFilling(
        gal,
        products.map((p) => p.rules),
        request.waterFirst,
      ),
    }
  })
  return refusals.length
    ? refused(...refusals.filter((r, i) => refusals.findIndex((o) => o.field === r.field) === i))
    : accepted(loads)
}
