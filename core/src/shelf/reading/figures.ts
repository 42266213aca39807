import { convert, type MassPerAreaUnit, type RatePerAreaUnit, type Unit } from '../../quantity/index.ts'

/** How numbers stand on labels: 1,000 · .5 · 1½ · 1 1/2 · 1-1/2 · two. */
const inWords = [
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
]
const ordinals = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth']
const glyphs: Record<string, number> = {
  '½': 1 / 2,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
}
const glyph = `[${Object.keys(glyphs).join('')}]`
const whole = String.raw`\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d*\.\d+|\d+`
const slashed = String.raw`\d{1,2}\s?[/⁄]\s?\d{1,2}`
export const number = String.raw`(?:\d+(?:\s|\s?-\s?)${slashed}(?!\d)|${slashed}(?![\d/])|(?:\d+\s?)?${glyph}|${whole}|\b(?:${inWords.join('|')})\b)`
const through = String.raw`\s*(?:-|–|—|t[o0]|or|and|through|a|y)(?![A-Za-z])\s*`
/** One number, or two with what stands between them. */
export const range = String.raw`(${number})(?:${through}(${number}))?`

export function numberOf(text: string): number {
  const plain = text.trim().toLowerCase()
  const word = inWords.indexOf(plain)
  if (word >= 0) return word + 1
  const fraction = /(?:(\d+)[\s-]+)?(\d+)\s?[/⁄]\s?(\d+)$/.exec(plain)
  if (fraction) return Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3])
  const last = glyphs[plain.at(-1)!]
  if (last) return Number(plain.slice(0, -1).trim() || 0) + last
  return Number(plain.replaceAll(',', ''))
}
/** "third", "3rd", "two" as a count. */
export const ordinal = String.raw`(?:${ordinals.join('|')}|\d+(?:st|nd|rd|th)|${inWords.slice(0, 6).join('|')}|\d+)`
export function ordinalOf(text: string): number {
  const at = ordinals.indexOf(text.toLowerCase())
  return at >= 0 ? at + 1 : numberOf(text.replace(/(?:st|nd|rd|th)$/i, ''))
}

/** Two ends of a range, the smaller first. */
export function rangeOf(first: string, second: string | undefined): { min: number; max: number } {
  const ends = [numberOf(first), second === undefined ? numberOf(first) : numberOf(second)]
  return { min: Math.min(...ends), max: Math.max(...ends) }
}

/** A span of time in days; months are counted long, since they are least waits. */
export const timeUnit = String.raw`(days?|weeks?|months?|wks?\.?|mos?\.?|d[ií]as|semanas|meses)`
export function daysOf(value: number, unit: string): number {
  if (/^(?:w|s)/i.test(unit)) return value * 7
  return /^m/i.test(unit) ? Math.ceil(value * 30.5) : value
}

/** What an amount is counted in. An ounce alone may be of weight or of volume. */
export type AmountUnit =
  'floz' | 'oz?' | 'oz' | 'lb' | 'pt' | 'qt' | 'gal' | 'mL' | 'L' | 'g' | 'kg' | 'tsp' | 'tbsp'
const amounts: [AmountUnit, string][] = [
  ['floz', String.raw`(?:fl(?:uid|\.|,)?\s?(?:oz\b\.?|ounces?\b))|onzas\s(?:l[ií]quidas|fluidas)`],
  [
    'oz',
    String.raw`(?:dry|wt\.?|avoir\.?)\s?(?:oz\b\.?|ounces?\b)|(?:oz\b\.?|ounces?\b)\s?(?:\(?(?:dry|wt\b\.?|by weight)\)?)`,
  ],
  ['oz?', String.raw`oz\b\.?|ounces?\b|onzas\b`],
  ['lb', String.raw`[lI]bs?\b\.?|pounds?\b|libras?\b`],
  ['pt', String.raw`pts?\b\.?|pints?\b|pintas?\b`],
  ['qt', String.raw`qts?\b\.?|quarts?\b|cuartos?\b`],
  ['gal', String.raw`gals?\b\.?|gallons?\b|galones\b|gal[oó]n\b`],
  ['mL', String.raw`m[lL]\b|millilit(?:er|re)s?\b`],
  ['L', String.raw`[lL]\b|lit(?:er|re)s?\b|litros?\b`],
  ['kg', String.raw`kg\b|kilograms?\b`],
  ['g', String.raw`g\b|grams?\b|gramos?\b`],
  ['tsp', String.raw`tsps?\b\.?|teaspoon(?:ful)?s?\b`],
  ['tbsp', String.raw`tbsps?\b\.?|tablespoon(?:ful)?s?\b`],
]
export const amountUnit = `(?:${amounts.map(([, p]) => p).join('|')})`
export function amountUnitOf(text: string): AmountUnit | undefined {
  return amounts.find(([, pattern]) => new RegExp(`^(?:${pattern})`, 'i').test(text.trim()))?.[0]
}

/** Ground that a rate is of: so many of a unit. */
const areas: [number, 'ft2' | 'acre' | 'm2' | 'ha', string][] = [
  [1, 'ft2', String.raw`(?:sq(?:uare|\.)?\s?(?:ft\b\.?|feet\b|foot\b)|ft2\b|ft²|pies\scuadrados)`],
  [1, 'acre', String.raw`acres?\b|\bA\b`],
  [1, 'm2', String.raw`m[2?]|m²|sq(?:uare|\.)?\s?(?:m\b|met(?:er|re)s?\b)|metros\scuadrados`],
  [1, 'ha', String.raw`ha\b|hect[aá]reas?\b|hectares?\b`],
]
export const area = String.raw`(?:(?:${whole}|[1I],[0O]{3})\s*)?(?:${areas.map(([, , p]) => p).join('|')})`
export const per = String.raw`\s*(?:\/|per\b|for each\b|to treat\b|por\b|an\b)\s*(?:each\s)?`

/** A unit of ground as the core names it, and by what a figure of it is multiplied to be of that. */
export function areaOf(
  text: string,
): { unit: '1000ft2' | 'acre' | '100m2' | 'ha'; times: number } | undefined {
  const plain = text.trim()
  const found = areas.find(([, , pattern]) => new RegExp(`(?:${pattern})\\s*\\.?$`, 'i').test(plain))
  if (!found) return undefined
  const count = numberOf(/^[\dIO.,]+/.exec(plain)?.[0].replaceAll('I', '1').replaceAll('O', '0') ?? '1')
  if (found[1] === 'ft2') return { unit: '1000ft2', times: 1000 / count }
  if (found[1] === 'm2') return { unit: '100m2', times: 100 / count }
  return { unit: found[1], times: 1 / count }
}

/** Units in which the short form has rates; others are told in the nearest of them. */
const told: Record<string, RatePerAreaUnit> = {
  'pt/1000ft2': 'floz/1000ft2',
  'qt/1000ft2': 'floz/1000ft2',
  'gal/1000ft2': 'floz/1000ft2',
  'tsp/1000ft2': 'floz/1000ft2',
  'tbsp/1000ft2': 'floz/1000ft2',
  'mL/1000ft2': 'floz/1000ft2',
  'L/1000ft2': 'floz/1000ft2',
  'g/1000ft2': 'oz/1000ft2',
  'kg/1000ft2': 'lb/1000ft2',
  'gal/acre': 'qt/acre',
  'mL/acre': 'floz/acre',
  'L/acre': 'qt/acre',
  'g/acre': 'oz/acre',
  'kg/acre': 'lb/acre',
  'L/100m2': 'mL/100m2',
  'kg/100m2': 'g/100m2',
  'mL/ha': 'L/ha',
  'g/ha': 'kg/ha',
}
export function inToldUnit(
  value: number,
  amount: Exclude<AmountUnit, 'oz?'>,
  ground: NonNullable<ReturnType<typeof areaOf>>,
) {
  const unit = `${amount}/${ground.unit}` as RatePerAreaUnit
  const to = told[unit] ?? unit
  const converted = convert(value * ground.times, unit as Unit, to as MassPerAreaUnit)
  return { value: Number(converted.toPrecision(6)), unit: to }
}
