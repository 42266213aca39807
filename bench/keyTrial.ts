import {
  computeKey,
  misreadingOf,
  parseScore,
  type Character,
  type KeyAnswers,
  type KeyMatrix,
} from '@jardinero/core/scout'

export interface TrialOptions {
  /** Share of answers misread, weighted to the neighbouring state. */
  misread: number
  withoutHead: boolean
  most: number
  random: () => number
  /** Answer with the usual state instead of drawing among the plant's own. */
  usualState?: boolean
}

export interface TrialResult {
  questions: number
  decided: boolean
  rank: number
  /** Shares as high as the leader's: a tie. */
  tiedWith: string[]
  answers: KeyAnswers
}

function draw(weights: number[], random: () => number): number {
  let left = random() * weights.reduce((a, b) => a + b, 0)
  return Math.max(
    0,
    weights.findIndex((w) => (left -= w) < 0),
  )
}

/** What a simulated person says of a plant's character. */
function answerOf(character: Character, score: string | undefined, options: TrialOptions): string | null {
  const parsed = parseScore(score, character)
  if (parsed.kind !== 'states') return null
  const usual = parsed.shares.indexOf(Math.max(...parsed.shares))
  const truth = options.usualState ? usual : draw(parsed.shares, options.random)
  if (options.random() >= options.misread) return character.states[truth]!
  const wrong = misreadingOf(character)[truth]!.map((p, i) => (i === truth ? 0 : p))
  return character.states[draw(wrong, options.random)]!
}

/** Keys one simulated plant, asking what the key asks, until it decides or gives up. */
export function runKey(matrix: KeyMatrix, prior: number[], code: string, options: TrialOptions): TrialResult {
  const plant = matrix.plants.find((p) => p.code === code)!
  const answers: KeyAnswers = {}
  let questions = 0
  for (;;) {
    const result = computeKey(matrix, prior, answers, { withoutHead: options.withoutHead })
    const next = result.questions[0]
    if (result.verdict !== 'ask' || !next || questions >= options.most) {
      const top = result.candidates[0]!.share
      return {
        questions,
        decided: result.verdict === 'decided',
        rank: result.candidates.findIndex((c) => c.code === code) + 1,
        tiedWith: result.candidates.filter((c) => top - c.share < 1e-9).map((c) => c.code),
        answers,
      }
    }
    const character = matrix.characters.find((c) => c.code === next.character)!
    answers[next.character] = answerOf(character, plant.scores[next.character], options)
    questions++
  }
}
