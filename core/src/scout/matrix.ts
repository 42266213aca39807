import { misreadingOf, misreadShare } from './misreading.ts'
import type { Character, Plant, PlantGroup } from './plant.ts'
import { parseScore } from './score.ts'

/** A key made ready: for each character and plant the chance of each answer. */
export interface KeyMatrix {
  plants: Plant[]
  characters: Character[]
  /** likelihood[character][plant][state]. */
  likelihood: number[][][]
  /** applies[character][plant]: whether the plant has the character at all. */
  applies: boolean[][]
}

/** The groups a plant may be taken for. */
function groupsOf(plant: Plant, kind: Character | undefined): PlantGroup[] {
  const taken = kind && parseScore(plant.scores['kind'], kind)
  if (!kind || taken?.kind !== 'states') return [plant.group]
  return kind.states.filter((_, i) => taken.shares[i]! > 0) as PlantGroup[]
}

/** Makes a key of plants and characters. Done once; answers are then cheap. */
export function createKey(plants: Plant[], characters: Character[], share = misreadShare): KeyMatrix {
  const kind = characters.find((c) => c.code === 'kind')
  const likelihood: number[][][] = []
  const applies: boolean[][] = []
  for (const character of characters) {
    const misread = misreadingOf(character, share)
    const states = character.states.length
    const rows: number[][] = []
    const has: boolean[] = []
    for (const plant of plants) {
      const score = parseScore(plant.scores[character.code], character)
      const mistaken = groupsOf(plant, kind).some((g) => g !== plant.group && character.groups.includes(g))
      const unknown = score.kind === 'unknown' || (score.kind === 'inapplicable' && mistaken)
      has.push(score.kind === 'states')
      if (score.kind === 'states')
        rows.push(
          character.states.map((_, read) =>
            score.shares.reduce((sum, p, truth) => sum + p * misread[truth]![read]!, 0),
          ),
        )
      else rows.push(character.states.map(() => (unknown ? 1 : share) / states))
    }
    likelihood.push(rows)
    applies.push(has)
  }
  return { plants, characters, likelihood, applies }
}
