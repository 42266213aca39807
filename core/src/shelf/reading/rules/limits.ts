import { convert } from '../../../quantity/index.ts'
import {
  amountUnit,
  area,
  daysOf,
  number,
  numberOf,
  ordinal,
  ordinalOf,
  per,
  range,
  rangeOf,
  timeUnit,
} from '../figures.ts'
import { ratesIn } from '../rateIn.ts'
import { each, first, type Found, type ReadRule } from '../reading.ts'
import { isDryLabel } from './identity.ts'
import { saysLimit } from './rates.ts'

const ofYear = /\b(?:year|annual(?:ly)?|season|12[- ]months?|twelve[- ]months?|año)\b/i

/** The year's most: the rate of a sentence that limits and names a year. */
const readYear: ReadRule = (label) => {
  const dry = isDryLabel(label)
  const found = label.sentences.flatMap((s) => {
    if (!ofYear.test(s.text) || !saysLimit.test(s.text)) return []
    const rates = ratesIn(s.text, dry)
    const ground = (unit: string) => ['1000ft2', '100m2', 'acre', 'ha'].indexOf(unit.split('/')[1]!)
    // What is said of the product is nearer to hand than what is said of the active.
    const [best] = rates.toSorted(
      (a, b) => Number(a.ofActive) - Number(b.ofActive) || ground(a.unit) - ground(b.unit),
    )
    return best ? [{ best, start: s.start }] : []
  })
  const values = new Set(found.map(({ best }) => `${best.max} ${best.unit} ${best.ofActive}`))
  const [one] = found
  if (!one) return []
  const { best, start } = one
  const differs =
    [...values].filter((v) => v.includes(best.unit) && v.endsWith(String(best.ofActive))).length > 1
  return [
    {
      field: 'annualMaximum',
      value: { value: best.max, unit: best.unit, of: best.ofActive ? 'active' : 'product' },
      words: label.running.wordsIn(start + best.start, start + best.end),
      doubt: best.ounces ? 'ounces' : differs ? 'disagrees' : undefined,
    },
  ]
}

const passes = [
  new RegExp(
    `(?:more than|exceed|maximum of|up to|limit(?:ed)? to|most)\\s*\\(?(${number})\\)?\\s*(?:\\(\\d+\\)\\s*)?(?:broadcast\\s)?(?:applications?|treatments?|times)\\b[^.\\n]{0,40}?(?:year|season|12[- ]month|annum)`,
  ),
  new RegExp(
    `(?:maximum\\s)?(?:number of\\s)?applications\\s*(?:per|each|a)\\s*(?:year|season)\\s*[:=]?\\s*(${number})`,
  ),
]
const interval = [
  new RegExp(
    `(?:minimum\\s)?(?:re-?\\s?treatment|application|re-?application|spray)\\s*interval\\s*(?:is|of|:|=)?\\s*(?:at least\\s)?\\(?${range}\\)?\\s*${timeUnit}`,
  ),
  new RegExp(
    `(?:allow|wait|leave|least|minimum(?: interval)? of)\\s*(?:at least|a minimum of)?\\s*\\(?${range}\\)?\\s*${timeUnit}\\s*(?:must (?:pass|elapse)\\s)?(?:interval\\s)?(?:between|before (?:repeating|re-?applying|the next|a second|another|re-?treating))`,
  ),
  new RegExp(
    `(?:repeat|second|follow-?up|sequential|re-?apply|re-?treat)[^.\\n]{0,60}?(?:after|in|within|later than|sooner than|made|least|at)\\s*(?:at least\\s)?\\(?${range}\\)?\\s*${timeUnit}\\b(?!\\s*(?:of|before|after) seed)`,
  ),
]
const carrier = [
  new RegExp(
    `(?:in|with|using|use|volume(?:s)?(?: of)?:?|least|minimum of|apply)\\s*(?:at least|a minimum of|a total of|not less than)?\\s*${range}\\s*(gal(?:lons?|s|\\.)?|L\\b|lit(?:er|re)s?)\\s*(?:of\\s)?(?:water|spray|finished spray|spray solution|carrier|total spray|solution)?[^.\\n\\d]{0,25}?${per}(${area})`,
  ),
]
/** Gallons per 1,000 ft² of so much on so much ground. */
function perThousand(value: number, unit: string, ground: string): number {
  const gallons = /^l/i.test(unit) ? convert(value, 'L', 'gal') : value
  const count = Number(/^[\d,.]+/.exec(ground.trim())?.[0].replaceAll(',', '') ?? 1)
  const feet = /acre|\bA\b/i.test(ground)
    ? 43_560
    : /ha/i.test(ground)
      ? convert(1, 'ha', 'ft2')
      : /m2|m²|met/i.test(ground)
        ? convert(1, 'm2', 'ft2')
        : 1
  return Number(((gallons / (count * feet)) * 1000).toPrecision(6))
}

const seeding = [
  new RegExp(
    `(?:do not|don't|not be|never)\\s*(?:re-?|over-?)?\\s?(?:seed|sow|sod|sprig|plant)[^.\\n]{0,80}?(?:within|for|until|earlier than|sooner than|before)\\s*(?:at least\\s|a minimum of\\s)?\\(?${range}\\)?\\s*${timeUnit}`,
  ),
  new RegExp(
    `(?:wait|allow|delay)\\s*(?:at least|a minimum of)?\\s*\\(?${range}\\)?\\s*${timeUnit}[^.\\n]{0,60}?(?:seed|sow|sod|sprig)`,
  ),
  new RegExp(
    `(?:re-?|over-?)?seed(?:ing|ed)?[^.\\n]{0,40}?(?:after|no sooner than|interval:?|wait)\\s*(?:at least\\s)?\\(?${range}\\)?\\s*${timeUnit}(?!\\s*(?:between|of control))`,
  ),
]
const mowings = [
  new RegExp(
    `(?:after|until|following)\\s*(?:the\\s|it has been mowed\\s|they have been mowed\\s|at least\\s)*(${ordinal})\\s*(?:\\(\\d\\)\\s*)?mowings?`,
  ),
  new RegExp(`mow(?:ed|n)\\s*(?:at least|a minimum of)?\\s*(${ordinal})\\s*(?:\\(\\d\\)\\s*)?times`),
  new RegExp(`at least\\s*(${ordinal})\\s*mowings`),
]
const mowAround = [
  new RegExp(
    `(?:do not|don't|not)\\s*mow[^.\\n]{0,30}?(?:for|within)?\\s*(?:at least\\s)?${range}\\s*(days?|hours?)\\s*(?:prior to|before)[^.\\n]{0,30}?(?:and|or|until|to)\\s*(?:for\\s)?(?:${range}\\s*(days?|hours?)\\s*)?after`,
  ),
  new RegExp(
    `(?:do not|don't|delay|not be|avoid)\\s*mow(?:ing|n|ed)?[^.\\n]{0,30}?(?:for|within|until)?\\s*(?:at least\\s)?${range}\\s*(days?|hours?)\\s*(?:before or after|after|following|of application)`,
  ),
]
const inDays = (value: number, unit: string) => (/^h/i.test(unit) ? Math.ceil(value / 24) : value)

const dry = [
  new RegExp(
    `rain[- ]?fast(?:ness)?[^.\\n]{0,30}?(?:in|within|after|is|:)\\s*(?:about\\s)?${range}\\s*(hours?|hrs?\\.?|minutes?)`,
  ),
  new RegExp(
    `(?:rain(?:fall)?|irrigat\\w*|water(?:ing)?|sprinkl\\w*)[^.\\n]{0,50}?(?:within|for|until)\\s*(?:at least\\s|the next\\s)?${range}\\s*(hours?|hrs?\\.?)`,
  ),
]
const watered = [
  new RegExp(
    `(?:at least|with|of|apply|receive|minimum of|needs?)?\\s*${range}\\s*(?:in\\b\\.?|inch(?:es)?|mm\\b)\\s*(?:of\\s)?(?:rain(?:fall)?|irrigation|water|precipitation|overhead|moisture)[^.\\n]{0,70}?within\\s*(?:the first\\s)?${range}\\s*(days?|weeks?|hours?)`,
  ),
  new RegExp(
    `within\\s*${range}\\s*(days?|weeks?|hours?)[^.\\n]{0,60}?(?:water(?:ed)?|irrigat\\w+|rain\\w*)[^.\\n]{0,30}?${range}\\s*(?:in\\b\\.?|inch(?:es)?|mm\\b)`,
  ),
]
const inInches = (value: number, said: string) => (/mm/.test(said) ? convert(value, 'mm', 'in') : value)

const speed = '(mph|miles per hour|km\\/?h|kph|kilomet(?:er|re)s per hour|m\\/s)'
const wind = [
  new RegExp(
    `wind[^.\\n]{0,60}?(?:exceeds?|greater than|more than|over|above|stronger than|below|under|less than|is|maximum:?|to|>)\\s*${range}\\s*${speed}`,
  ),
  new RegExp(`${range}\\s*${speed}[^.\\n]{0,25}?wind`),
]
const degrees = String.raw`\s*(?:°|º|degrees?|deg\.?)?\s*(F|C|fahrenheit|celsius)\b`
const hot = new RegExp(
  `(?:temperatures?|air|turf|day)[^.\\n]{0,50}?(?:exceeds?|above|over|greater than|higher than|more than|reach)\\s*(${number})${degrees}`,
)
const cold = new RegExp(
  `(?:temperatures?|air)[^.\\n]{0,50}?(?:below|under|less than|lower than|falls? to|above at least|at least)\\s*(${number})${degrees}`,
)
const between = new RegExp(
  `temperatures?[^.\\n]{0,40}?(?:between|from|of)\\s*(${number})(?:\\s*°?\\s*[FC])?\\s*(?:and|to|-|–)\\s*(${number})${degrees}`,
)

const readTemperature: ReadRule = (label) => {
  const spans = each(label, between)
  const [span] = spans
  if (span) {
    const { min, max } = rangeOf(span.match[1]!, span.match[2])
    return [
      {
        field: 'temperature',
        value: { least: min, most: max, unit: /c/i.test(span.match[3]!) ? 'degC' : 'degF' },
        words: span.words,
      },
    ]
  }
  const [most] = each(label, hot)
  const [least] = each(label, cold)
  const unit = (most ?? least)?.match[2]
  if (!unit) return []
  return [
    {
      field: 'temperature',
      value: {
        ...(least && { least: numberOf(least.match[1]!) }),
        ...(most && { most: numberOf(most.match[1]!) }),
        unit: /c/i.test(unit) ? 'degC' : 'degF',
      },
      words: [...(least?.words ?? []), ...(most?.words ?? [])],
    },
  ]
}

/** The first of several ways to say one thing that stands on the label. */
const oneOf = (ways: RegExp[], read: (way: RegExp, at: number) => Found[]): Found[] => {
  for (const [at, way] of ways.entries()) {
    const found = read(way, at)
    if (found.length) return found
  }
  return []
}

export const readLimits: ReadRule = (label) => [
  ...readYear(label),
  ...readTemperature(label),
  ...oneOf(passes, (way) => first(label, 'applicationsPerYear', way, (m) => numberOf(m[1]!))),
  ...oneOf(interval, (way) =>
    first(label, 'minimumIntervalDays', way, (m) =>
      /seed/i.test(m[0]) ? undefined : daysOf(rangeOf(m[1]!, m[2]).min, m[3]!),
    ),
  ),
  ...oneOf(carrier, (way) =>
    first(label, 'minimumCarrier', way, (m) =>
      new RegExp(`${amountUnit}`, 'i').test(m[3]!)
        ? perThousand(rangeOf(m[1]!, m[2]).min, m[3]!, m[4]!)
        : undefined,
    ),
  ),
  ...oneOf(seeding, (way) =>
    first(label, 'seedingIntervalDays', way, (m) => daysOf(rangeOf(m[1]!, m[2]).max, m[3]!)),
  ),
  ...oneOf(mowings, (way) => first(label, 'seedlingMowings', way, (m) => ordinalOf(m[1]!))),
  ...oneOf(mowAround, (way, at) =>
    first(label, 'mowing', way, (m) => {
      const before = inDays(rangeOf(m[1]!, m[2]).max, m[3]!)
      if (at === 0)
        return { beforeDays: before, afterDays: m[4] ? inDays(rangeOf(m[4], m[5]).max, m[6]!) : before }
      return { beforeDays: /before or after/i.test(m[0]) ? before : 0, afterDays: before }
    }),
  ),
  ...oneOf(dry, (way) =>
    first(label, 'dryHours', way, (m) => {
      const { max } = rangeOf(m[1]!, m[2])
      return /^min/i.test(m[3]!) ? Number((max / 60).toPrecision(3)) : max
    }),
  ),
  ...oneOf(watered, (way, at) =>
    first(label, 'wateringIn', way, (m) => {
      const [water, days, unit] =
        at === 0
          ? [rangeOf(m[1]!, m[2]), rangeOf(m[3]!, m[4]), m[5]!]
          : [rangeOf(m[4]!, m[5]), rangeOf(m[1]!, m[2]), m[3]!]
      const withinDays = /^w/i.test(unit)
        ? days.max * 7
        : /^h/i.test(unit)
          ? Math.max(1, Math.floor(days.max / 24))
          : days.max
      return { leastIn: inInches(water.min, m[0]), mostIn: inInches(water.max, m[0]), withinDays }
    }),
  ),
  ...oneOf(wind, (way) =>
    first(label, 'windMost', way, (m) => {
      const { max } = rangeOf(m[1]!, m[2])
      return {
        value: max,
        unit: /^(?:mph|miles)/i.test(m[3]!) ? 'mph' : /^m\/s/i.test(m[3]!) ? 'm/s' : 'km/h',
      }
    }),
  ),
]
