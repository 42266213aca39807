import { describe, expect, it } from 'vitest'
import { almanac, plantAlmanac } from '@jardinero/almanac'
import { findContradictions } from '../contradictions/findContradictions.ts'
import type { LabelRules } from '../label.ts'
import { numberOf } from './figures.ts'
import { lexiconOf } from './lexicon.ts'
import { readLabel } from './readLabel.ts'
import type { ReadField, ReadFigure } from './reading.ts'
import { rulesOfReading } from './rulesOf.ts'
import { layOut } from './text.ts'
import { retyped, typedText } from './typed.ts'
import { wordsOfItems, type Page } from './word.ts'

const lexicon = lexiconOf({ turf: almanac.turf, plants: plantAlmanac.plants, actives: almanac.actives })

/** A page as it is typed here: each letter six wide, each line sixteen high; lines that begin with # are large. */
function typeset(text: string, isPicture = false): Page {
  const words = text.split('\n').flatMap((line, row) => {
    const scale = line.startsWith('#') ? 2 : 1
    return [...line.replace('#', '').matchAll(/\S+/g)].map((m) => ({
      text: m[0],
      page: 0,
      x0: m.index * 6,
      x1: (m.index + m[0].length) * 6,
      y0: row * 16,
      y1: row * 16 + 11 * scale,
      sure: 1,
    }))
  })
  return { width: 600, height: 2000, words, isPicture }
}
const front = `#Velmere 2.4 SL

For postemergence control of weeds in turf
Active ingredient:
2,4-D dimethylammonium . . . . 26.4%
Other ingredients . . . . . . . 73.6%
Contains 2.4 lb 2,4-D acid equivalent per gallon.

KEEP OUT OF REACH OF CHILDREN
CAUTION
Net contents: 1 quart

Directions for use
`
const read = (text: string, isPicture = false): ReadFigure[] => {
  const reading = readLabel([typeset(front + text, isPicture)], lexicon)
  return reading.ok ? reading.figures : []
}
const one = (figures: ReadFigure[], field: ReadField) => figures.find((f) => f.field === field)
const valueOf = (text: string, field: ReadField) => one(read(text), field)?.value

describe('numbers as labels print them', () => {
  it.each([
    ['1/2', 0.5],
    ['1 1/2', 1.5],
    ['1-1/2', 1.5],
    ['2½', 2.5],
    ['½', 0.5],
    ['.75', 0.75],
    ['1,000', 1000],
    ['two', 2],
  ])('%s', (text, value) => expect(numberOf(text)).toBe(value))
})

describe('the front of a label', () => {
  const figures = read('')
  it('gives its name, what it is, its word and what is in it', () => {
    expect(one(figures, 'name')!.value).toBe('Velmere 2.4 SL')
    expect(one(figures, 'formulation')!.value).toBe('SL')
    expect(one(figures, 'signalWord')!.value).toBe('caution')
    expect(one(figures, 'contents')!.value).toEqual({ value: 1, unit: 'qt' })
    expect(one(figures, 'purpose')!.value).toBe('postEmergent')
  })
  it('takes the acid equivalent by volume before the weight of the salt', () => {
    expect(one(figures, 'active')!.value).toMatchObject({
      name: '2,4-D dimethylammonium',
      strength: { value: 2.4, unit: 'lb/gal', basis: 'ae' },
    })
  })
  it('keeps where each figure stands', () => {
    const { said, places } = one(figures, 'contents')!
    expect(said).toBe('Net contents: 1 quart')
    expect(places.map((p) => p.y0)).toEqual([10 * 16, 10 * 16, 10 * 16, 10 * 16])
  })
})

describe('limits in sentences', () => {
  it.each<[string, ReadField, unknown]>([
    [
      'Do not apply more than 2.9 fl oz per 1,000 sq. ft. per year.',
      'annualMaximum',
      { value: 2.9, unit: 'floz/1000ft2', of: 'product' },
    ],
    [
      'Do not exceed 1.5 lb a.e. per acre in any calendar year.',
      'annualMaximum',
      { value: 1.5, unit: 'lb/acre', of: 'active' },
    ],
    ['Make no more than two (2) applications per year.', 'applicationsPerYear', 2],
    ['Allow at least 4 weeks between applications.', 'minimumIntervalDays', 28],
    ['Use a minimum of 43.56 gallons of water per acre.', 'minimumCarrier', 1],
    ['Wait at least 4 weeks before reseeding.', 'seedingIntervalDays', 28],
    ['Do not seed within 3 months after application.', 'seedingIntervalDays', 92],
    ['Do not apply until after the third mowing.', 'seedlingMowings', 3],
    ['Do not mow for 2 days before or after treatment.', 'mowing', { beforeDays: 2, afterDays: 2 }],
    ['Do not apply if rain is expected within 24 hours.', 'dryHours', 24],
    [
      'Water in with 1/4 to 1/2 inch of irrigation within 7 days.',
      'wateringIn',
      { leastIn: 0.25, mostIn: 0.5, withinDays: 7 },
    ],
    ['Do not spray when wind speed exceeds 10 mph.', 'windMost', { value: 10, unit: 'mph' }],
    ['Do not apply when air temperatures exceed 90°F.', 'temperature', { most: 90, unit: 'degF' }],
    [
      'Apply when temperatures are between 50 and 85°F.',
      'temperature',
      { least: 50, most: 85, unit: 'degF' },
    ],
    ['Keep people and pets off treated areas for 24 hours.', 'keepOff', { untilDry: false, hours: 24 }],
    ['Do not add a surfactant.', 'adjuvant', { rule: 'forbids', classes: [] }],
    ['Not for sale or use in Tarnshire or Westmark County.', 'notIn', ['Tarnshire', 'Westmark County']],
    [
      'Spot treatment: mix 1 1/2 fl oz per gallon of water.',
      'spot',
      { amount: { value: 1.5, unit: 'floz' }, waterGal: 1 },
    ],
    [
      'Mix 2 tablespoons in 1 gallon of water for spot treatment.',
      'spot',
      { amount: { value: 1, unit: 'floz' }, waterGal: 1 },
    ],
  ])('%s', (text, field, value) => expect(valueOf(text, field)).toEqual(value))

  it('does not take the weight of the product for a spot mix, nor water for a rate', () => {
    const figures = read(
      'This product weighs 9.6 pounds per gallon.\nApply in 2 gallons of water per 1,000 sq ft to tall fescue.',
    )
    expect(one(figures, 'spot')).toBeUndefined()
    expect(one(figures, 'rate')).toBeUndefined()
    expect(one(figures, 'density')!.value).toEqual({ value: 9.6, unit: 'lb/gal' })
  })
})

describe('rates', () => {
  it('in a sentence, for the turf it names and not for what it warns of', () => {
    const figures = read(
      'Apply 0.73 to 1.1 fl oz per 1,000 sq ft to tall fescue and Kentucky bluegrass.\nDo not use on St. Augustinegrass.',
    )
    expect(one(figures, 'rate')).toMatchObject({
      value: { min: 0.73, max: 1.1, unit: 'floz/1000ft2' },
      line: 0,
    })
    expect(one(figures, 'turf')!.value).toEqual(['tallFescue', 'kentuckyBluegrass'])
  })
  it('by 2,500 sq ft and by the spoon, told in the units of the form', () => {
    expect(valueOf('Apply 5 fl oz per 2,500 sq ft to tall fescue.', 'rate')).toEqual({
      min: 2,
      max: 2,
      unit: 'floz/1000ft2',
    })
    expect(valueOf('Apply 4 tablespoons per 1,000 sq ft to tall fescue.', 'rate')).toEqual({
      min: 2,
      max: 2,
      unit: 'floz/1000ft2',
    })
  })
  it('asks whether "oz" of a liquid is fluid, unless the label says so', () => {
    expect(one(read('Apply 1 oz per 1,000 sq ft to tall fescue.'), 'rate')).toMatchObject({ doubt: 'ounces' })
    expect(one(read('Apply 1 fl. oz. per 1,000 sq ft to tall fescue.'), 'rate')!.doubt).toBeUndefined()
  })
  it('asks about a rate that is far from what is usual of the active', () => {
    expect(one(read('Apply 11 fl oz per 1,000 sq ft to tall fescue.'), 'rate')).toMatchObject({
      doubt: 'unusual',
    })
  })
  it('asks where the acre says another amount', () => {
    expect(
      one(read('Apply 1 fl oz per 1,000 sq ft (5 pints per acre) to tall fescue.'), 'rate'),
    ).toMatchObject({ doubt: 'disagrees' })
    expect(
      one(read('Apply 1 fl oz per 1,000 sq ft (2.7 pints per acre) to tall fescue.'), 'rate')!.doubt,
    ).toBeUndefined()
  })
  it('asks which grasses "cool-season turf" means', () => {
    const turf = one(read('Apply 1 fl oz per 1,000 sq ft to cool-season turfgrasses.'), 'turf')!
    expect(turf.doubt).toBe('groupOfTurf')
    expect(turf.value).toContain('tallFescue')
    expect(turf.value).not.toContain('bermudagrass')
  })

  const table = `
Turfgrass                  Rate (fl oz per 1,000 sq ft)     Maximum per year (fl oz per 1,000 sq ft)

tall fescue,               0.73 - 1.1                       2.9
Kentucky bluegrass

bermudagrass               0.37 - 0.73                      1.5
`
  it('in a table by turf, each line with its year', () => {
    const figures = read(table)
    const of = (line: number) =>
      Object.fromEntries(figures.filter((f) => f.line === line).map((f) => [f.field, f.value]))
    expect(of(0)).toEqual({
      turf: ['tallFescue', 'kentuckyBluegrass'],
      rate: { min: 0.73, max: 1.1, unit: 'floz/1000ft2' },
      annualMaximum: { value: 2.9, unit: 'floz/1000ft2', of: 'product' },
    })
    expect(of(1)).toMatchObject({ turf: ['bermudagrass'], rate: { min: 0.37, max: 0.73 } })
  })
  it('by length of control, with the turf told once', () => {
    const figures = read(`
Turfgrass          Months of control     Rate (fl oz per 1,000 sq ft)

tall fescue        2 to 3                0.73

                   3 to 4                1.1
`)
    expect(one(figures, 'rate')!.value).toEqual({ min: 0.73, max: 1.1, unit: 'floz/1000ft2' })
    expect(one(figures, 'lengths')!.value).toEqual([
      { min: 0.73, max: 0.73, leastDays: 60, mostDays: 90 },
      { min: 1.1, max: 1.1, leastDays: 90, mostDays: 120 },
    ])
  })
  it('by weed: the whole span, and a question', () => {
    const figures = read(`
For use on lawns of tall fescue.

Weeds                      Rate (fl oz per 1,000 sq ft)

dandelion, henbit          0.73

ground ivy                 1.1
`)
    expect(one(figures, 'rate')).toMatchObject({ value: { min: 0.73, max: 1.1 }, doubt: 'severalRates' })
    expect(one(figures, 'controls')!.value).toEqual(['dandelion', 'henbit', 'groundIvy'])
  })
})

it('reads columns of running text one after the other, and mends words broken at the end of a line', () => {
  const { running } = layOut([
    typeset(`Do not apply more than one time in           Keep children and pets off the area
a year. Use only on estab-                    until it has dried. Store in the con-
lished turf that is growing well.             tainer in which it was sold to you.
Do not use on new sod for a while.            Wear long sleeves when you mix this.
It may be hurt in the heat of July.           Wash your hands before you eat or drink.`),
  ])
  expect(running.text.replaceAll('\n', ' ')).toContain(
    'established turf that is growing well. Do not use on new sod',
  )
  expect(running.text.replaceAll('\n', ' ')).toContain(
    'heat of July. Keep children and pets off the area until it has dried. Store in the container',
  )
})

it('puts the pieces of a word together that a PDF sets apart', () => {
  const item = (str: string, x: number, width: number) => ({ str, width, transform: [10, 0, 0, 10, x, 700] })
  const words = wordsOfItems(
    [item('fi', 100, 8), item('ne fescue', 108, 40), item('1.1', 200, 15)],
    0,
    (x, y) => [x, 792 - y],
  )
  expect(words.map((w) => w.text)).toEqual(['fine', 'fescue', '1.1'])
  expect(words[0]).toMatchObject({ x0: 100, y0: 84, y1: 94 })
})

describe('what is no label', () => {
  const reading = (text: string) => readLabel([typeset(text)], lexicon)
  it.each([
    ['nothing', 'noWords', ''],
    [
      'a recipe',
      'notALabel',
      'Take two eggs and the flour and stir them well in a bowl for a while, then bake it until brown.',
    ],
    [
      'another language',
      'otherLanguage',
      `Das Mittel wird auf den Rasen gebracht. ${'Die Kinder und die Tiere sind von der Fläche zu halten, bis sie nicht mehr nass ist. '.repeat(4)}`,
    ],
  ])('%s', (_, why, text) => expect(reading(text)).toEqual({ ok: false, why }))
  it('a book', () => {
    expect(
      readLabel(
        Array.from({ length: 200 }, () => typeset('page')),
        lexicon,
      ),
    ).toEqual({ ok: false, why: 'tooManyPages' })
  })
})

describe('a picture', () => {
  it('asks about a figure that was not clear, and one from a table', () => {
    const page = typeset(`${front}Apply 0.73 to 1.1 fl oz per 1,000 sq ft to tall fescue.`, true)
    const blurred = { ...page, words: page.words.map((w) => (w.text === '1.1' ? { ...w, sure: 0.5 } : w)) }
    const rateOf = (p: Page) => {
      const r = readLabel([p], lexicon)
      return r.ok ? one(r.figures, 'rate') : undefined
    }
    expect(rateOf(page)!.doubt).toBeUndefined()
    expect(rateOf(blurred)!.doubt).toBe('unclear')
  })
  it('lost a decimal point: what is beyond the active’s range is asked about', () => {
    expect(one(read('Apply 73 to 11 fl oz per 1,000 sq ft to tall fescue.', true), 'rate')).toMatchObject({
      doubt: 'unusual',
    })
  })
  it('has a name in a list misread: the list is asked about', () => {
    expect(
      one(
        read('Apply 0.73 to 1.1 fl oz per 1,000 sq ft to tall fescue and Kentuchy bluqrass.', true),
        'turf',
      ),
    ).toMatchObject({ value: ['tallFescue'], doubt: 'unclear' })
  })
})

it('reads the set phrases of a label in Spanish', () => {
  const page = typeset(`#Velmere 2.4 SL

Herbicida postemergente para el control de malezas en céspedes
Ingredientes activos:
2,4-D dimethylammonium . . . . 26.4%
Otros ingredientes . . . . . . . 73.6%

PRECAUCIÓN
Contenido neto: 1 litro

Aplique 0.73 a 1.1 onzas líquidas por 1,000 pies cuadrados de césped de tall fescue.
No aplique más de 2.9 onzas líquidas por 1,000 pies cuadrados por año.`)
  const reading = readLabel([page], lexicon)
  const figures = reading.ok ? reading.figures : []
  expect(one(figures, 'active')!.value).toMatchObject({ strength: { value: 26.4, unit: 'percent' } })
  expect(one(figures, 'signalWord')!.value).toBe('caution')
  expect(one(figures, 'contents')!.value).toEqual({ value: 1, unit: 'L' })
  expect(one(figures, 'rate')!.value).toEqual({ min: 0.73, max: 1.1, unit: 'floz/1000ft2' })
  expect(one(figures, 'annualMaximum')!.value).toMatchObject({ value: 2.9, unit: 'floz/1000ft2' })
})

describe('a figure typed over', () => {
  const figures = read(
    'Apply 0.73 to 1.1 fl oz per 1,000 sq ft to tall fescue.\nWater in with 1/4 to 1/2 inch of irrigation within 7 days.',
  )
  const over = (field: ReadField, text: string) => retyped(one(figures, field)!, text, lexicon)?.value
  it.each<[ReadField, string, unknown]>([
    ['rate', '0.5', { min: 0.5, max: 0.5, unit: 'floz/1000ft2' }],
    ['rate', '1/2 to 3/4', { min: 0.5, max: 0.75, unit: 'floz/1000ft2' }],
    ['rate', '1-2 pints per acre', { min: 1, max: 2, unit: 'pt/acre' }],
    [
      'active',
      '41%',
      { name: '2,4-D dimethylammonium', strength: { value: 41, unit: 'percent', basis: 'ae' }, group: '4' },
    ],
    [
      'active',
      'dicamba 1.2 lb/gal',
      { name: 'dicamba', strength: { value: 1.2, unit: 'lb/gal', basis: 'ae' }, group: '4' },
    ],
    ['turf', 'tall fescue, zoysia', ['tallFescue', 'zoysiagrass']],
    ['wateringIn', '0.25-0.5, 14', { leastIn: 0.25, mostIn: 0.5, withinDays: 14 }],
    ['contents', '2.5 gal', { value: 2.5, unit: 'gal' }],
    ['rate', 'a lot', undefined],
    ['turf', 'nettles', undefined],
  ])('%s: %s', (field, text, value) => expect(over(field, text)).toEqual(value))
  it('is shown as it is typed', () => {
    const names = { tallFescue: 'tall fescue' } as Record<string, string>
    const shown = (field: ReadField) => typedText(one(figures, field)!, (c) => names[c]!)
    expect([shown('rate'), shown('turf'), shown('wateringIn'), shown('purpose')]).toEqual([
      '0.73–1.1',
      'tall fescue',
      '0.25–0.5, 7',
      undefined,
    ])
  })
})

it('what a person took becomes the rules of a label, and holds together', () => {
  const figures = read(`Apply 0.73 to 1.1 fl oz per 1,000 sq ft to tall fescue.
Do not apply more than 2.9 fl oz per 1,000 sq ft per year. Do not make more than two applications per year.
Apply in at least 1 gallon of water per 1,000 sq ft.
Keep children and pets off the area until it has dried. Wear gloves and goggles.
Weeds controlled: dandelion, white clover, ground ivy`)
  const { contents, ...rules } = rulesOfReading(figures)
  expect(contents).toEqual({ value: 1, unit: 'qt' })
  expect(rules).toMatchObject({
    name: 'Velmere 2.4 SL',
    uses: [
      {
        turf: ['tallFescue'],
        purpose: 'postEmergent',
        applicationsPerYear: 2,
        annualMaximum: { value: 2.9 },
        minimumCarrier: { value: 1 },
      },
    ],
    keepOff: { untilDry: true, hours: 0 },
    weeds: { controls: ['dandelion', 'whiteClover', 'groundIvy'], suppresses: [] },
  })
  expect(
    findContradictions({ sample: false, restrictedUse: false, ...rules } as LabelRules, almanac.actives),
  ).toEqual([])
  const without = rulesOfReading(figures.filter((f) => f.field !== 'rate'))
  expect(without.uses![0]!.rate.max).toBeNaN()
})

describe('nothing that a person took is lost', () => {
  it('what is said of all lines, where no line was found', () => {
    const figures = read(
      'Do not make more than two applications per year. Allow at least 28 days between applications.',
    )
    expect(figures.some((f) => f.line !== undefined)).toBe(false)
    expect(rulesOfReading(figures).uses).toMatchObject([
      { turf: [], applicationsPerYear: 2, minimumIntervalDays: 28, purpose: 'postEmergent' },
    ])
  })
  it('a line without its rate is asked for in the unit its class is dosed in', () => {
    const dry: ReadFigure[] = [
      { field: 'formulation', value: 'WG', said: '', places: [] },
      { field: 'turf', value: ['tallFescue'], line: 0, said: '', places: [] },
    ]
    expect(rulesOfReading(dry).uses![0]!.rate.unit).toBe('oz/1000ft2')
  })
  it('says whether what it is for was among it', () => {
    expect(rulesOfReading(read('')).purpose).toBe('postEmergent')
    expect(rulesOfReading(read('').filter((f) => f.field !== 'purpose')).purpose).toBeUndefined()
  })
})
