import type { YardAnswer } from '@jardinero/contract/answer'
import { createSeasonAnswers, nextOfPlan, nextProposed } from '@jardinero/core/season'
import { computeSoilOutlook, joinKept, type KeptRuns } from '@jardinero/core/soil'
import { giveWay } from '../platform/gentle.ts'
import type { AnswerOrder } from './gather.ts'

giveWay()

/** Figures of series are kept to hundredths of a degree and thousandths of a share: a picture shows less. A figure with its working stays whole. */
const digits = 4
const decimals = 3
function rounded(value: number): number {
  if (Number.isInteger(value) || !Number.isFinite(value)) return value
  const size = Math.abs(value)
  const places = size < 1 ? decimals : Math.max(0, digits - 1 - Math.floor(Math.log10(size)))
  // By whole powers of ten: what is written has no more figures than were asked for.
  return Math.round(value * 10 ** places) / 10 ** places
}
/** A copy whose series are rounded: arrays of numbers, and points of bands. */
function roundSeries(of: unknown): unknown {
  if (typeof of !== 'object' || of === null) return of
  if (Array.isArray(of))
    return of.map((value) => (typeof value === 'number' ? rounded(value) : roundSeries(value)))
  const isPoint = 'p50' in of
  const copy: Record<string, unknown> = {}
  for (const [key, value] of Object.entries(of))
    copy[key] = isPoint && typeof value === 'number' ? rounded(value) : roundSeries(value)
  return copy
}

/** The answer for a yard, as JSON: its soil drawn to its readings, and what is planned or proposed judged on it. */
export function makeAnswer({ order, kept }: { order: AnswerOrder; kept: KeptRuns }): string {
  const { question, season, plan, next } = order
  const { pasts, runs } = joinKept(kept)
  const outlook = computeSoilOutlook({ ...question, pasts, runs })
  const judged = season && createSeasonAnswers().answer({ outlook, question, pasts, runs }, season)
  const [ofPlan] = judged?.judged ?? []
  const rows = judged?.rows ?? []
  const answer: YardAnswer = {
    soil: outlook.answer,
    readingIds: question.readings.map((r) => r.id),
    season: season && judged && { half: season.half, members: judged.members, plan: ofPlan ?? null, rows },
    next: (plan ? nextOfPlan(plan, ofPlan, next) : nextProposed(rows, next)) ?? null,
  }
  return JSON.stringify(roundSeries(answer))
}
