import type { Character, Plant } from '@jardinero/core/scout'
import { inkMarkup } from './markup.ts'
import { parts, platesOf, type PartName } from './parts.ts'
import { usualStates } from './states.ts'

/** A plant's plate as markup: the whole plant and each of its parts. */
export interface PlateMarkup {
  whole: string
  parts: { part: PartName; markup: string }[]
}

const drawn = new WeakMap<Plant, { whole: string; full?: PlateMarkup }>()

/** The whole plant, or with its parts; drawn once a plant. */
export function plateMarkup(plant: Plant, characters: Character[], small: boolean): PlateMarkup {
  const known = drawn.get(plant)
  if (known?.full) return known.full
  const states = usualStates(plant, characters)
  const whole = known?.whole ?? inkMarkup(parts.whole(states, plant.group))
  if (small) {
    drawn.set(plant, { whole })
    return { whole, parts: [] }
  }
  const bears = (part: PartName) => part !== 'fruit' || !['plain', undefined].includes(states['fruit'])
  const full = {
    whole,
    parts: platesOf[plant.group]
      .filter(bears)
      .map((part) => ({ part, markup: inkMarkup(parts[part](states, plant.group)) })),
  }
  drawn.set(plant, { whole, full })
  return full
}

/** Whether a plate is there without drawing it. */
export const isDrawn = (plant: Plant, small: boolean): boolean =>
  small ? drawn.has(plant) : Boolean(drawn.get(plant)?.full)
