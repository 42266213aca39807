import { addDays, dayOfYear, daysBetween, type Day } from '../quantity/index.ts'
import { acts, judgeAct, quantumOf, type Ground, type RankedAct, type VerdictRequest } from './actRules.ts'
import { computeClock, daysFromSpan, daysUntil, spanLength, type PlantClock } from './clock.ts'
import type { Plant } from './plant.ts'
import { parseVerdictThresholds, type Thresholds } from './thresholds.ts'

/** When a barrier against the next generation belongs down: from two weeks before it germinates. */
export interface BarrierMark {
  from: Day
  germinatesFrom: Day
}

/** What a find means. */
export interface Verdict {
  /** The plant is the lawn itself. */
  ownTurf: boolean
  clock: PlantClock
  acts: RankedAct[]
  mark?: BarrierMark
  /** An annual of which some live on where it is wet and cool. */
  mayLiveOn: boolean
  thresholds: Thresholds
}

const weeksAhead = 14

/** The next time a barrier against this plant belongs down; none where no barrier stops it. */
function nextMark(plant: Plant, clock: PlantClock, day: Day): BarrierMark | undefined {
  if (plant.barrier.stops === 'no' || !clock.germinates) return undefined
  const toStart = daysUntil(dayOfYear(day), clock.germinates)
  const started = 365 - toStart
  // In the first third of its germination a barrier still stops most of it: the mark is for now.
  const still = started < spanLength(clock.germinates) / 3
  const germinatesFrom = addDays(day, still ? -started : toStart)
  const from = addDays(germinatesFrom, -weeksAhead)
  return { from: from < day ? day : from, germinatesFrom }
}

/** Why there is nothing to act on today: that generation has died, or the plant is not up. */
function goneAct({ plant, day, foundOn = day }: VerdictRequest, clock: PlantClock): RankedAct | undefined {
  const today = dayOfYear(day)
  const died =
    clock.dies && daysBetween(foundOn, day) > daysUntil(dayOfYear(foundOn), [clock.dies[1], clock.dies[1]])
  const away = daysFromSpan(today, clock.seen!)
  if (!died && away === 0) return undefined
  const from = addDays(day, daysUntil(today, clock.seen!))
  const because = died ? (away === 0 ? 'diedMayBeBack' : 'died') : 'notUp'
  return { act: 'wait', rank: 1, because, params: { from, plant: plant.code } }
}

/**
 * What a find means: the acts ranked with the reason and the threshold behind each, the plant's year at this place, and
 * when a barrier against its next generation belongs down.
 */
export function computeVerdict(request: VerdictRequest): Verdict {
  const { plant, day } = request
  const clock = computeClock(plant, request)
  const limits = parseVerdictThresholds(request.thresholds)
  const ground: Ground = { ...request, limits, clock, quantum: quantumOf(request.amount) }
  const ownTurf = plant.code === request.turf.code
  const mark = ownTurf ? undefined : nextMark(plant, clock, day)
  const gone = goneAct(request, clock)
  const ranked: RankedAct[] = ownTurf
    ? [{ act: 'wait', rank: 1, because: 'ownTurf', params: {} }]
    : gone
      ? [gone]
      : acts.map((act) => judgeAct(act, ground)).toSorted((a, b) => b.rank - a.rank)
  return {
    ownTurf,
    clock,
    acts: ranked,
    ...(mark && { mark }),
    mayLiveOn: Boolean(plant.perennialForms),
    thresholds: limits,
  }
}
