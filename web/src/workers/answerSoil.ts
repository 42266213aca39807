import {
  computeSoilOutlook,
  joinRuns,
  type GroundPast,
  type MemberRuns,
  type SoilAnswer,
} from '@jardinero/core/soil'
import {
  createSeasonAnswers,
  type SearchSeason,
  type SeasonAnswer,
  type SeasonQuestion,
  type SoilHeld,
} from './seasonAnswers.ts'
import type { SoilQuestion } from './soilQuestion.ts'

export type AnswerOrder =
  /** Another simulation begins: what is known of the last one is forgotten. */
  | { kind: 'begin' }
  | { kind: 'past'; pasts: GroundPast[] }
  | { kind: 'runs'; runs: MemberRuns }
  | { kind: 'ask'; id: number; question: SoilQuestion }
  | { kind: 'season'; id: number; question: SeasonQuestion }
  | { kind: 'forSearch'; id: number; question: SeasonQuestion }
export type AnswerMessage =
  | { kind: 'soil'; id: number; answer: SoilAnswer }
  | { kind: 'season'; id: number; answer: SeasonAnswer }
  | { kind: 'forSearch'; id: number; season: SearchSeason }
  | { kind: 'nothing'; id: number }
  | { kind: 'failed'; id: number; reason: string }

let pasts: GroundPast[] | undefined
/** As they came; joined from them anew each time, so that an answer does not hang on which worker was first. */
let parts: MemberRuns[] = []
let joined: MemberRuns | undefined
let held: SoilHeld | undefined
const seasons = createSeasonAnswers()

function answer(data: Extract<AnswerOrder, { id: number }>): AnswerMessage | undefined {
  const { id, kind } = data
  if (kind === 'ask') {
    if (!pasts || !parts.length) return undefined
    const runs = (joined ??= joinRuns(parts))
    const outlook = computeSoilOutlook({ ...data.question, pasts, runs })
    held = { outlook, question: data.question, pasts, runs }
    return { kind: 'soil', id, answer: outlook.answer }
  }
  if (!held) return { kind: 'nothing', id }
  return kind === 'season'
    ? { kind, id, answer: seasons.answer(held, data.question) }
    : { kind, id, season: seasons.forSearch(held, data.question) }
}

/** Holds the runs of a yard's grounds, draws them to readings as often as it is asked, and judges what is planned on them. */
self.onmessage = ({ data }: MessageEvent<AnswerOrder>) => {
  if (data.kind === 'begin') {
    pasts = held = joined = undefined
    parts = []
  } else if (data.kind === 'past') pasts = data.pasts
  else if (data.kind === 'runs') {
    parts.push(data.runs)
    joined = undefined
  } else {
    try {
      const message = answer(data)
      if (message) self.postMessage(message)
    } catch (error) {
      self.postMessage({ kind: 'failed', id: data.id, reason: String(error) } satisfies AnswerMessage)
    }
  }
}
