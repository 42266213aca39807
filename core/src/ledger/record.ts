import {
  convert,
  figure,
  operand,
  unitParts,
  type Day,
  type Figure,
  type MassUnit,
  type Quantity,
  type RatePerAreaUnit,
  type VolumeUnit,
} from '../quantity/index.ts'
import { computeActiveRates, type LabelRules, type Pass } from '../shelf/index.ts'

/** What an application record says of the product that went down. It carries its own copy of the label's rules. */
export interface RecordedApplication {
  day: Day
  areaSqFt: number
  product: Quantity<MassUnit | VolumeUnit>
  rate: Quantity<RatePerAreaUnit>
  rules: LabelRules
}

/** The rate that was put down: product over area, in a unit of the product's measure. */
export function computeRecordedRate(
  { product, areaSqFt }: Pick<RecordedApplication, 'product' | 'areaSqFt'>,
  unit: RatePerAreaUnit,
): Figure<RatePerAreaUnit> {
  const [amount, area] = unitParts(unit)
  const rate = convert(product.value, product.unit, amount) / convert(areaSqFt, 'ft2', area!)
  return figure(unit, [
    {
      code: 'measuredRate',
      formula: '{measured} ÷ {area}',
      operands: { measured: operand(product.value, product.unit), area: operand(areaSqFt, 'ft2') },
      result: operand(rate, unit),
      source: 'ledger',
    },
  ])
}

/** A recorded application as a pass: what of each active it put down per area, by the rules it was made under. */
export const passOfRecord = ({ day, rate, rules }: RecordedApplication): Pass => ({
  day,
  actives: computeActiveRates(rules, rate),
})

/** A correction to a record: the fields it changes, in the order they were made. */
export interface Amendment<T> {
  changes: Partial<T>
}

/** The record as it reads now: the first entry with every amendment laid over it. The first entry stays as it was. */
export const readAmended = <T extends object>(first: T, amendments: Amendment<T>[]): T =>
  amendments.reduce<T>((reading, { changes }) => ({ ...reading, ...changes }), { ...first })
