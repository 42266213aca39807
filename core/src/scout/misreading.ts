import type { Character } from './plant.ts'

/**
 * Share of answers misread, over all characters. Estimate: between 8 and 10 in 100; a key that assumes fewer gets worse.
 */
export const misreadShare = 0.09
/** A neighbouring state is misread this many times as often as another. Estimate. */
const nearWeight = 3

/** Whether two states of a character are easily taken for each other. */
export function areNear(character: Character, a: string, b: string): boolean {
  const pair = character.near?.some(([x, y]) => (x === a && y === b) || (x === b && y === a))
  if (pair) return true
  return (
    Boolean(character.ordered) && Math.abs(character.states.indexOf(a) - character.states.indexOf(b)) === 1
  )
}

/** Chance that a true state (row) is read as each state: 1 − share as it is, the rest among the others, neighbours first. */
export function misreadingOf(character: Character, share = misreadShare): number[][] {
  return character.states.map((truth, i) => {
    const weights = character.states.map((read, j): number =>
      i === j ? 0 : areNear(character, truth, read) ? nearWeight : 1,
    )
    const sum = weights.reduce((a, b) => a + b, 0)
    return weights.map((w, j) => (i === j ? (sum ? 1 - share : 1) : (share * w) / sum))
  })
}
