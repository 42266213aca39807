import type { Character } from './plant.ts'

/** What a plant shows of a character: shares by state, nothing known, or it does not apply. */
export type Score = { kind: 'states'; shares: number[] } | { kind: 'unknown' } | { kind: 'inapplicable' }

/** Reads a score such as "clump:3 mat". @throws RangeError on a state the character lacks. */
export function parseScore(text: string | undefined, character: Character): Score {
  if (text === undefined || text === '-') return { kind: 'inapplicable' }
  if (text === '?') return { kind: 'unknown' }
  const shares = character.states.map(() => 0)
  for (const word of text.split(' ')) {
    const [state = '', weight = '1'] = word.split(':')
    const i = character.states.indexOf(state)
    if (i < 0 || !(Number(weight) > 0)) throw new RangeError(`no state ${word} of ${character.code}`)
    shares[i] = Number(weight)
  }
  const sum = shares.reduce((a, b) => a + b, 0)
  return { kind: 'states', shares: shares.map((s) => s / sum) }
}

/** The states a plant may show, the usual one first, then as written; empty where unknown or inapplicable. */
export function statesOf(text: string | undefined, character: Character): string[] {
  const score = parseScore(text, character)
  if (score.kind !== 'states') return []
  const share = (state: string) => score.shares[character.states.indexOf(state)]!
  return text!
    .split(' ')
    .map((word) => word.split(':')[0]!)
    .toSorted((a, b) => share(b) - share(a))
}

/** Whether two plants never show the same state of a character. */
export function separates(character: Character, a: string | undefined, b: string | undefined): boolean {
  const [mine, theirs] = [statesOf(a, character), statesOf(b, character)]
  return mine.length > 0 && theirs.length > 0 && !mine.some((state) => theirs.includes(state))
}
