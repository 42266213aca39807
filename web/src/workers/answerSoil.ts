import {
  computeSoilAnswer,
  joinRuns,
  type GroundPast,
  type MemberRuns,
  type SoilAnswer,
  type SoilAnswerRequest,
  type SunReading,
} from '@jardinero/core/soil'

/** What changes without a new simulation: readings, signs, choices. */
export type SoilQuestion = Omit<SoilAnswerRequest, 'pasts' | 'runs' | 'readings'> & {
  readings: (SunReading & { id: string })[]
}
export type AnswerOrder =
  /** Another simulation begins: what is known of the last one is forgotten. */
  | { kind: 'begin' }
  | { kind: 'past'; pasts: GroundPast[] }
  | { kind: 'runs'; runs: MemberRuns }
  | { kind: 'ask'; id: number; question: SoilQuestion }
export type AnswerMessage = { id: number; answer: SoilAnswer } | { id: number; reason: string }

let pasts: GroundPast[] | undefined
let parts: MemberRuns[] = []

/** Holds the runs of a yard's grounds, and draws them to readings as often as it is asked. */
self.onmessage = ({ data }: MessageEvent<AnswerOrder>) => {
  if (data.kind === 'begin') {
    pasts = undefined
    parts = []
  } else if (data.kind === 'past') pasts = data.pasts
  else if (data.kind === 'runs') parts.push(data.runs)
  else if (pasts && parts.length) {
    try {
      parts = [joinRuns(parts)]
      self.postMessage({
        id: data.id,
        answer: computeSoilAnswer({ ...data.question, pasts, runs: parts[0]! }),
      } satisfies AnswerMessage)
    } catch (error) {
      self.postMessage({ id: data.id, reason: String(error) } satisfies AnswerMessage)
    }
  }
}
