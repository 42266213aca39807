import type Joi from 'joi'
import { describe, expect, it, test } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { accountFile } from './src/account.ts'
import { calibration, mixOrder, sprayer } from './src/bench.ts'
import { mixRequest } from './src/mixRequest.ts'
import { amendmentOrder, recordOrder } from './src/ledger.ts'
import { noOutingWishes } from './src/constants.ts'
import { outingWishes } from './src/outing.ts'
import { preferences, signIn, signUp } from './src/person.ts'
import { convertRequest } from './src/quantity.ts'
import { label, labelRules } from './src/shelf.ts'
import { reading, timingRequest } from './src/soil.ts'
import { areaRequest, place, section, whereaboutsRequest, yard, zone } from './src/yard.ts'

const id = '0d3e0000-0000-4000-8000-000000000001'
const rules = almanac.sampleLabels[0]!.rules
/** The field and kind of the first fault, or undefined where the value stands. */
const fault = (schema: Joi.Schema, value: unknown) => {
  const first = schema.validate(value, { abortEarly: false }).error?.details[0]
  return first && `${first.path.join('.')} ${first.type}`
}

const sound: [string, Joi.ObjectSchema, Record<string, unknown>][] = [
  [
    'yard',
    yard.create,
    {
      id,
      name: 'Wiese',
      latitude: -34,
      longitude: 151,
      timeZone: 'Australia/Sydney',
      climate: 'corranVale',
      timingSchool: 'edgeLed',
    },
  ],
  ['zone', zone.create, { id, yardId: id, name: '前庭', turf: 'tallFescue', state: 'growing' }],
  [
    'section',
    section.create,
    {
      id,
      zoneId: id,
      name: 'A',
      kind: 'rectangle',
      lengthsFt: [1, 2],
      deduction: false,
      xFt: 0,
      yFt: 0,
      turnDeg: 0,
    },
  ],
  ['place', place.create, { id, zoneId: id, name: 'A', kind: 'edge', sectionId: null, side: null }],
  [
    'reading',
    reading.create,
    { id, placeId: id, takenAt: '2026-02-28T15:00:00Z', depthCm: 5, temperatureC: 8, note: '' },
  ],
  ['sprayer', sprayer.create, { id, name: 'A', kind: 'backpack' }],
  [
    'calibration',
    calibration.create,
    { id, sprayerId: id, day: '2026-02-28', runs: [{ areaSqFt: 1000, volumeGal: 1 }], note: '' },
  ],
  ['label', label.create, { id, rules }],
  [
    'mix order',
    mixOrder,
    {
      id,
      zoneId: id,
      labelId: id,
      calibrationId: id,
      day: '2026-02-28',
      rate: { value: 0.4, unit: 'oz/1000ft2' },
      loadPlan: 'equal',
      tool: 'scale1g',
    },
  ],
  ['record order', recordOrder, { id, mixId: id, appliedAt: '2026-02-28T15:00:00Z', applicator: 'Ada' }],
  ['amendment', amendmentOrder, { id, reason: 'wrong wind', changes: { windMph: 5 } }],
  ['sign-up', signUp, { email: 'ada@example.org', password: 'ten letters', name: 'Ada' }],
]

describe('what crosses the wire', () => {
  test.each(sound)('a sound %s stands', (_, schema, value) => expect(fault(schema, value)).toBeUndefined())
  test.each(sound)(
    'every field of a %s that is needed is missed, and no field unknown to it is taken',
    (_, schema, value) => {
      expect(fault(schema, { ...value, colour: 'blue' })).toBe('colour object.unknown')
      for (const key of Object.keys(value)) {
        const { [key]: __, ...rest } = value
        expect(fault(schema, rest), key).toMatch(new RegExp(`^${key} any.required`))
      }
    },
  )

  test.each<[string, Joi.Schema, unknown, string]>([
    ['a latitude of 95', whereaboutsRequest, { latitude: 95, longitude: 0 }, 'latitude number.max'],
    [
      'a time zone nobody keeps',
      yard.create,
      { ...sound[0]![2], timeZone: 'Mars/Olympus' },
      'timeZone any.invalid',
    ],
    [
      'a day that is none',
      calibration.create,
      { ...sound[6]![2], day: '2026-02-30' },
      'day string.pattern.name',
    ],
    [
      'a shape nobody tapes',
      areaRequest,
      { sections: [{ name: 'A', kind: 'cube', lengthsFt: [1], deduction: false }] },
      'sections.0.kind any.only',
    ],
    ['an edit of nothing', zone.patch, { version: 1 }, ' object.min'],
    ['an edit without its version', zone.patch, { name: 'A' }, 'version any.required'],
    ['an amendment of nothing', amendmentOrder, { id, reason: 'because', changes: {} }, 'changes object.min'],
    [
      'an amendment without reason',
      amendmentOrder,
      { id, reason: ' ', changes: { note: 'x' } },
      'reason string.empty',
    ],
    [
      'an amendment of the label',
      amendmentOrder,
      { id, reason: 'because', changes: { rules } },
      'changes.rules object.unknown',
    ],
    ['a short password', signUp, { ...sound[11]![2], password: 'short' }, 'password string.min'],
    ['no e-mail', signIn, { email: 'ada', password: 'x' }, 'email string.email'],
    ['a locale of nowhere', preferences, { version: 1, locale: '???' }, 'locale any.invalid'],
    [
      'a product by the inch',
      recordOrder,
      { ...sound[9]![2], product: { value: 1, unit: 'in' } },
      'product.unit any.only',
    ],
    ['a storm', recordOrder, { ...sound[9]![2], windMph: 200 }, 'windMph number.max'],
    [
      'watering that ends before it begins',
      labelRules,
      { ...rules, wateringIn: { leastIn: 0.5, mostIn: 0.25, withinDays: 7 } },
      'wateringIn.mostIn number.min',
    ],
    [
      'a label for no turf',
      labelRules,
      { ...rules, uses: [{ ...rules.uses[0], turf: [] }] },
      'uses.0.turf array.min',
    ],
    [
      'a number as text that is none',
      convertRequest,
      { value: 'many', from: 'oz', to: 'g' },
      'value number.base',
    ],
    [
      'readings without end',
      timingRequest,
      {
        day: '2026-02-28',
        hemisphere: 'northern',
        school: 'edgeLed',
        places: [],
        readings: Array.from({ length: 5001 }, () => ({
          placeId: 'a',
          day: '2026-02-28',
          hour: 1,
          depthCm: 5,
          temperatureC: 5,
        })),
      },
      'readings array.max',
    ],
  ])('refuses %s', (_, schema, value, expected) => expect(fault(schema, value)).toBe(expected))

  it('tidies what people type', () => {
    expect(
      signUp.validate({ email: ' Ada@Example.ORG ', password: 'ten letters', name: ' Ada ' }).value,
    ).toMatchObject({ email: 'ada@example.org', name: 'Ada', locale: 'en-US' })
    expect(recordOrder.validate(sound[9]![2]).value).toMatchObject({
      licence: '',
      windMph: null,
      wateredInOn: null,
    })
    expect(mixRequest.validate({ passes: undefined }, { abortEarly: false }).value).toMatchObject({
      passes: [],
    })
  })
  it('knows an account file by its format and version', () => {
    expect(fault(accountFile, { format: 'else' })).toBe('format any.only')
    expect(fault(accountFile, { format: 'jardinero.account', version: 11 })).toBe('version any.only')
  })
  it('takes the family’s time on one day or every week, never both, and never backwards', () => {
    const told = (time: object) =>
      fault(outingWishes, {
        ...noOutingWishes,
        family: [{ day: null, weekday: 6, fromHour: 9, toHour: 12, note: '', ...time }],
      })
    expect(told({})).toBeUndefined()
    expect(told({ day: '2026-05-02', weekday: null })).toBeUndefined()
    for (const wrong of [{ day: '2026-05-02' }, { weekday: null }, { toHour: 9 }])
      expect(told(wrong)).toBe('family.0 any.invalid')
  })
})
