import type { Plant } from './plant.ts'

/** A plant found by a name, and where that name is used. */
export interface NameMatch {
  code: string
  name: string
  countries: string[]
}

const plain = (text: string) =>
  text
    .normalize('NFD')
    .replace(/[\u0300-\u036f'’-]/g, '')
    .toLowerCase()
    .trim()

/**
 * Plants by any country's English name or the botanical name, best match first: whole name, then start, then inside.
 * One name may mean several plants; each is its own match.
 */
export function findByName(plants: Plant[], typed: string): NameMatch[] {
  const sought = plain(typed)
  if (sought.length < 2) return []
  return plants
    .flatMap((plant) => {
      const byName = new Map<string, string[]>([[plant.botanical, []]])
      for (const [country, names] of Object.entries(plant.names))
        for (const name of names) byName.set(name, [...(byName.get(name) ?? []), country])
      const best = [...byName]
        .map(([name, countries]) => {
          const known = plain(name)
          const at = known.indexOf(sought)
          const rank = known === sought ? 0 : at === 0 ? 1 : at > 0 ? (known[at - 1] === ' ' ? 2 : 3) : 9
          return { code: plant.code, name, countries, rank }
        })
        .toSorted((a, b) => a.rank - b.rank || a.name.length - b.name.length)[0]!
      return best.rank < 9 ? [best] : []
    })
    .toSorted((a, b) => a.rank - b.rank || (a.name < b.name ? -1 : 1))
    .map(({ rank: _, ...match }) => match)
}
