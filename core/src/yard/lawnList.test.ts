import { describe, expect, it, test } from 'vitest'
import { areaUnitOf, guessLawnColumns, readLawnList, readNumber, type LawnListOrder } from './lawnList.ts'

const heading = ['Customer', 'Street address', 'Lawn', 'Grass', 'Sq ft']
const order = (rows: string[][], more: Partial<LawnListOrder> = {}): LawnListOrder => ({
  heading,
  rows,
  columns: guessLawnColumns(heading),
  turfOf: (name) => ({ fescue: 'tallFescue', zoysia: 'zoysiagrass' })[name.toLowerCase()],
  usualLawn: 'Lawn',
  decimalComma: false,
  ...more,
})

describe('a list of lawns', () => {
  it.each([
    [heading, { client: 0, name: 1, lawn: 2, turf: 3, area: 4 }],
    [
      ['Nombre', 'Cliente', 'Pasto', 'Superficie m²', 'Lat', 'Lng'],
      { name: 0, client: 1, turf: 2, area: 3, latitude: 4, longitude: 5 },
    ],
    [['Property name', 'Turf type', 'Area (acres)'], { name: 0, turf: 1, area: 2 }],
    [['a', 'b'], {}],
  ])('knows its columns by their headings: %j', (cells, columns) =>
    expect(guessLawnColumns(cells)).toEqual(columns),
  )
  test.each([
    ['Sq ft', 'ft2'],
    ['Area (m²)', 'm2'],
    ['square metres', 'm2'],
    ['Acres', 'acre'],
    ['Area', 'ft2'],
  ])('measures %s in %s', (cell, unit) => expect(areaUnitOf(cell)).toBe(unit))
  test.each([
    ['6,350', false, 6350],
    ['6.350,5', true, 6350.5],
    ['1 200', false, 1200],
    ['', false, NaN],
    ['about 9', false, NaN],
  ])('reads %s, decimal comma %s, as %f', (cell, comma, value) => expect(readNumber(cell, comma)).toBe(value))

  it('gives each line its lawn, in square feet, by the firm’s own names', () => {
    const { lawns, faults } = readLawnList(
      order([
        ['Orrin Vale', '4 Millrace', '', 'Fescue', '6,350'],
        ['', '', '', '', ''],
        ['Orrin Vale', '4 Millrace', 'Strip', 'zoysia', '900'],
      ]),
    )
    expect(faults).toEqual([])
    expect(lawns).toEqual([
      { line: 2, client: 'Orrin Vale', name: '4 Millrace', lawn: 'Lawn', turf: 'tallFescue', areaSqFt: 6350 },
      {
        line: 4,
        client: 'Orrin Vale',
        name: '4 Millrace',
        lawn: 'Strip',
        turf: 'zoysiagrass',
        areaSqFt: 900,
      },
    ])
    const metric = readLawnList(
      order([['x', 'y', '', 'fescue', '100,5']], {
        heading: [...heading.slice(0, 4), 'm2'],
        decimalComma: true,
      }),
    )
    expect(metric.lawns[0]!.areaSqFt).toBeCloseTo(100.5 * 10.7639, 2)
  })
  it('says what is wrong with each line, and nothing of the right ones', () => {
    const { faults } = readLawnList(
      order([
        ['a', '', '', 'fescue', '100'],
        ['a', 'b', '', '', '100'],
        ['a', 'c', '', 'plastic', '100'],
        ['a', 'd', '', 'fescue', 'large'],
        ['a', 'e', '', 'fescue', '9,000,000'],
        ['a', 'f', '', 'fescue', '100'],
        ['A', 'F.', '', 'fescue', '250'],
      ]),
    )
    expect(faults.map((f) => [f.code, f.field])).toEqual([
      ['lawnNoName', '2.name'],
      ['lawnNoTurf', '3.turf'],
      ['lawnTurfNotKnown', '4.turf'],
      ['lawnArea', '5.area'],
      ['lawnArea', '6.area'],
      ['lawnTwice', '8.name'],
    ])
    expect(faults.at(-1)!.params).toMatchObject({ line: 8, first: 7 })
  })
  it('takes a usual grass where none is said, and the same line twice once', () => {
    const rows = [
      ['a', 'b', '', '', '100'],
      ['a', 'b', '', '', '100'],
    ]
    const { lawns, faults, doubles } = readLawnList(order(rows, { usualTurf: 'tallFescue' }))
    expect([lawns.length, faults.length, doubles]).toEqual([1, 0, 1])
  })
  it('keeps addresses apart that are one row of letters, and cuts none off', () => {
    const apart = readLawnList(
      order([
        ['a', '1 21st St', '', 'fescue', '100'],
        ['a', '12 1st St', '', 'fescue', '100'],
      ]),
    )
    expect([apart.lawns.length, apart.doubles]).toEqual([2, 0])
    const long = 'Millrace '.repeat(10)
    const { faults } = readLawnList(
      order([
        ['a', long, '', 'fescue', '100'],
        ['c'.repeat(121), 'b', 'l'.repeat(81), 'fescue', '100'],
      ]),
    )
    expect(faults.map((f) => [f.code, f.field])).toEqual([
      ['lawnTooLong', '2.name'],
      ['lawnTooLong', '3.client'],
      ['lawnTooLong', '3.lawn'],
    ])
  })
  it('is refused without a name, without an area, and empty', () => {
    expect(readLawnList(order([], { columns: { name: 0 } })).faults[0]!.code).toBe('lawnColumnMissing')
    expect(readLawnList(order([])).faults[0]!.code).toBe('lawnListEmpty')
  })
  it('of 10,000 lines is read at once', () => {
    const rows = Array.from({ length: 10_000 }, (_, i) => ['c', `${i % 9000} Lane`, '', 'fescue', '5000'])
    const { lawns, doubles } = readLawnList(order(rows))
    expect([lawns.length, doubles]).toEqual([9000, 1000])
  })
})
