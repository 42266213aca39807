import type { KeyMatrix } from './matrix.ts'
import { statesOf } from './score.ts'

/** Answers by character; null is "I can't see that". */
export type KeyAnswers = Record<string, string | null>

export interface Candidate {
  code: string
  /** Posterior share, 0–1. */
  share: number
}

/** A question worth asking. */
export interface Question {
  character: string
  /** Expected information, bits. */
  bits: number
  /** Bits per effort; the order of asking. */
  worth: number
}

/** A character that tells two plants apart, and what each shows. */
export interface Separator {
  character: string
  first: string[]
  second: string[]
  /** Answered already. */
  answered: boolean
  /** Needs a flower or seed head. */
  needsHead: boolean
}

/** An answer that does not fit the plant that leads. */
export interface OddAnswer {
  character: string
  state: string
  expected: string[]
}

export interface KeyResult {
  verdict: 'ask' | 'decided' | 'cannotTell'
  candidates: Candidate[]
  /** The best next questions, best first; empty when nothing is left to ask. */
  questions: Question[]
  /** What separates the first two, the easiest first. */
  separators: Separator[]
  odd: OddAnswer | undefined
  /** With no head to look at: whether one would tell the first two apart. */
  headWouldTell: boolean
}

export interface KeyOptions {
  /** No flower or seed head on the plant: characters that need one are not asked. */
  withoutHead?: boolean
  /** Chance of a head on each plant of the key, in its order; without it a head is taken to be there. */
  headChance?: number[]
  decideAt?: number
  /** How many times as likely as the runner-up. */
  ratio?: number
}

/** A plant is not decided on fewer looks than four, however likely it was before. Judgement. */
export const keyDefaults = { decideAt: 0.94, ratio: 12, leastAnswers: 4 }
/** Fewer bits per effort than this are not worth a look. Estimate. */
const leastWorth = 0.02

const log2 = (p: number): number => (p > 0 ? Math.log2(p) : 0)

/** Posterior over the plants after the answers. @throws RangeError on an answer that is no state of its character. */
export function computePosterior(matrix: KeyMatrix, prior: number[], answers: KeyAnswers): number[] {
  const posterior = [...prior]
  matrix.characters.forEach((character, c) => {
    const state = answers[character.code]
    if (state === undefined || state === null) return
    const s = character.states.indexOf(state)
    if (s < 0) throw new RangeError(`no state ${state} of ${character.code}`)
    for (let t = 0; t < posterior.length; t++) posterior[t]! *= matrix.likelihood[c]![t]![s]!
  })
  const sum = posterior.reduce((a, b) => a + b, 0)
  return posterior.map((p) => p / sum)
}

/** Expected information of one character among the plants that have it, times their share; bits. */
function informationOf(matrix: KeyMatrix, posterior: number[], c: number): number {
  const states = matrix.characters[c]!.states.length
  const marginal = new Float64Array(states)
  let applicable = 0
  let within = 0
  for (let t = 0; t < posterior.length; t++) {
    const p = posterior[t]!
    if (p < 1e-6 || !matrix.applies[c]![t]) continue
    applicable += p
    const row = matrix.likelihood[c]![t]!
    for (let s = 0; s < states; s++) {
      marginal[s]! += p * row[s]!
      within -= p * row[s]! * log2(row[s]!)
    }
  }
  if (applicable < 0.3) return 0
  let over = 0
  for (let s = 0; s < states; s++) over -= (marginal[s]! / applicable) * log2(marginal[s]! / applicable)
  return Math.max(0, applicable * over - within)
}

function rankQuestions(
  matrix: KeyMatrix,
  posterior: number[],
  answers: KeyAnswers,
  { withoutHead, headChance }: KeyOptions,
): Question[] {
  const head = headChance ? posterior.reduce((sum, p, t) => sum + p * headChance[t]!, 0) : 1
  return matrix.characters
    .map((character, c): Question => {
      const asked = character.code in answers
      const hidden = withoutHead && character.needs === 'head'
      const wrongKind = Object.entries(character.only ?? {}).some(
        ([other, state]) => answers[other] !== undefined && answers[other] !== state,
      )
      const seen = character.needs === 'head' ? head : 1
      const bits = asked || hidden || wrongKind ? 0 : seen * informationOf(matrix, posterior, c)
      return { character: character.code, bits, worth: bits / character.effort }
    })
    .filter((q) => q.worth > leastWorth)
    .toSorted((a, b) => b.worth - a.worth)
}

/** Characters of which two plants never show the same state: the one the almanac names first, then the easiest to look at. */
export function computeSeparators(
  matrix: KeyMatrix,
  first: string,
  second: string,
  answers: KeyAnswers = {},
): Separator[] {
  const plantOf = (code: string) => matrix.plants.find((p) => p.code === code)!
  const [a, b] = [plantOf(first), plantOf(second)]
  const named = new Set([
    ...a.lookalikes.filter((l) => l.of === second).map((l) => l.by),
    ...b.lookalikes.filter((l) => l.of === first).map((l) => l.by),
  ])
  return matrix.characters
    .toSorted((x, y) => Number(named.has(y.code)) - Number(named.has(x.code)) || x.effort - y.effort)
    .flatMap((character): Separator[] => {
      const mine = statesOf(a.scores[character.code], character)
      const theirs = statesOf(b.scores[character.code], character)
      if (!mine.length || !theirs.length || mine.some((s) => theirs.includes(s))) return []
      return [
        {
          character: character.code,
          first: mine,
          second: theirs,
          answered: Boolean(answers[character.code]),
          needsHead: character.needs === 'head',
        },
      ]
    })
}

/** The answer that fits the leading plant worst, where it does not fit at all. */
function findOdd(matrix: KeyMatrix, leader: string, answers: KeyAnswers): OddAnswer | undefined {
  const t = matrix.plants.findIndex((p) => p.code === leader)
  const misfits = matrix.characters.flatMap((character, c) => {
    const state = answers[character.code]
    const expected = statesOf(matrix.plants[t]!.scores[character.code], character)
    if (!state || !expected.length || expected.includes(state)) return []
    return [
      {
        character: character.code,
        state,
        expected,
        fit: matrix.likelihood[c]![t]![character.states.indexOf(state)]!,
      },
    ]
  })
  const worst = misfits.toSorted((a, b) => a.fit - b.fit)[0]
  return worst && { character: worst.character, state: worst.state, expected: worst.expected }
}

/**
 * The key after some answers: the plants by likelihood, whether that decides it, what to look at next, and what separates
 * the first two. Tolerates misread answers; see docs/science.md.
 */
export function computeKey(
  matrix: KeyMatrix,
  prior: number[],
  answers: KeyAnswers,
  options: KeyOptions = {},
): KeyResult {
  const { withoutHead = false, decideAt = keyDefaults.decideAt, ratio = keyDefaults.ratio } = options
  const posterior = computePosterior(matrix, prior, answers)
  const candidates = matrix.plants
    .map((plant, t): Candidate => ({ code: plant.code, share: posterior[t]! }))
    .toSorted((a, b) => b.share - a.share)
  const [first, second] = candidates
  const seen = Object.values(answers).filter((a) => a !== null).length
  const sure = first!.share >= decideAt && (!second || first!.share >= ratio * second.share)
  const questions = rankQuestions(matrix, posterior, answers, options)
  const decided = sure && seen >= Math.min(keyDefaults.leastAnswers, seen + questions.length)
  const separators = second ? computeSeparators(matrix, first!.code, second.code, answers) : []
  return {
    verdict: decided ? 'decided' : questions.length ? 'ask' : 'cannotTell',
    candidates,
    questions,
    separators,
    odd: seen ? findOdd(matrix, first!.code, answers) : undefined,
    headWouldTell: withoutHead && separators.some((s) => s.needsHead && !s.answered),
  }
}
