import { describe, expect, it, test } from 'vitest'
import { readPostcodes, readTowns } from './places.ts'
import { findTowns } from './search.ts'

const towns = readTowns()
const postcodes = readPostcodes()
const first = (search: string, near = 'US') => {
  const [town] = findTowns(towns, postcodes, { search, near })
  return town && [town.name, town.region, town.country].filter(Boolean).join(', ')
}

describe('a town is found', () => {
  test.each([
    ['Lexington', 'Lexington, Kentucky, US'],
    ['lexington ky', 'Lexington-Fayette, Kentucky, US'],
    ['London, Ontario', 'London, Ontario, CA'],
    ['Saint Louis', 'St. Louis, Missouri, US'],
    ['leeds uk', 'Leeds, England, GB'],
    ['Ciudad de México', 'Mexico City, MX'],
  ])('as people type it: %s', (typed, found) => {
    expect(first(typed)).toBe(found)
  })
  test.each([
    ['Springfeild', 'Springfield, Missouri, US'],
    ['Cincinatti', 'Cincinnati, Ohio, US'],
    ['Albequerque', 'Albuquerque, New Mexico, US'],
    ['Pheonix', 'Phoenix, Arizona, US'],
  ])('despite a slip: %s', (typed, found) => {
    expect(first(typed)).toBe(found)
  })
  test.each([
    ['40502', 'Lexington, Kentucky, US'],
    ['40502-1234', 'Lexington, Kentucky, US'],
    ['m5v 2t6', 'Downtown Toronto, Ontario, CA'],
    ['3550', 'Bendigo, Victoria, AU'],
  ])('by its postcode: %s', (typed, found) => {
    expect(first(typed)).toBe(found)
  })
  it('nearer home first, where two have one name', () => {
    expect(first('Hamilton', 'CA')).toBe('Hamilton, Ontario, CA')
    expect(first('Hamilton', 'NZ')).toBe('Hamilton, Waikato, NZ')
  })
  it('in none of them where nothing is like it', () => {
    expect(first('Xqzzyv')).toBeUndefined()
    expect(first('00000')).toBeUndefined()
  })
})

it('knows the height, the clock and the state of each', () => {
  const lexington = towns.find((t) => t.name === 'Lexington' && t.region === 'Kentucky')!
  expect(lexington).toMatchObject({ timeZone: 'America/New_York', country: 'US' })
  expect(lexington.elevationM).toBeGreaterThan(250)
  expect(lexington.elevationM).toBeLessThan(350)
  const nameless = towns.filter((t) => ['US', 'CA', 'GB', 'AU', 'ZA'].includes(t.country) && !t.region)
  expect(nameless.length / towns.length).toBeLessThan(0.001)
})
