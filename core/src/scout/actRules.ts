import { addDays, dayOfYear, type Day, type Params } from '../quantity/index.ts'
import { computeClock, daysFromSpan, daysUntil, type PlantClock, type Situation } from './clock.ts'
import { computeCover } from './cover.ts'
import type { Amount, PlantStage } from './find.ts'
import { isTurf, openGrounds } from '../yard/index.ts'
import type { Plant } from './plant.ts'
import type { ThresholdName, Thresholds } from './thresholds.ts'

export const acts = ['wait', 'pull', 'mowAndFeed', 'spot', 'broadcast', 'overseed', 'renovate'] as const
/** What one may do about a find, the least means first. */
export type Act = (typeof acts)[number]

export interface VerdictRequest extends Situation {
  plant: Plant
  stage: PlantStage
  amount: Amount
  wantedShare: number | null
  /** Turf of the zone, and whether it is seeded in autumn (cool) or early summer (warm). */
  turf: { code: string; season: 'cool' | 'warm' }
  day: Day
  /** When it was seen; an annual seen longer ago than it lives is dead. The day itself where it is not said. */
  foundOn?: Day
  thresholds?: Partial<Thresholds>
}

/** One act with why it is, or is not, the thing to do. */
export interface RankedAct {
  act: Act
  /** 0 where it is ruled out. */
  rank: number
  because: string
  params: Params
  /** The threshold the reason turns on. */
  threshold?: ThresholdName
}

/** What is known of the amount: plants counted, or cover with its upper bound. */
interface Quantum {
  count?: number
  cover?: number
  coverHigh?: number
}
export function quantumOf(amount: Amount): Quantum {
  if (amount.kind === 'count') return { count: amount.count }
  if (amount.kind === 'notCounted') return {}
  const measured = computeCover(amount.hits, amount.points)
  return measured.ok ? { cover: measured.value.cover.value, coverHigh: measured.value.high.value } : {}
}

/** What a rule looks at. */
export interface Ground extends VerdictRequest {
  limits: Thresholds
  clock: PlantClock
  quantum: Quantum
}
const share = (value: number) => ({ value, unit: 'ratio' })
/** What helps turf, where there is any. */
const ofTurf = new Set<Act>(['mowAndFeed', 'overseed', 'renovate'])
/** What one may do about a find on this ground, with why. */
export const judgeAct = (act: Act, ground: Ground): RankedAct =>
  ofTurf.has(act) && !isTurf(ground.turf.code) ? out(act, 'noTurf') : actRules[act](ground)

/** What a verdict looks at of a lawn's turf; of other ground, that there is none. @returns undefined where the code is of neither */
export const verdictTurf = (
  turfs: readonly VerdictRequest['turf'][],
  code: string | undefined,
): VerdictRequest['turf'] | undefined =>
  turfs.find((t) => t.code === code) ??
  (code !== undefined && openGrounds.some((g) => g === code) ? { code, season: 'cool' } : undefined)

const out = (act: Act, because: string, params: RankedAct['params'] = {}): RankedAct => ({
  act,
  rank: 0,
  because,
  params,
})

const months = { cool: [8, 10], warm: [5, 7] } as const
/** From a clean-up to seed, days; the chain of it waits as long. Judgement of the trade. */
export const cleanUpDays = 28
/** From seed until it must have come up, days of the window that are needed. Our estimate. */
const comesUpDays = 14
/** So long before the window opens weeds are cleared for it. Our estimate. */
const soonDays = 70

/** When this turf is seeded here: how far away that is, the next day for it, and the days the window stays open. */
function seedWindow({ turf, day, ...situation }: Ground): { away: number; from: Day; left: number } {
  const clock = {
    germinates: [...months[turf.season]] as [number, number],
    seen: [1, 12] as [number, number],
  }
  const window = computeClock({ clock }, situation).germinates!
  const today = dayOfYear(day)
  if (daysFromSpan(today, window) === 0)
    return { away: 0, from: day, left: daysUntil(today, [window[1], window[1]]) }
  const away = daysUntil(today, window)
  return { away, from: addDays(day, away), left: 0 }
}

/**
 * The lawn is mostly good and thin: weeds are cleared first, and it is cored and seeded about a month later, where the season leaves
 * time for both. @returns the day to seed from
 */
function seedAfterCleanUp(ground: Ground): Day | undefined {
  const { wantedShare, limits, day } = ground
  if (
    wantedShare === null ||
    !isTurf(ground.turf.code) ||
    wantedShare < limits.renovateBelow ||
    wantedShare >= limits.overseedBelow
  )
    return undefined
  const { away, from, left } = seedWindow(ground)
  const isTime = away ? away <= soonDays : left >= cleanUpDays + comesUpDays
  const cleared = addDays(day, cleanUpDays)
  return isTime ? (from > cleared ? from : cleared) : undefined
}

/** A spray that clears the way for seed. */
function clearing(ground: Ground, spray: RankedAct): RankedAct {
  const from = seedAfterCleanUp(ground)
  if (!from) return spray
  const params = { share: share(ground.wantedShare!), limit: share(ground.limits.overseedBelow), from }
  return { ...spray, rank: 0.84, because: 'cleanUpThenSeed', params }
}

/** One rule an act; each says yes with a rank, or no with a reason. */
const actRules: Record<Act, (g: Ground) => RankedAct> = {
  wait({ plant, clock, day, stage, limits }) {
    if (!clock.dies) return out('wait', 'doesNotDie')
    const today = dayOfYear(day)
    const toDeath = daysFromSpan(today, clock.dies) === 0 ? 0 : daysUntil(today, clock.dies)
    // Told in weeks: a year's first heat or frost is not known to the day.
    const params = { days: toDeath, weeks: Math.round(toDeath / 7), limit: limits.diesWithin }
    if (stage === 'seedling' || toDeath > limits.diesWithin)
      return { ...out('wait', 'longToLive', params), threshold: 'diesWithin' }
    const because = plant.cycle === 'winterAnnual' ? 'diesInSummer' : 'diesInFrost'
    return { act: 'wait', rank: 0.95, because, params, threshold: 'diesWithin' }
  },
  pull({ plant, quantum, stage, limits }) {
    if (plant.hand.includes('noPull')) return out('pull', 'breaksAndResprouts')
    const byHand = plant.hand.some((h) =>
      ['pullWhole', 'pullYoung', 'digRoot', 'digBulbs', 'digTubers', 'cutOut'].includes(h),
    )
    if (!byHand) return out('pull', 'notByHand')
    const params = { count: quantum.count ?? 0, limit: limits.pullUpTo }
    if (quantum.count === undefined)
      return quantum.coverHigh !== undefined && quantum.coverHigh <= limits.cultureUpTo
        ? { act: 'pull', rank: 0.6, because: 'littleOfIt', params }
        : out('pull', 'notCounted')
    if (quantum.count > limits.pullUpTo)
      return { ...out('pull', 'tooManyToPull', params), threshold: 'pullUpTo' }
    const young = stage === 'seedling' || stage === 'leaves' || stage === 'tillers'
    const whole = plant.hand.includes('pullWhole') || (plant.hand.includes('pullYoung') && young)
    return {
      act: 'pull',
      rank: whole ? 0.9 : 0.8,
      because: whole ? 'comesOutWhole' : 'digOut',
      params,
      threshold: 'pullUpTo',
    }
  },
  mowAndFeed({ plant, quantum, limits }) {
    if (plant.group === 'moss') return { act: 'mowAndFeed', rank: 0.92, because: 'onlyCulture', params: {} }
    const helps = plant.reasons.some((r) => ['lowNitrogen', 'lowMowing', 'thinTurf', 'infertile'].includes(r))
    if (!helps) return out('mowAndFeed', 'notWhy')
    const cover = quantum.cover
    if (cover !== undefined && cover <= limits.cultureUpTo)
      return {
        act: 'mowAndFeed',
        rank: 0.75,
        because: 'thickTurfWins',
        params: { cover: share(cover), limit: share(limits.cultureUpTo) },
        threshold: 'cultureUpTo',
      }
    return { act: 'mowAndFeed', rank: 0.3, because: 'alongside', params: {} }
  },
  spot(ground) {
    const { plant, quantum, limits } = ground
    if (plant.group === 'moss') return out('spot', 'onlyCulture')
    const { cover, count } = quantum
    if (cover !== undefined && cover > limits.spotUpTo)
      return {
        ...out('spot', 'tooMuchForSpots', { cover: share(cover), limit: share(limits.spotUpTo) }),
        threshold: 'spotUpTo',
      }
    const params = { cover: share(cover ?? 0), count: count ?? 0, limit: share(limits.spotUpTo) }
    return clearing(ground, { act: 'spot', rank: 0.7, because: 'scattered', params, threshold: 'spotUpTo' })
  },
  broadcast(ground) {
    const { plant, quantum, limits } = ground
    if (plant.group === 'moss') return out('broadcast', 'onlyCulture')
    const params = { cover: share(quantum.cover ?? 0), limit: share(limits.spotUpTo) }
    if (quantum.cover !== undefined && quantum.cover > limits.spotUpTo)
      return clearing(ground, {
        act: 'broadcast',
        rank: 0.78,
        because: 'everywhere',
        params,
        threshold: 'spotUpTo',
      })
    return { ...out('broadcast', 'notEverywhere', params), threshold: 'spotUpTo' }
  },
  overseed(ground) {
    const { plant, wantedShare, limits } = ground
    // It comes back from below ground through any turf: seed closes no gap against it.
    if (plant.group === 'sedge') return out('overseed', 'comesThrough')
    if (wantedShare === null) return out('overseed', 'wantedNotSaid')
    const params = { share: share(wantedShare), limit: share(limits.overseedBelow) }
    if (wantedShare >= limits.overseedBelow)
      return { ...out('overseed', 'thickEnough', params), threshold: 'overseedBelow' }
    const cleared = seedAfterCleanUp(ground)
    if (cleared)
      return {
        act: 'overseed',
        rank: 0.55,
        because: 'seedAfterCleanUp',
        params: { ...params, from: cleared },
        threshold: 'overseedBelow',
      }
    const { away, from } = seedWindow(ground)
    return {
      act: 'overseed',
      ...(away === 0
        ? { rank: 0.82, because: 'seedNow', params }
        : { rank: 0.5, because: 'seedLater', params: { ...params, from } }),
      threshold: 'overseedBelow',
    }
  },
  renovate({ wantedShare, limits }) {
    if (wantedShare === null) return out('renovate', 'wantedNotSaid')
    const params = { share: share(wantedShare), limit: share(limits.renovateBelow) }
    if (wantedShare >= limits.renovateBelow)
      return { ...out('renovate', 'mostlyWanted', params), threshold: 'renovateBelow' }
    return { act: 'renovate', rank: 0.9, because: 'wantedIsMinority', params, threshold: 'renovateBelow' }
  },
}
