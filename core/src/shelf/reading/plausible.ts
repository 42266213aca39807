import { computeActiveRate } from '../../quantity/index.ts'
import { createActiveFinder } from '../names.ts'
import type { LabelActive } from '../label.ts'
import type { Doubt, Found, LabelText, ReadField, ReadValues } from './reading.ts'
import { isDryLabel } from './rules/identity.ts'

/** Beyond these a figure of its kind was hardly read right. Our estimates of what labels print. */
const usual: Partial<{ [F in ReadField]: (value: ReadValues[F]) => boolean }> = {
  applicationsPerYear: (n) => Number.isInteger(n) && n >= 1 && n <= 12,
  minimumIntervalDays: (n) => n >= 5 && n <= 365,
  minimumCarrier: (n) => n >= 0.2 && n <= 20,
  seedingIntervalDays: (n) => n >= 1 && n <= 730,
  seedlingMowings: (n) => Number.isInteger(n) && n >= 1 && n <= 6,
  mowing: ({ beforeDays, afterDays }) => beforeDays <= 7 && afterDays <= 14,
  dryHours: (n) => n > 0 && n <= 72,
  wateringIn: ({ leastIn, mostIn, withinDays }) =>
    leastIn >= 0.1 && mostIn <= 1.5 && withinDays >= 1 && withinDays <= 60,
  windMost: ({ value, unit }) => value >= (unit === 'km/h' ? 5 : 3) && value <= (unit === 'km/h' ? 30 : 20),
  temperature: ({ least, most, unit }) => {
    const f = (v: number) => (unit === 'degC' ? v * 1.8 + 32 : v)
    return (
      (least === undefined || (f(least) >= 28 && f(least) <= 70)) &&
      (most === undefined || (f(most) >= 75 && f(most) <= 110))
    )
  },
  keepOff: ({ hours }) => hours <= 96,
  density: ({ value, unit }) =>
    (unit === 'g/L' ? value / 119.8 : value) > 6.5 && (unit === 'g/L' ? value / 119.8 : value) < 13,
  contents: ({ value }) => value > 0 && value <= 2000,
  spot: ({ amount, waterGal }) => amount.value > 0 && amount.value <= 20 && waterGal >= 0.2 && waterGal <= 10,
  name: (text) => text.length >= 3,
}

/** A rate carries of each active what is usual of it: between a third of the least and a little over the most. */
function rateDoubt(rate: ReadValues['rate'], actives: LabelActive[], label: LabelText): boolean {
  if (!(rate.min > 0) || rate.max > rate.min * 8) return true
  const activeOf = createActiveFinder(label.lexicon.actives)
  const judged = actives.flatMap(({ name, strength }) => {
    const known = activeOf(name)
    const of = (value: number) => computeActiveRate({ value, unit: rate.unit }, strength, 'lb/acre')
    const [low, high] = [of(rate.min), of(rate.max)]
    if (!known || !low.ok || !high.ok) return []
    const { least, most } = known.activeLbPerAcre
    return [low.value.value >= least / 3 && high.value.value <= most * 1.25]
  })
  // Nothing to check it by is no confirmation.
  return judged.length ? judged.includes(false) : label.isPicture
}

/** On a picture a word counts as clear only where the reader was sure of it. */
const clearEnough = 0.85
/** Fields whose every letter counts, not the figures alone. */
const ofLetters: ReadonlySet<ReadField> = new Set(['name', 'registration', 'active'])
const isClear = ({ field, words }: Found): boolean =>
  words.every((w) => w.sure >= clearEnough || (!ofLetters.has(field) && !/[\d½¼¾]/.test(w.text)))

/** Words beside names that are not part of one. */
const between =
  /(?:for|use|on|only|established|lawns?|of|turf|grass(?:es)?|these|may|be|used|and|or|the|such|as|including|weeds?|controll?(?:s|ed)?|following|apply|to|actively|growing|treat|when|are|young|directions)/gi
/** Letters of a list of names that no name accounts for: something in it was misread. */
function isListClear(found: Found, label: LabelText): boolean {
  const text = found.words.map((w) => w.text).join(' ')
  const names = found.field === 'turf' ? label.turfIn(text) : label.plantsIn(text)
  const left = [...text].map((c, i) => (names.some((n) => i >= n.start && i < n.end) ? ' ' : c)).join('')
  const spared = left.replace(new RegExp(`(?<!\\p{L})${between.source}(?!\\p{L})`, 'giu'), '')
  return spared.replace(/[^\p{L}]/gu, '').length < 4
}

/** Whether what was read from a picture may stand without a question. */
function isSureOfPicture(found: Found, label: LabelText): boolean {
  // The rows of a table are mixed up where its lines lean.
  if (found.fromTable) return false
  if (found.field === 'turf' || found.field === 'controls' || found.field === 'suppresses')
    return isListClear(found, label)
  if (found.field === 'gear') return false
  return isClear(found)
}

/** Figures with a doubt where they are beyond what is usual, not clear, or stand against each other. */
export function doubted(found: Found[], label: LabelText): Found[] {
  const actives = found.flatMap((f) => (f.field === 'active' ? [f.value] : []))
  const rates = found.flatMap((f) => (f.field === 'rate' ? [f.value] : []))
  const measureDry = isDryLabel(label)
  const doubtOf = (f: Found): Doubt | undefined => {
    if (f.doubt) return f.doubt
    const check = usual[f.field] as ((value: unknown) => boolean) | undefined
    if (check && !check(f.value)) return 'unusual'
    if (f.field === 'rate') {
      if (rateDoubt(f.value, actives, label)) return 'unusual'
      if (/^(?:oz|lb|g|kg)\//.test(f.value.unit) !== measureDry) return 'wording'
    }
    if (f.field === 'active' && activeDoubt(f.value, rates)) return 'unusual'
    if (f.field === 'annualMaximum' && f.value.of === 'product') {
      const of = rates.find((r) => r.unit === f.value.unit)
      if (of && (f.value.value < of.max * 0.99 || f.value.value > of.max * 13)) return 'unusual'
    }
    if (f.field === 'lengths' && f.value.some((l) => l.leastDays < 10 || l.mostDays > 370)) return 'unusual'
    if (!label.isPicture) return undefined
    // A poured product's strength by weight alone: the one by volume may have been overlooked.
    if (f.field === 'active' && f.value.strength.unit === 'percent' && !measureDry) return 'wording'
    return isSureOfPicture(f, label) ? undefined : 'unclear'
  }
  return found.map((f) => ({ ...f, doubt: doubtOf(f) }) as Found)
}

function activeDoubt({ strength }: LabelActive, rates: ReadValues['rate'][]): boolean {
  if (strength.unit === 'percent') return !(strength.value > 0 && strength.value <= 100)
  return strength.unit !== 'none' && rates.length === 0 && !(strength.value > 0 && strength.value < 13)
}
