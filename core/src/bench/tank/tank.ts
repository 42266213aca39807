import {
  accepted,
  convert,
  figure,
  operand,
  refused,
  type Caution,
  type Figure,
  type MassUnit,
  type Outcome,
  type RatePerAreaUnit,
  type Refusal,
  type VolumeUnit,
} from '../../quantity/index.ts'
import { computeYearShare, judgeApplication, kindOf, worstOn, type YearUse } from '../../shelf/index.ts'
import { planLoads } from '../loads.ts'
import { dosingOf, planDoses, type Amount, type Dosing, type TankLoad } from './doses.ts'
import { offerFill, type FillOffer } from './offerFill.ts'
import { mindWater } from './hygiene.ts'
import { checkPartners, type CheckedProduct } from './partners.ts'
import { circumstancesOf, mixedSqFt, treatedSqFt, type TankGround, type TankRequest } from './request.ts'
import { checkSizes } from './sizes.ts'
import { planWatering, type WateringWindow } from './watering.ts'

/** One product over the whole tank mix. */
export interface TankProduct {
  index: number
  name: string
  planned: Amount
  measured: Amount
  concentration: Figure
  /** Measured product over the treated ground; herbicides only. */
  measuredRate?: Figure<RatePerAreaUnit>
  /** By ground: the year's use before this pass, and its share once this is down. */
  years: Record<string, { use: YearUse; share?: Figure<'ratio'> }>
}

export interface TankMix {
  treated: Figure<'ft2'>
  water: Figure<'gal'>
  loads: TankLoad[]
  products: TankProduct[]
  watering?: WateringWindow
  /** A level at which the loads are measured better. */
  offer?: FillOffer
  cautions: Caution[]
}

/** A refusal of the limits, at the product it is of and the ground it is on. */
const placed = (refusals: Refusal[], index: number, ground: TankGround): Refusal[] =>
  refusals.map((r) => {
    const ofProduct =
      !r.field || ['rate', 'turf', 'state', 'day'].includes(r.field) || r.field.startsWith('rules')
    return {
      ...r,
      field: ofProduct ? `products.${index}.${r.field ?? 'rules'}` : r.field!,
      params: { zone: ground.name, ...r.params },
    }
  })

/** Each herbicide judged on every ground. */
function checkProducts(request: TankRequest): {
  checked: CheckedProduct[]
  refusals: Refusal[]
  cautions: Caution[]
} {
  const { grounds, products, carrierVolume, day } = request
  const refusals: Refusal[] = []
  const cautions = new Map<string, Caution>()
  const checked = products.flatMap((order, index): CheckedProduct[] => {
    const { rules, rate } = order
    if (kindOf(rules) !== 'herbicide' || !rate) return []
    const limits = new Map(
      grounds.map((ground) => {
        const judged = judgeApplication(
          { day, rules, rate, carrierVolume },
          ground,
          circumstancesOf(request, ground),
        )
        refusals.push(...placed(judged.refusals, index, ground))
        if (judged.limits.use?.fromSpots && ground.mode !== 'spot')
          refusals.push({
            code: 'spotsOnly',
            field: `products.${index}.rate`,
            params: { label: rules.name, zone: ground.name },
          })
        for (const c of judged.cautions) cautions.set(JSON.stringify(c), c)
        return [ground.id, judged.limits] as const
      }),
    )
    return [{ index, order, rate, limits }]
  })
  return { checked, refusals, cautions: [...cautions.values()] }
}

const sumOf = (code: string, unit: MassUnit | VolumeUnit, values: number[]): Amount =>
  figure(unit, [
    {
      code,
      formula: values.map((_, i) => `{load${i + 1}}`).join(' + '),
      operands: Object.fromEntries(values.map((v, i) => [`load${i + 1}`, operand(v, unit)])),
      result: operand(
        values.reduce((sum, v) => sum + v, 0),
        unit,
      ),
    },
  ])

function summariseProduct(
  index: number,
  request: TankRequest,
  loads: TankLoad[],
  dosing: Dosing,
  checked: CheckedProduct[],
): TankProduct {
  const order = request.products[index]!
  const doses = loads.map((l) => l.doses.find((d) => d.product === index)!)
  const toolUnit = doses[0]!.measured.amount.unit
  const measured = sumOf(
    'measuredSum',
    toolUnit,
    // Loads may be measured with different tools.
    doses.map(({ measured: { amount } }) => convert(amount.value, amount.unit, toolUnit)),
  )
  const own = checked.find((c) => c.index === index)
  const treated = mixedSqFt(request)
  const rateUnit = own && [...own.limits.values()][0]!.use!.rate.unit
  const measuredRate =
    rateUnit &&
    figure(rateUnit, [
      {
        code: 'measuredRate',
        formula: '{measured} ÷ {area}',
        operands: { measured: operand(measured.value, toolUnit), area: operand(treated, 'ft2') },
        result: operand(
          convert(measured.value / treated, `${toolUnit}/ft2` as RatePerAreaUnit, rateUnit),
          rateUnit,
        ),
      },
    ])
  const years: TankProduct['years'] = {}
  if (own && measuredRate)
    for (const ground of request.grounds) {
      const use = own.limits.get(ground.id)!.yearUse!
      const share = computeYearShare(use, worstOn(ground, measuredRate))
      years[ground.id] = { use, ...(share && { share }) }
    }
  return {
    index,
    name: order.rules.name,
    planned: sumOf(
      'plannedSum',
      dosing.unit,
      doses.map((d) => d.planned.value),
    ),
    measured,
    concentration: dosing.concentration,
    ...(measuredRate && { measuredRate }),
    years,
  }
}

function treatedFigure(grounds: TankGround[]): Figure<'ft2'> {
  return figure('ft2', [
    {
      code: 'treatedArea',
      formula: grounds.map((_, i) => `{zone${i + 1}}`).join(' + '),
      operands: Object.fromEntries(grounds.map((g, i) => [`zone${i + 1}`, operand(treatedSqFt(g), 'ft2')])),
      result: operand(
        grounds.reduce((sum, g) => sum + treatedSqFt(g), 0),
        'ft2',
      ),
      source: 'tape',
    },
  ])
}

const mindAreas = (grounds: TankGround[]): Caution[] => {
  const worst = Math.max(0, ...grounds.map((g) => (g.areaUncertaintySqFt ?? 0) / g.areaSqFt))
  return worst > 0.05 ? [{ code: 'areaUncertain', params: { share: { value: worst, unit: 'ratio' } } }] : []
}

/**
 * Up to eight products in one sprayer over one or several zones: loads, what of each product goes into each as its tool
 * shows it, the order of filling, the year's maximum on each zone after it, and when it is watered in. The planned loads
 * sum exactly to the total. Refused, with every reason at its product, where a label, a pair of labels or a size stands
 * against it. Method: science 3.
 */
export function computeTank(request: TankRequest): Outcome<TankMix> {
  const sizes = checkSizes(request)
  if (sizes.length) return refused(...sizes)
  const { checked, refusals, cautions } = checkProducts(request)
  if (refusals.length) return refused(...refusals)
  const partners = checkPartners(request, checked)
  const watering = planWatering(checked.map((c) => c.order.rules))
  const against = [...partners.refusals, ...watering.refusals]
  if (against.length) return refused(...against)

  const { grounds, products, carrierVolume, capacityGal, loadPlan, spareGal = 0 } = request
  const treated = treatedFigure(grounds)
  const water = figure('gal', [
    {
      code: 'totalWater',
      formula: spareGal ? '{carrierVolume} × {area} + {spare}' : '{carrierVolume} × {area}',
      operands: {
        carrierVolume: operand(carrierVolume.value, carrierVolume.unit),
        area: operand(treated.value, 'ft2'),
        ...(spareGal && { spare: operand(spareGal, 'gal') }),
      },
      result: operand((carrierVolume.value * mixedSqFt(request)) / 1000, 'gal'),
      source: 'calibration',
    },
  ])
  const dosings = products.map((order, i) => dosingOf(order, i, checked, request))
  const gallons = planLoads(water.value, capacityGal, loadPlan)
  const loads = planDoses(request, dosings, gallons)
  const offer = offerFill(request, dosings, water.value, loads.ok ? loads.value : undefined)
  if (!loads.ok)
    return offer
      ? refused(
          ...loads.refusals.map((r) => ({
            ...r,
            remedy: { code: 'fillTo', params: { level: offer.level } },
          })),
        )
      : loads
  const doseCautions = loads.value
    .flatMap((l) => l.doses.flatMap((d) => d.measured.error.cautions))
    .slice(0, 1)
  return accepted({
    treated,
    water,
    loads: loads.value,
    products: products.map((_, i) => summariseProduct(i, request, loads.value, dosings[i]!, checked)),
    ...(watering.window && { watering: watering.window }),
    ...(offer && { offer }),
    cautions: [
      ...(request.carrierIsUsual ? [{ code: 'carrierUsual', params: {} }] : []),
      ...cautions,
      ...partners.cautions,
      ...mindAreas(grounds),
      ...doseCautions,
      ...mindWater(request),
    ],
  })
}
