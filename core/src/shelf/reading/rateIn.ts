import type { RatePerAreaUnit } from '../../quantity/index.ts'
import {
  amountUnit,
  amountUnitOf,
  area,
  areaOf,
  inToldUnit,
  per,
  range,
  rangeOf,
  type AmountUnit,
} from './figures.ts'

export interface RateUnitSaid {
  amount?: AmountUnit | undefined
  ground?: ReturnType<typeof areaOf>
}
const unitPer = new RegExp(`(${amountUnit})(?:[^.\\n\\d]{0,40}?)${per}(${area})`, 'i')
const groundAlone = new RegExp(`(?:${per}|\\()\\s*(${area})`, 'i')
const amountAlone = new RegExp(`(?:^|[\\s(\\d])(${amountUnit})`, 'i')

/** The unit of a rate as far as a text says it: a heading, a caption, a cell. */
export function unitSaid(text: string): RateUnitSaid {
  const both = unitPer.exec(text)
  if (both) return { amount: amountUnitOf(both[1]!), ground: areaOf(both[2]!) }
  const ground = groundAlone.exec(text)
  const amount = amountAlone.exec(text)
  return {
    ...(amount && { amount: amountUnitOf(amount[1]!) }),
    ...(ground && { ground: areaOf(ground[1]!) }),
  }
}

export interface RateFound {
  min: number
  max: number
  unit: RatePerAreaUnit
  /** It says "oz" alone. */
  ounces: boolean
  /** Said of the active, not of the product. */
  ofActive: boolean
  start: number
  end: number
}
const ofActive = String.raw`\s*\(?(?:a\.?\s?[ie]\b\.?|acid equivalent|active ingredient)`
const whole = new RegExp(
  `${range}\\s*(${amountUnit})(?!\\s*(?:of\\s)?(?:total\\s)?(?:water|spray|carrier|solution|finished))(${ofActive})?(?:\\s?\\([^)]{0,40}\\))?(?:\\s?of\\s(?:[\\w-]+\\s){1,6}?|\\s?(?:of|de)?\\s?(?:product|this product|concentrate|material|producto)?\\s?)${per}(${area})`,
  'gi',
)

/** A rate in its told unit, with "oz" alone taken as the label’s kind of product is measured. */
export function rateOf(
  ends: { min: number; max: number },
  { amount, ground }: RateUnitSaid,
  isDry: boolean,
): Pick<RateFound, 'min' | 'max' | 'unit' | 'ounces'> | undefined {
  if (!amount || !ground) return undefined
  const ounces = amount === 'oz?'
  const unit = ounces ? (isDry ? 'oz' : 'floz') : amount
  const [min, max] = [inToldUnit(ends.min, unit, ground), inToldUnit(ends.max, unit, ground)]
  return { min: min.value, max: max.value, unit: max.unit, ounces: ounces && !isDry }
}

/** Every rate per area that a text says in full. */
export function ratesIn(text: string, isDry: boolean): RateFound[] {
  return [...text.matchAll(whole)].flatMap((m) => {
    const [, from, to, amount, active, ground] = m
    const said = rateOf(rangeOf(from!, to), { amount: amountUnitOf(amount!), ground: areaOf(ground!) }, isDry)
    return said ? [{ ...said, ofActive: Boolean(active), start: m.index, end: m.index + m[0].length }] : []
  })
}
