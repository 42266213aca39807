import { expect, test } from 'vitest'
import { placesOf, type LawPlace } from './index.ts'

test.each<[string, LawPlace, string[]]>([
  [
    'by its country and state',
    { timeZone: 'America/Toronto', country: 'CA', region: 'Ontario' },
    ['CA', 'Ontario'],
  ],
  ['by the union its country is in', { timeZone: 'Europe/Rome', country: 'IT', region: null }, ['EU']],
  [
    'by its country, whatever its clock',
    { timeZone: 'America/New_York', country: 'ZA', region: 'Gauteng' },
    ['ZA', 'Gauteng'],
  ],
  ['by its clock where no country is known', { timeZone: 'Australia/Perth' }, ['AU']],
  ['no state without its country', { timeZone: 'Asia/Tokyo', region: 'Ontario' }, []],
])('whose law holds: %s', (_, where, places) => {
  expect(placesOf(where)).toEqual(places)
})
