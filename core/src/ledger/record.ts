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
  type LabelId,
} from '../quantity/index.ts'
import { computePassTime } from '../outing/index.ts'
import {
  computeActiveRates,
  findUse,
  lengthAt,
  timesOver,
  type LabelRules,
  type Pass,
} from '../shelf/index.ts'

/** What an application record says of the product that went down. It carries its own copy of the label's rules. */
export interface RecordedApplication {
  day: Day
  /** All ground gone over; what was gone over twice counts twice. */
  areaSqFt: number
  /** Of it, the strip along the edges that was gone over twice, once. */
  stripSqFt?: number | null
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

/** The rate on the worst ground of a pass: twice the rate where a strip was gone over twice. */
export const worstRate = <U extends RatePerAreaUnit>(
  rate: Quantity<U>,
  stripSqFt: number | null | undefined,
): Quantity<U> => (stripSqFt ? { ...rate, value: rate.value * timesOver({ edgeSqFt: stripSqFt }) } : rate)

/**
 * A recorded application as a pass: what of each active lies on its worst ground, by the rules it was made under. A limit is of
 * every square foot, so a strip that was gone over twice counts for the whole.
 */
export const passOfRecord = ({
  day,
  rate,
  rules,
  stripSqFt,
  turf,
}: Pick<RecordedApplication, 'day' | 'rate' | 'rules' | 'stripSqFt'> & {
  /** What it went down on. */
  turf?: string
}): Pass => {
  const use = turf && findUse(rules, { turf, purpose: 'preEmergent', rate })
  const lasts = use && lengthAt(use, rate)
  return {
    day,
    actives: computeActiveRates(rules, worstRate(rate, stripSqFt)),
    ...(lasts && { lasts }),
  }
}

/** When an application ended: as it was noted, else after the time that so much ground usually takes. ISO 8601. */
export const endOfApplication = ({
  appliedAt,
  endedAt,
  areaSqFt,
}: {
  appliedAt: string
  endedAt?: string | null
  areaSqFt: number
}): string =>
  endedAt ??
  new Date(Date.parse(appliedAt) + computePassTime({ areaSqFt, loads: 0 }).value * 60_000).toISOString()

/** A correction to a record: the fields it changes, in the order they were made. */
export interface Amendment<T> {
  changes: Partial<T>
}

/** The record as it reads now: the first entry with every amendment laid over it. The first entry stays as it was. */
export const readAmended = <T extends object>(first: T, amendments: Amendment<T>[]): T =>
  amendments.reduce<T>((reading, { changes }) => ({ ...reading, ...changes }), { ...first })

/** Which label a record is of: by its id; by its name only where a record from a file has none. */
export const labelKey = ({ labelId, rules }: { labelId?: LabelId | null; rules: { name: string } }): string =>
  labelId ?? `named ${rules.name}`
