import { unitParts, type MassUnit, type VolumeUnit } from '../../quantity/index.ts'
import { createActiveFinder } from '../names.ts'
import { amountUnit, amountUnitOf, number, numberOf, rangeOf } from './figures.ts'
import { nameFinder } from './lexicon.ts'
import { unitSaid, rateOf } from './rateIn.ts'
import type { ReadFigure, ReadingLexicon } from './reading.ts'

const numbersIn = (text: string): number[] => (text.match(new RegExp(number, 'gi')) ?? []).map(numberOf)
const listIn = (text: string): string[] =>
  text
    .split(/[,;\n]/)
    .map((t) => t.trim())
    .filter(Boolean)

const spanText = (min: number, max: number) => (min === max ? String(min) : `${min}–${max}`)

/** The figures of a reading as they are typed over: numbers, names; nothing where a figure is one of a few choices. */
export function typedText(
  { field, value }: ReadFigure,
  nameOf: (code: string) => string,
): string | undefined {
  switch (field) {
    case 'name':
    case 'registration':
      return value
    case 'rate':
      return spanText(value.min, value.max)
    case 'contents':
    case 'density':
    case 'windMost':
    case 'annualMaximum':
      return String(value.value)
    case 'applicationsPerYear':
    case 'minimumIntervalDays':
    case 'minimumCarrier':
    case 'dryHours':
    case 'seedingIntervalDays':
    case 'seedlingMowings':
      return String(Number(value.toPrecision(4)))
    case 'active':
      return value.strength.unit === 'none' ? '' : String(value.strength.value)
    case 'turf':
    case 'controls':
    case 'suppresses':
      return value.map(nameOf).join(', ')
    case 'notWith':
    case 'notIn':
      return value.join(', ')
    case 'keepOff':
      return String(value.hours)
    case 'temperature':
      return [value.least, value.most].filter((t) => t !== undefined).join('–')
    case 'mowing':
      return `${value.beforeDays}, ${value.afterDays}`
    case 'wateringIn':
      return `${spanText(value.leastIn, value.mostIn)}, ${value.withinDays}`
    case 'spot':
      return `${value.amount.value}, ${value.waterGal}`
    case 'analysis':
      return `${value.n}-${value.p2o5}-${value.k2o}`
    default:
      return undefined
  }
}

type Value = ReadFigure['value']

/** What was typed, as a value of the figure’s field; a unit is read where one stands there, else it stays. */
function valueOf(figure: ReadFigure, text: string, lexicon: ReadingLexicon): Value | undefined {
  const [first, second, third] = numbersIn(text)
  const has = first !== undefined
  const amount = new RegExp(amountUnit, 'i').exec(text)?.[0]
  const { value, field } = figure
  switch (field) {
    case 'name':
    case 'registration':
      return text.trim() || undefined
    case 'rate':
    case 'annualMaximum': {
      if (!has) return undefined
      const ends = rangeOf(String(first), second === undefined ? undefined : String(second))
      const said = unitSaid(text)
      const [top, ground] = unitParts(value.unit)
      const inUnit =
        said.amount || said.ground
          ? rateOf(
              ends,
              {
                amount: said.amount ?? (top as MassUnit & 'oz'),
                ground: said.ground ?? { unit: ground as 'acre', times: 1 },
              },
              top === 'oz',
            )
          : { ...ends, unit: value.unit }
      if (!inUnit) return undefined
      if (field === 'annualMaximum') return { value: inUnit.max, unit: inUnit.unit, of: value.of }
      return { min: inUnit.min, max: inUnit.max, unit: inUnit.unit }
    }
    case 'contents': {
      const unit = amount ? amountUnitOf(amount) : undefined
      return has
        ? {
            value: first,
            unit: (unit === 'oz?' ? value.unit : (unit ?? value.unit)) as MassUnit | VolumeUnit,
          }
        : undefined
    }
    case 'density':
      return has
        ? { value: first, unit: /g\s*\/\s*l/i.test(text) ? 'g/L' : /gal/i.test(text) ? 'lb/gal' : value.unit }
        : undefined
    case 'windMost':
      return has
        ? { value: first, unit: /km/i.test(text) ? 'km/h' : /mph|mi/i.test(text) ? 'mph' : value.unit }
        : undefined
    case 'applicationsPerYear':
    case 'minimumIntervalDays':
    case 'minimumCarrier':
    case 'dryHours':
    case 'seedingIntervalDays':
    case 'seedlingMowings':
      return first
    case 'active': {
      const named = createActiveFinder(lexicon.actives)(text.replace(/\s*[\d.]+\s*(?:%|lb.*|g\/.*)?$/, ''))
      const unit = /%/.test(text)
        ? 'percent'
        : /lb/i.test(text)
          ? 'lb/gal'
          : /g\s*\/\s*l/i.test(text)
            ? 'g/L'
            : undefined
      const before = value.strength.unit === 'none' ? ('percent' as const) : value.strength.unit
      // The number of a name ("2,4-D") is no strength.
      const strength = numbersIn(named ? text.slice(text.search(/[\d.]+\s*(?:%|lb|g\/|$)/i)) : text)[0]
      if (strength === undefined && !named) return undefined
      return {
        name: named?.name ?? value.name,
        strength:
          strength === undefined
            ? value.strength
            : { ...value.strength, value: strength, unit: unit ?? before },
        ...((named?.group ?? value.group) && { group: named?.group ?? value.group! }),
      }
    }
    case 'turf':
    case 'controls':
    case 'suppresses': {
      const found = nameFinder(field === 'turf' ? lexicon.turf : lexicon.plants, field === 'turf')(text)
      const codes = [...new Set(found.map((f) => f.code))]
      return codes.length ? codes : undefined
    }
    case 'notWith':
    case 'notIn':
      return listIn(text)
    case 'keepOff':
      return has ? { untilDry: value.untilDry, hours: first } : undefined
    case 'temperature': {
      if (!has) return undefined
      if (second !== undefined)
        return { least: Math.min(first, second), most: Math.max(first, second), unit: value.unit }
      return value.most === undefined ? { least: first, unit: value.unit } : { most: first, unit: value.unit }
    }
    case 'mowing':
      return has ? { beforeDays: first, afterDays: second ?? first } : undefined
    case 'wateringIn':
      if (!has || second === undefined) return undefined
      return third === undefined
        ? { leastIn: first, mostIn: first, withinDays: second }
        : { leastIn: Math.min(first, second), mostIn: Math.max(first, second), withinDays: third }
    case 'spot': {
      const unit = amount ? amountUnitOf(amount) : undefined
      return has
        ? {
            amount: {
              value: first,
              unit: (unit === 'oz?' ? 'floz' : (unit ?? value.amount.unit)) as VolumeUnit,
            },
            waterGal: second ?? value.waterGal,
          }
        : undefined
    }
    case 'analysis':
      return third === undefined ? undefined : { n: first!, p2o5: second!, k2o: third }
    default:
      return undefined
  }
}

/** A figure with what a person typed over it, without its doubt. @returns undefined where that is no value of its field */
export function retyped(figure: ReadFigure, text: string, lexicon: ReadingLexicon): ReadFigure | undefined {
  const value = valueOf(figure, text, lexicon)
  if (value === undefined) return undefined
  const { doubt: _, ...rest } = figure
  return { ...rest, value } as ReadFigure
}
