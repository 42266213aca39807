import type { FiledRecord } from '@jardinero/contract/account'
import type { Mix, Tank } from '@jardinero/contract/bench'
import { measureOfUnit, unitParts, type Refusal, type Unit } from '@jardinero/core/quantity'
import { measureOfFormulation, type LabelRules } from '@jardinero/core/shelf'

/** Whether amounts are of the kind their product is measured in: ounces of a powder are weight. */
const measureFaults = (rules: LabelRules, given: Record<string, Unit>): Refusal[] => {
  const measure = measureOfFormulation(rules.formulation)
  return Object.entries(given)
    .filter(([, unit]) => measureOfUnit(unitParts(unit)[0]) !== measure)
    .map(([field, unit]) => ({ code: 'amountMeasure', field, params: { measure, unit } }))
}

/** What of a record in a file could not have been written down here. */
export function checkFiledRecord({ rules, rate, first, amendments }: FiledRecord): Refusal[] {
  const missing: Refusal[] = (['areaSqFt', 'product', 'waterGal'] as const)
    .filter((field) => first[field] === undefined)
    .map((field) => ({ code: 'fieldMissing', field: `first.${field}`, params: {} }))
  if (missing.length) return missing
  const amended = amendments.flatMap(({ changes: { product } }, i): [string, Unit][] =>
    product ? [[`amendments.${i}.changes.product.unit`, product.unit]] : [],
  )
  const amounts: Record<string, Unit> = {
    'rate.unit': rate.unit,
    'first.product.unit': first.product.unit,
    ...Object.fromEntries(amended),
  }
  const positive: Refusal[] =
    first.product.value > 0 ? [] : [{ code: 'rateNotPositive', field: 'first.product', params: {} }]
  return [...positive, ...measureFaults(rules, amounts)]
}

export const checkFiledMix = ({ rules, rate, result }: Mix): Refusal[] =>
  measureFaults(rules, {
    'rate.unit': rate.unit,
    'result.measured.unit': result.measured.unit,
    'result.measuredRate.unit': result.measuredRate.unit,
  })

/** A tank's parts must agree in number: a dose for each product in each load. */
export function checkFiledTank({ products, request, result, zones }: Tank): Refusal[] {
  const faults: Refusal[] = []
  const uneven = (field: string, is: boolean) => is && faults.push({ code: 'partsUneven', field, params: {} })
  uneven('request.products', request.products.length !== products.length)
  uneven('request.grounds', request.grounds.length !== zones.length)
  result.loads.forEach((load, i) => uneven(`result.loads.${i}.doses`, load.doses.length !== products.length))
  return faults
}
