import type { Day, MassUnit, Quantity, RatePerAreaUnit, VolumeUnit } from '../quantity/index.ts'
import { computeActiveRates, type LabelRules, type Pass } from '../shelf/index.ts'

/** What an application record says of the product that went down. It carries its own copy of the label's rules. */
export interface RecordedApplication {
  day: Day
  areaSqFt: number
  product: Quantity<MassUnit | VolumeUnit>
  rate: Quantity<RatePerAreaUnit>
  rules: LabelRules
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
