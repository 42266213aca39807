import { findUnit, measureOfUnit, type Refusal } from '../../quantity/index.ts'
import { kindOf, measureOfFormulation } from '../../shelf/index.ts'
import {
  mostGrounds,
  mixedSqFt,
  mostProducts,
  type TankGround,
  type TankProductOrder,
  type TankRequest,
} from './request.ts'

/** More tanks than anyone fills for one pass: the sprayer or its unit is wrong. */
const mostLoads = 400
/** Larger than any lawns one mix is made for: 100 acres. */
const largestAreaSqFt = 4_356_000

function checkGround(ground: TankGround, field: string): Refusal[] {
  const { mode, areaSqFt, spotSqFt = 0, edgeSqFt = 0, name } = ground
  if (!(areaSqFt > 0)) return [{ code: 'areaNotPositive', field: `${field}.areaSqFt`, params: {} }]
  if (areaSqFt > largestAreaSqFt)
    return [
      {
        code: 'areaAbsurd',
        field: `${field}.areaSqFt`,
        params: { given: { value: areaSqFt, unit: 'ft2' }, limit: { value: largestAreaSqFt, unit: 'ft2' } },
      },
    ]
  const over = (part: 'spotSqFt' | 'edgeSqFt', value: number): Refusal[] =>
    value > areaSqFt * (1 + 1e-9) || value < 0
      ? [
          {
            code: part === 'spotSqFt' ? 'spotOverArea' : 'edgeOverArea',
            field: `${field}.${part}`,
            params: { zone: name, given: { value, unit: 'ft2' }, area: { value: areaSqFt, unit: 'ft2' } },
          },
        ]
      : []
  if (mode === 'spot' && !(spotSqFt > 0))
    return [{ code: 'spotMissing', field: `${field}.spotSqFt`, params: { zone: name } }]
  return [...over('spotSqFt', spotSqFt), ...over('edgeSqFt', edgeSqFt)]
}

function checkHerbicide({ rules, rate }: TankProductOrder, field: string): Refusal[] {
  if (!rate) return [{ code: 'rateMissing', field: `${field}.rate`, params: { label: rules.name } }]
  const measure = measureOfFormulation(rules.formulation)
  const dimension = findUnit(rate.unit)?.dimension
  if (dimension !== 'massPerArea' && dimension !== 'volumePerArea')
    return [{ code: 'notARatePerArea', field: `${field}.rate`, params: { unit: rate.unit } }]
  if (measureOfUnit(rate.unit) !== measure)
    return [
      {
        code: measure === 'volume' ? 'dryOunceForLiquid' : 'fluidOunceForDry',
        field: `${field}.rate`,
        params: { unit: rate.unit },
      },
    ]
  return []
}

function checkAdditive({ rules, concentration }: TankProductOrder, field: string): Refusal[] {
  const at = `${field}.concentration`
  if (!concentration) return [{ code: 'concentrationMissing', field: at, params: { label: rules.name } }]
  const range = rules.additive?.rate
  const dimension = findUnit(concentration.unit)?.dimension
  if (!range || dimension !== findUnit(range.unit)?.dimension)
    return [{ code: 'notAConcentration', field: at, params: { unit: concentration.unit, label: rules.name } }]
  return []
}

function checkProduct(order: TankProductOrder, field: string): Refusal[] {
  switch (kindOf(order.rules)) {
    case 'herbicide':
      return checkHerbicide(order, field)
    case 'adjuvant':
    case 'dye':
      return checkAdditive(order, field)
    case 'fertiliser':
      return [{ code: 'fertiliserNotInTank', field, params: { label: order.rules.name } }]
  }
}

/** Sizes that cannot be, and orders that say too little; before any label is looked at. */
export function checkSizes(request: TankRequest): Refusal[] {
  const { grounds, products, carrierVolume, capacityGal, waterFirst } = request
  const refusals: Refusal[] = []
  if (!grounds.length) refusals.push({ code: 'areaNotPositive', field: 'grounds', params: {} })
  if (grounds.length > mostGrounds)
    refusals.push({ code: 'tooManyGrounds', field: 'grounds', params: { most: mostGrounds } })
  if (!products.some((p) => kindOf(p.rules) === 'herbicide'))
    refusals.push({ code: 'noHerbicideInTank', field: 'products', params: {} })
  if (products.length > mostProducts)
    refusals.push({ code: 'tooManyProducts', field: 'products', params: { most: mostProducts } })
  refusals.push(...grounds.flatMap((g, i) => checkGround(g, `grounds.${i}`)))
  refusals.push(...products.flatMap((p, i) => checkProduct(p, `products.${i}`)))
  if (!(carrierVolume.value > 0))
    refusals.push({ code: 'carrierNotPositive', field: 'carrierVolume', params: {} })
  if (!(capacityGal > 0)) refusals.push({ code: 'capacityNotPositive', field: 'capacityGal', params: {} })
  if (waterFirst !== undefined && !(waterFirst >= 0.1 && waterFirst <= 0.95))
    refusals.push({ code: 'waterFirstNotBelievable', field: 'waterFirst', params: {} })
  if (request.spareGal !== undefined && !(request.spareGal >= 0 && request.spareGal <= capacityGal))
    refusals.push({
      code: 'spareNotASize',
      field: 'spareGal',
      params: { most: { value: capacityGal, unit: 'gal' } },
    })
  const area = mixedSqFt(request)
  const loads = (carrierVolume.value * area) / 1000 / capacityGal
  if (!refusals.length && loads > mostLoads)
    refusals.push({
      code: 'tooManyLoads',
      field: 'capacityGal',
      params: { limit: mostLoads, capacity: { value: capacityGal, unit: 'gal' } },
    })
  return refusals
}
