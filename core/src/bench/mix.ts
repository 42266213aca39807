import {
  accepted,
  computeConcentration,
  convert,
  figure,
  findUnit,
  measureOfUnit,
  operand,
  refused,
  unitParts,
  type Caution,
  type Figure,
  type MassUnit,
  type Outcome,
  type Quantity,
  type RatePerAreaUnit,
  type Refusal,
  type VolumeUnit,
} from '../quantity/index.ts'
import {
  checkLimits,
  computeYearShare,
  measureOfFormulation,
  type LimitCheck,
  type LimitRequest,
  type YearUse,
} from '../shelf/index.ts'
import { planFilling, type FillingStep } from './filling.ts'
import { planLoads, type LoadPlan } from './loads.ts'
import { computeMeasuredDose, type MeasuredDose, type ToolId } from './measure.ts'

export interface MixRequest extends LimitRequest {
  rate: Quantity<RatePerAreaUnit>
  carrierVolume: Quantity<'gal/1000ft2'>
  areaSqFt: number
  /** One standard uncertainty of the area. */
  areaUncertaintySqFt?: number
  /** What the sprayer is filled to at most. */
  capacityGal: number
  loadPlan: LoadPlan
  tool: ToolId
}

/** One tank: its water, the ground it covers, the product planned and as the tool shows it. */
export interface Load {
  water: Figure<'gal'>
  covers: Figure<'ft2'>
  planned: Figure<MassUnit | VolumeUnit>
  measured: MeasuredDose
  filling: FillingStep[]
}

export interface Mix {
  water: Figure<'gal'>
  /** Rate × area; the planned loads sum to it. */
  product: Figure<MassUnit | VolumeUnit>
  /** What the marks of the tool make of it: the figure that is recorded. */
  measured: Figure<MassUnit | VolumeUnit>
  /** Measured product over the measured area. */
  measuredRate: Figure<RatePerAreaUnit>
  concentration: Figure
  loads: Load[]
  yearUse: YearUse
  /** Share of the year's maximum used once this mix is down; absent where the label states none. */
  yearShare?: Figure<'ratio'>
  cautions: Caution[]
}

/** More tanks than anyone fills for one pass: the sprayer or its unit is wrong. */
const mostLoads = 400
/** Larger than any lawn one mix is made for: 100 acres. */
const largestAreaSqFt = 4_356_000

function checkSizes({ areaSqFt, carrierVolume, capacityGal, rate, rules }: MixRequest): Refusal[] {
  const refusals: Refusal[] = []
  if (!(areaSqFt > 0)) refusals.push({ code: 'areaNotPositive', field: 'areaSqFt', params: {} })
  else if (areaSqFt > largestAreaSqFt)
    refusals.push({
      code: 'areaAbsurd',
      field: 'areaSqFt',
      params: { given: { value: areaSqFt, unit: 'ft2' }, limit: { value: largestAreaSqFt, unit: 'ft2' } },
    })
  if (!(carrierVolume.value > 0))
    refusals.push({ code: 'carrierNotPositive', field: 'carrierVolume', params: {} })
  if (!(capacityGal > 0)) refusals.push({ code: 'capacityNotPositive', field: 'capacityGal', params: {} })
  const loads = (carrierVolume.value * areaSqFt) / 1000 / capacityGal
  if (!refusals.length && loads > mostLoads)
    refusals.push({
      code: 'tooManyLoads',
      field: 'capacityGal',
      params: { limit: mostLoads, capacity: { value: capacityGal, unit: 'gal' } },
    })
  const measure = measureOfFormulation(rules.formulation)
  const dimension = findUnit(rate.unit)?.dimension
  if (dimension !== 'massPerArea' && dimension !== 'volumePerArea')
    refusals.push({ code: 'notARatePerArea', field: 'rate', params: { unit: rate.unit } })
  else if (measureOfUnit(rate.unit) !== measure)
    refusals.push({
      code: measure === 'volume' ? 'dryOunceForLiquid' : 'fluidOunceForDry',
      field: 'rate',
      params: { unit: rate.unit },
    })
  return refusals
}

function computeTotals(request: MixRequest, unit: MassUnit | VolumeUnit) {
  const { areaSqFt, rate, carrierVolume } = request
  const area = operand(areaSqFt, 'ft2')
  const perSqFt = convert(rate.value, rate.unit, `${unit}/ft2` as RatePerAreaUnit)
  const waterGal = (carrierVolume.value * areaSqFt) / 1000
  const water = figure('gal', [
    {
      code: 'totalWater',
      formula: '{carrierVolume} × {area}',
      operands: { carrierVolume: operand(carrierVolume.value, carrierVolume.unit), area },
      result: operand(waterGal, 'gal'),
      source: 'calibration',
    },
  ])
  const productFor = (sqFt: number) => ({
    code: 'product',
    formula: '{rate} × {area}',
    operands: { rate: operand(rate.value, rate.unit), area: operand(sqFt, 'ft2') },
    result: operand(perSqFt * sqFt, unit),
    source: 'label',
  })
  return { water, productFor }
}

/** Least and most of the product for a load: the label's rate over the load's ground, and what the year still allows. */
function doseBounds(
  limits: LimitCheck,
  sqFt: number,
  unit: MassUnit | VolumeUnit,
): { min: number; max: number } {
  const { rate } = limits.use!
  const left = limits.yearUse!.remaining
  const most = left ? Math.min(rate.max, convert(left.value, left.unit, rate.unit)) : rate.max
  const over = (value: number) => convert(value, rate.unit, `${unit}/ft2` as RatePerAreaUnit) * sqFt
  return { min: over(rate.min), max: over(most) }
}

function computeLoad(
  request: MixRequest,
  limits: LimitCheck,
  waterGal: number,
  unit: MassUnit | VolumeUnit,
): Outcome<Load> {
  const { carrierVolume, rules, tool } = request
  const sqFt = (waterGal / carrierVolume.value) * 1000
  const { productFor } = computeTotals(request, unit)
  const planned = figure(unit, [productFor(sqFt)])
  const measured = computeMeasuredDose(
    { planned: planned.value, ...doseBounds(limits, sqFt, unit), unit },
    tool,
  )
  if (!measured.ok) return measured
  const covers = figure('ft2', [
    {
      code: 'loadCovers',
      formula: '{water} ÷ {carrierVolume}',
      operands: {
        water: operand(waterGal, 'gal'),
        carrierVolume: operand(carrierVolume.value, carrierVolume.unit),
      },
      result: operand(sqFt, 'ft2'),
    },
  ])
  const water = figure('gal', [
    {
      code: 'loadWater',
      formula:
        request.loadPlan === 'equal' ? '{totalWater} ÷ n ≤ {capacity}' : '{totalWater} − n × {capacity}',
      operands: {
        totalWater: operand((carrierVolume.value * request.areaSqFt) / 1000, 'gal'),
        capacity: operand(request.capacityGal, 'gal'),
      },
      result: operand(waterGal, 'gal'),
    },
  ])
  return accepted({
    water,
    covers,
    planned,
    measured: measured.value,
    filling: planFilling(waterGal, rules.formulation),
  })
}

const sumFigure = <U extends MassUnit | VolumeUnit>(code: string, unit: U, values: number[]): Figure<U> =>
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

function areaCaution({ areaSqFt, areaUncertaintySqFt = 0 }: MixRequest): Caution[] {
  const share = areaUncertaintySqFt / areaSqFt
  return share > 0.05 ? [{ code: 'areaUncertain', params: { share: { value: share, unit: 'ratio' } } }] : []
}

/**
 * One product in one sprayer over one area: loads, amounts per load as the tool shows them, the year's maximum after it.
 * Refused, with every reason, where the label or the sizes stand against it.
 */
export function computeMix(request: MixRequest): Outcome<Mix> {
  const sizes = checkSizes(request)
  if (sizes.length) return refused(...sizes)
  const limits = checkLimits(request)
  if (limits.refusals.length) return refused(...limits.refusals)

  const unit = unitParts(limits.use!.rate.unit)[0] as MassUnit | VolumeUnit
  const { water, productFor } = computeTotals(request, unit)
  const loads: Load[] = []
  for (const gal of planLoads(water.value, request.capacityGal, request.loadPlan)) {
    const load = computeLoad(request, limits, gal, unit)
    if (!load.ok) return load
    loads.push(load.value)
  }

  const planned = sumFigure(
    'plannedSum',
    unit,
    loads.map((l) => l.planned.value),
  )
  const toolUnit = loads[0]!.measured.amount.unit
  const measured = sumFigure(
    'measuredSum',
    toolUnit,
    loads.map((l) => l.measured.amount.value),
  )
  const rateUnit = limits.use!.rate.unit
  const measuredRate = figure(rateUnit, [
    {
      code: 'measuredRate',
      formula: '{measured} ÷ {area}',
      operands: { measured: operand(measured.value, toolUnit), area: operand(request.areaSqFt, 'ft2') },
      result: operand(
        convert(measured.value / request.areaSqFt, `${toolUnit}/ft2` as RatePerAreaUnit, rateUnit),
        rateUnit,
      ),
    },
  ])
  const yearShare = computeYearShare(limits.yearUse!, measuredRate)
  const doseCautions = loads.flatMap((l) => l.measured.error.cautions).slice(0, 1)
  return accepted({
    water,
    product: { ...planned, working: [productFor(request.areaSqFt), ...planned.working] },
    measured,
    measuredRate,
    concentration: computeConcentration(request.rate, request.carrierVolume),
    loads,
    yearUse: limits.yearUse!,
    ...(yearShare && { yearShare }),
    cautions: [...limits.cautions, ...areaCaution(request), ...doseCautions],
  })
}
