import { nameWords, plainName } from '../quantity/index.ts'
import type { Plant } from './plant.ts'

/** A plant found by a name, and where that name is used. */
export interface NameMatch {
  code: string
  name: string
  countries: string[]
}

/** Whole name, its start, the start of a word in it, inside a word; 9 where it is not in it. */
function rankOf(name: string, sought: string): number {
  const words = nameWords(name)
  const known = words.join('')
  if (known === sought) return 0
  if (known.startsWith(sought)) return 1
  const starts = words.map((_, i) => words.slice(0, i).join('').length)
  if (starts.some((at) => known.startsWith(sought, at))) return 2
  return known.includes(sought) ? 3 : 9
}

type Named = Pick<Plant, 'botanical' | 'names' | 'also'>
/** Everything a plant goes by. */
const namesOf = ({ botanical, names, also = [] }: Named): string[] => [
  botanical,
  ...Object.values(names).flat(),
  ...also,
]

/** All names of a plant as they are looked for in a list, with what it is called there. */
export const soughtNames = (plant: Named, label: string): string =>
  [label, ...namesOf(plant)].map(plainName).join(' ')

/**
 * Plants by any country's English name, a name of old or the botanical one, best match first: whole name, then start, then inside.
 * One name may mean several plants; each is its own match.
 */
export function findByName(plants: Plant[], typed: string): NameMatch[] {
  const sought = plainName(typed)
  if (sought.length < 2) return []
  return plants
    .flatMap((plant) => {
      const countriesOf = (name: string) =>
        Object.entries(plant.names).flatMap(([country, names]) => (names.includes(name) ? [country] : []))
      const best = [...new Set(namesOf(plant))]
        .map((name) => ({ code: plant.code, name, countries: countriesOf(name), rank: rankOf(name, sought) }))
        .toSorted(
          (a, b) =>
            a.rank - b.rank ||
            Number(a.countries.length === 0) - Number(b.countries.length === 0) ||
            a.name.length - b.name.length,
        )[0]!
      return best.rank < 9 ? [best] : []
    })
    .toSorted((a, b) => a.rank - b.rank || (a.name < b.name ? -1 : 1))
    .map(({ rank: _, ...match }) => match)
}
