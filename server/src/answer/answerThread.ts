import type { YardAnswer } from '@jardinero/contract/answer'
import { createSeasonAnswers, nextOfPlan, nextProposed } from '@jardinero/core/season'
import { computeSoilOutlook, joinKept, type KeptRuns } from '@jardinero/core/soil'
import { giveWay } from '../platform/gentle.ts'
import type { AnswerOrder } from './gather.ts'

giveWay()

/** Figures of series are kept to hundredths of a degree and thousandths of a share: a picture shows less. A figure with its working stays whole. */
const digits = 4
const decimals = 3
const rounded = (value: number): number =>
  Math.abs(value) < 1 ? Number(value.toFixed(decimals)) : Number(value.toPrecision(digits))
const isPoint = (of: unknown): boolean => typeof of === 'object' && of !== null && 'p50' in of
const inSeries = function (this: unknown, _: string, value: unknown): unknown {
  return typeof value === 'number' && !Number.isInteger(value) && (Array.isArray(this) || isPoint(this))
    ? rounded(value)
    : value
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
  return JSON.stringify(answer, inSeries)
}
