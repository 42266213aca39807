import type { Day, PlaceId } from '../quantity/index.ts'
import type { Plant } from '../scout/index.ts'
import type { Weed } from './germination/germination.ts'

/** Watched where nothing has been found yet: the two most asked for. */
const usualWeeds = ['smoothCrabgrass', 'annualBluegrass']
export const mostWatched = 8

/** What was seen or marked in a yard, and what is watched there on purpose. */
export interface WatchedFacts {
  finds: { plant: string | null; stage: string | null; foundOn: Day; placeId: PlaceId | null }[]
  marks: { plant: string }[]
  /** Codes that a person added. */
  own: string[]
}

/** Codes of plants that were found or marked. */
export const foundPlants = ({ finds, marks }: WatchedFacts): string[] => [
  ...finds.flatMap((f) => f.plant ?? []),
  ...marks.map((m) => m.plant),
]

/** Codes of the weeds that are watched: those found or marked, the usual two where there are none, and those added. */
export function watchedCodes(facts: WatchedFacts): string[] {
  const found = foundPlants(facts)
  return [...new Set([...found, ...(found.length ? [] : usualWeeds), ...facts.own])].slice(0, mostWatched)
}

/**
 * Weeds whose germination is worked out, each with its first seedlings of this year or the last autumn, where some were seen.
 * @param plantOf the almanac's plant of a code
 */
export function watchedWeeds(
  facts: WatchedFacts,
  year: number,
  plantOf: (code: string) => Plant | undefined,
): Weed[] {
  const seenOf = (code: string) =>
    facts.finds
      .filter((f) => f.plant === code && f.stage === 'seedling' && f.foundOn >= `${year - 1}-07-01`)
      .toSorted((a, b) => (a.foundOn < b.foundOn ? -1 : 1))
      .at(-1)
  return watchedCodes(facts).flatMap((code): Weed[] => {
    const plant = plantOf(code)
    if (!plant?.emergence || !plant.roles.includes('weed')) return []
    const seen = seenOf(code)
    return [
      {
        code,
        emergence: plant.emergence,
        ...(seen && { seenOn: seen.foundOn, ...(seen.placeId && { seenAt: seen.placeId }) }),
      },
    ]
  })
}
