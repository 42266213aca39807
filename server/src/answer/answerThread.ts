import { LruObject } from 'toad-cache'
import type { YardAnswer } from '@jardinero/contract/answer'
import { createSeasonAnswers, nextOfPlan, nextProposed, type SeasonHeld } from '@jardinero/core/season'
import { computeSoilOutlook, joinKept, type KeptRuns, type SoilQuestion } from '@jardinero/core/soil'
import { giveWay } from '../platform/gentle.ts'
import type { NamelessOrder } from './alike.ts'
import type { AnswerOrder } from './gather.ts'

giveWay()

/** Of some 30 MB each. */
const soilsHeld = 2
const heldForMs = 10 * 60_000

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

/** Soils that were drawn last: of lawns alike, which follow each other at night, it is done once. */
const drawn = new LruObject<SeasonHeld & { seasons: ReturnType<typeof createSeasonAnswers> }>(
  soilsHeld,
  heldForMs,
)
function drawSoil(alike: string, question: SoilQuestion, kept: KeptRuns) {
  const known = drawn.get(alike)
  if (known) return known
  const { pasts, runs } = joinKept(kept)
  const outlook = computeSoilOutlook({ ...question, pasts, runs })
  const made = { outlook, question, pasts, runs, seasons: createSeasonAnswers() }
  drawn.set(alike, made)
  return made
}

/** The answer for a yard, as JSON: its soil drawn to its readings, and what is planned or proposed judged on it. */
export function makeAnswer({ alike, text, kept }: NamelessOrder & { kept: KeptRuns }): string {
  const { question, season, plan, next } = JSON.parse(text) as AnswerOrder
  const soil = drawSoil(alike, question, kept)
  const judged = season && soil.seasons.answer(soil, season)
  const [ofPlan] = judged?.judged ?? []
  const rows = judged?.rows ?? []
  const answer: YardAnswer = {
    soil: soil.outlook.answer,
    readingIds: question.readings.map((r) => r.id),
    season: season && judged && { half: season.half, members: judged.members, plan: ofPlan ?? null, rows },
    next: (plan ? nextOfPlan(plan, ofPlan, next) : nextProposed(rows, next)) ?? null,
  }
  return JSON.stringify(roundSeries(answer))
}
