import { statesOf, type Character, type Plant } from '@jardinero/core/scout'

/** The usual state of each character a plant has; what is not known is left out. */
export function usualStates(plant: Plant, characters: Character[]): Record<string, string> {
  return Object.fromEntries(
    characters.flatMap((c) => {
      const [usual] = statesOf(plant.scores[c.code], c)
      return usual ? [[c.code, usual]] : []
    }),
  )
}
