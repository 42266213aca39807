import { convert, nameWords, plainName, type Refusal } from '../quantity/index.ts'

/** What a firm's list of lawns may tell of each. */
export const lawnColumns = ['client', 'name', 'lawn', 'turf', 'area', 'latitude', 'longitude'] as const
type LawnColumn = (typeof lawnColumns)[number]
/** Which column of the list tells what: by its place, from 0. */
export type LawnColumns = Partial<Record<LawnColumn, number>>

export interface ListedLawn {
  /** Line of the file, the heading being the first. */
  line: number
  client: string
  /** Property: its address, or what the firm calls it. */
  name: string
  lawn: string
  turf: string
  areaSqFt: number
  latitude?: number
  longitude?: number
}

/** Words by which a heading is known, plain; the first column that has one of them. */
const knownBy: Record<LawnColumn, string[]> = {
  client: ['client', 'customer', 'owner', 'cliente'],
  name: ['address', 'property', 'site', 'yard', 'street', 'direccion', 'propiedad', 'name', 'nombre'],
  lawn: ['lawn', 'zone', 'cesped', 'zona'],
  turf: ['grass', 'turf', 'species', 'pasto', 'zacate'],
  area: [
    'sqft',
    'ft2',
    'squarefeet',
    'sqm',
    'm2',
    'squaremetres',
    'squaremeters',
    'acres',
    'area',
    'size',
    'superficie',
  ],
  latitude: ['latitude', 'lat', 'latitud'],
  longitude: ['longitude', 'lon', 'lng', 'long', 'longitud'],
}

/** Which column tells what, by the words of its heading; a column tells one thing only. */
export function guessLawnColumns(heading: string[]): LawnColumns {
  const plain = heading.map((cell) => ({ words: nameWords(cell), whole: plainName(cell) }))
  const taken = new Set<number>()
  const found: LawnColumns = {}
  for (const column of lawnColumns)
    for (const word of knownBy[column]) {
      const at = plain.findIndex(
        ({ words, whole }, i) =>
          !taken.has(i) && (words.includes(plainName(word)) || (whole.includes(word) && word.length > 3)),
      )
      if (at < 0) continue
      found[column] = at
      taken.add(at)
      break
    }
  return found
}

/** The unit a heading names for the area; square feet where it names none. */
export function areaUnitOf(heading: string): 'ft2' | 'm2' | 'acre' {
  const plain = heading
    .toLowerCase()
    .replace('²', '2')
    .replace(/[^a-z0-9]/g, '')
  if (/acre/.test(plain)) return 'acre'
  return /m2|sqm|metre|meter|metros/.test(plain) && !/ft2|feet|sqft/.test(plain) ? 'm2' : 'ft2'
}

/** A number as people type it: thousands apart, a decimal comma where no point says otherwise. */
export function readNumber(cell: string, decimalComma: boolean): number {
  const text = cell.trim().replace(/[\s\u00a0'’]/g, '')
  const plain = decimalComma ? text.replace(/\./g, '').replace(',', '.') : text.replace(/,/g, '')
  return plain === '' ? NaN : Number(plain)
}

/** A name as lawns are told apart by it: by its words, so that “1 21st St” is not “12 1st St”. */
export const listedName = (name: string): string => nameWords(name).join(' ')

/** As long as a yard, a lawn and a client may be called. */
const longest = { client: 120, name: 80, lawn: 80 }
/** Larger than any lawn: 100 acres. */
const largestSqFt = 4_356_000
const smallestSqFt = 1

export interface LawnListOrder {
  heading: string[]
  rows: string[][]
  columns: LawnColumns
  /** The turf of a name, in any language; nothing where it is not known. */
  turfOf: (name: string) => string | undefined
  /** For lines that say no grass; without it each of them is a fault. */
  usualTurf?: string | undefined
  /** What a lawn is called whose line says nothing. */
  usualLawn: string
  decimalComma: boolean
}

/** The lawns of a list, or what is wrong with it, line by line. The same lawn twice alike is one; twice unlike is a fault. */
export function readLawnList(order: LawnListOrder): {
  lawns: ListedLawn[]
  faults: Refusal[]
  doubles: number
} {
  const { heading, rows, columns, turfOf, usualTurf, usualLawn, decimalComma } = order
  const faults: Refusal[] = []
  const lawns = new Map<string, ListedLawn>()
  let doubles = 0
  if (columns.name === undefined || columns.area === undefined)
    return { lawns: [], faults: [{ code: 'lawnColumnMissing', field: 'columns', params: {} }], doubles }
  const unit = areaUnitOf(heading[columns.area] ?? '')
  for (const [i, row] of rows.entries()) {
    const line = i + 2
    const cell = (column: LawnColumn): string => (row[columns[column] ?? -1] ?? '').trim()
    if (!row.some((c) => c.trim())) continue
    const fault = (code: string, column: LawnColumn) =>
      faults.push({ code, field: `${line}.${column}`, params: { line, given: cell(column).slice(0, 60) } })
    const before = faults.length
    const areaSqFt = convert(readNumber(cell('area'), decimalComma), unit, 'ft2')
    const turf = cell('turf') ? turfOf(cell('turf')) : usualTurf
    const [latitude, longitude] = (['latitude', 'longitude'] as const).map((c) =>
      readNumber(cell(c), decimalComma),
    )
    const isPlaced = Boolean(cell('latitude') || cell('longitude'))
    if (!cell('name')) fault('lawnNoName', 'name')
    if (!turf) fault(cell('turf') ? 'lawnTurfNotKnown' : 'lawnNoTurf', 'turf')
    if (!(areaSqFt >= smallestSqFt && areaSqFt <= largestSqFt)) fault('lawnArea', 'area')
    if (isPlaced && !(Math.abs(latitude!) <= 90 && Math.abs(longitude!) <= 180))
      fault('lawnPoint', 'latitude')
    for (const column of ['client', 'name', 'lawn'] as const)
      if (cell(column).length > longest[column]) fault('lawnTooLong', column)
    if (faults.length > before) continue
    const lawn: ListedLawn = {
      line,
      client: cell('client'),
      name: cell('name'),
      lawn: cell('lawn') || usualLawn,
      turf: turf!,
      areaSqFt,
      ...(isPlaced && { latitude: latitude!, longitude: longitude! }),
    }
    const key = [lawn.client, lawn.name, lawn.lawn].map(listedName).join('/')
    const there = lawns.get(key)
    if (!there) lawns.set(key, lawn)
    else if (there.turf === lawn.turf && Math.abs(there.areaSqFt - lawn.areaSqFt) < 1) doubles++
    else
      faults.push({
        code: 'lawnTwice',
        field: `${line}.name`,
        params: { line, given: lawn.name, first: there.line },
      })
  }
  if (!lawns.size && !faults.length) faults.push({ code: 'lawnListEmpty', field: 'csv', params: {} })
  return { lawns: [...lawns.values()], faults, doubles }
}
