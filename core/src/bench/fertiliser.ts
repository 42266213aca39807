import { accepted, figure, operand, refused, type Figure, type Outcome } from '../quantity/index.ts'

/** More nitrogen than this at once burns, or runs off, lb per 1,000 ft². Extension practice: 1 soluble, up to 2 slow. */
const mostNitrogen = 2
/** What a feeding of a lawn usually gives, lb per 1,000 ft²: a start to change from; extension practice is 0.5 to 1. */
export const usualNitrogen = 0.75
const sliver = 1e-9

/** A bag by its analysis, percent, and what it is to give. */
export interface Feeding {
  nitrogenPercent: number
  nitrogenLbPer1000: number
}

/** What of a bag gives the nitrogen that is wanted. */
export function computeFertiliser(
  { nitrogenPercent, nitrogenLbPer1000 }: Feeding,
  areaSqFt: number,
): Outcome<{ rate: Figure<'lb/1000ft2'>; product: Figure<'lb'> }> {
  if (!(nitrogenPercent > 0 && nitrogenPercent <= 46))
    return refused({ code: 'nitrogenPercent', field: 'nitrogenPercent', params: { most: 46 } })
  if (!(nitrogenLbPer1000 > 0 && nitrogenLbPer1000 <= mostNitrogen + sliver))
    return refused({
      code: 'nitrogenRate',
      field: 'nitrogenLbPer1000',
      params: { most: { value: mostNitrogen, unit: 'lb/1000ft2' } },
    })
  const rate = nitrogenLbPer1000 / (nitrogenPercent / 100)
  const perArea = {
    code: 'fertiliserRate',
    formula: '{nitrogenRate} ÷ {nitrogenShare}',
    operands: {
      nitrogenRate: operand(nitrogenLbPer1000, 'lb/1000ft2'),
      nitrogenShare: operand(nitrogenPercent / 100, 'ratio'),
    },
    result: operand(rate, 'lb/1000ft2'),
    source: 'bag',
  }
  return accepted({
    rate: figure('lb/1000ft2', [perArea]),
    product: figure('lb', [
      perArea,
      {
        code: 'fertiliserProduct',
        formula: '{rate} × {area}',
        operands: { rate: operand(rate, 'lb/1000ft2'), area: operand(areaSqFt, 'ft2') },
        result: operand((rate * areaSqFt) / 1000, 'lb'),
        source: 'bag',
      },
    ]),
  })
}
