import { addDays, daysBetween, type Day, type PlaceId } from '../../quantity/index.ts'
import type { Hemisphere } from '../../yard/index.ts'
import type { Emergence as EmergenceRule } from '../../scout/index.ts'
import type { Texture } from '../heat/material.ts'
import type { PlacePaths } from '../outlook/paths.ts'
import { seasonOf, untilMidwinter } from '../season.ts'
import { createEmergedShare, emergedShare, flushesOf, paceFrom, wetShare, type Flush } from './emergence.ts'

export interface Weed {
  code: string
  emergence: EmergenceRule
  /** The day its first seedlings of the season were seen, and where; nothing where they were not. */
  seenOn?: Day
  seenAt?: string
}

/** How much of a weed has come up at a place, by day: one, five and nine of ten members. */
export interface GerminationCurve {
  plant: string
  placeId: PlaceId
  trend: 'rising' | 'falling'
  byDay: { day: Day; p10: number; p50: number; p90: number }[]
  /** Share of the flush that is up today, most likely. */
  upToday: number
  /** The day on which a tenth, half, nine tenths are up, most likely; nothing where it does not come to it. */
  tenth?: Day
  half?: Day
  most?: Day
  /** The factor on its thermal time that seedlings seen here ask for; 1 without. */
  pace: number
  flush: Flush
}

export interface GerminationRequest {
  today: Day
  hemisphere: Hemisphere
  place: { id: PlaceId; texture: Texture }
  paths: PlacePaths
  /** Water of the observed days (the paths' own) and of each member's days ahead. */
  observedWater: Float32Array
  water: Float32Array
  weeds: Weed[]
}

/** Days between the points of a curve. */
const everyDays = 3
/** Every so manieth member: quantiles of a smooth curve need no more. */
const memberStride = 2

/** First and last index of the days a flush may take: its season's warming or cooling half. */
function daysOf(
  flush: Flush,
  today: Day,
  hemisphere: Hemisphere,
  { back, ahead }: PlacePaths,
): [number, number] {
  const { from } = seasonOf(today, hemisphere, flush.trend)
  // Warming is looked for from midwinter on: a mild November brings up nothing that lives.
  const start = daysBetween(today, from) + (flush.trend === 'rising' ? untilMidwinter : 0)
  const first = Math.max(0, back - 1 + start)
  return [first, Math.min(back + ahead - 1, first + 300)]
}

/** Thermal time of one member from the first of the days on, °C-days, into `into` from `at` on. */
function sumWarmth(
  flush: Flush,
  path: Float64Array,
  wet: Float64Array,
  [first, last]: [number, number],
  into: Float64Array,
  at: number,
): void {
  let sum = 0
  let started = false
  let five = 0
  for (let i = first; i <= last; i++) {
    five += path[i]! - (i - 5 >= first ? path[i - 5]! : 0)
    const mean = five / Math.min(5, i - first + 1)
    if (!started && i - first >= 4)
      started = flush.trend === 'rising' ? mean >= flush.startsC : mean <= flush.startsC
    if (started) sum += Math.max(0, Math.min(path[i]!, flush.ceilingC) - flush.baseC) * wet[i]!
    into[at + i - first] = sum
  }
}

const daysIn = ([first, last]: [number, number]): number => last - first + 1

interface FlushRun {
  weed: Weed
  flush: Flush
  /** First and last index of its days among the paths'. */
  span: [number, number]
  /** Thermal time on each of these days, °C-days: member by member. */
  sums: Float64Array
}

/** The same paths are asked for what is told of a weed, and again for what a barrier meets: summed once. */
const summed = new WeakMap<PlacePaths, Map<string, Omit<FlushRun, 'weed'>[]>>()
const keyOf = ({ emergence }: Weed): string => JSON.stringify(emergence)

/** Thermal time of every flush of every weed, for every member. */
function sumFlushes(request: GerminationRequest): FlushRun[] {
  const { today, hemisphere, place, paths, observedWater, water, weeds } = request
  const known = summed.get(paths) ?? new Map<string, Omit<FlushRun, 'weed'>[]>()
  summed.set(paths, known)
  const missing = new Map<string, Omit<FlushRun, 'weed'>[]>()
  for (const weed of weeds)
    if (!known.has(keyOf(weed)))
      missing.set(
        keyOf(weed),
        flushesOf(weed.emergence).map((flush) => {
          const span = daysOf(flush, today, hemisphere, paths)
          return { flush, span, sums: new Float64Array(paths.members * daysIn(span)) }
        }),
      )
  if (missing.size) {
    const path = new Float64Array(paths.back + paths.ahead)
    const wet = new Float64Array(paths.back + paths.ahead)
    for (let i = 0; i < paths.back; i++) wet[i] = wetShare(place.texture, observedWater[i]!)
    for (let m = 0; m < paths.members; m++) {
      paths.pathOf(m, path)
      for (let i = 0; i < paths.ahead; i++)
        wet[paths.back + i] = wetShare(place.texture, water[m * paths.ahead + i]!)
      for (const runs of missing.values())
        for (const { flush, span, sums } of runs) sumWarmth(flush, path, wet, span, sums, m * daysIn(span))
    }
    for (const [key, runs] of missing) known.set(key, runs)
  }
  return weeds.flatMap((weed) => known.get(keyOf(weed))!.map((run) => ({ weed, ...run })))
}

/** How much of a weed's year has come up at one place by each day, member by member; its flushes count alike. */
export interface Emergence {
  plant: string
  /** Members one after another, a share (0–1) for each of the days of the paths from `from` on. */
  upTo: Float32Array
}

/** Cumulative emergence of each weed at one place. @param from first day, an index among the paths' @param paces what seedlings seen say, by plant and trend */
export function computeEmergence(
  request: GerminationRequest,
  from: number,
  paceOf: (plant: string, trend: Flush['trend']) => number,
): Emergence[] {
  const { paths } = request
  const days = paths.back + paths.ahead - from
  const runs = sumFlushes(request)
  return request.weeds.map(({ code }) => {
    const upTo = new Float32Array(paths.members * days)
    const own = runs.filter((r) => r.weed.code === code)
    for (const { flush, span, sums } of own) {
      const emerged = createEmergedShare(flush, paceOf(code, flush.trend))
      for (let m = 0; m < paths.members; m++) {
        let [last, share] = [-1, 0]
        for (let d = Math.max(0, span[0] - from); d < days; d++) {
          const warmth = sums[m * daysIn(span) + Math.min(span[1], from + d) - span[0]]!
          if (warmth !== last) [last, share] = [warmth, emerged(warmth) / own.length]
          upTo[m * days + d]! += share
        }
      }
    }
    return { plant: code, upTo }
  })
}

/** Every flush of every weed at one place, by thermal time in moist ground above its base (hydrothermal where it dries). */
export function computeGermination(request: GerminationRequest): GerminationCurve[] {
  const { today, place, paths } = request
  const flushes = sumFlushes(request)
  const dayAt = (i: number): Day => addDays(today, i - (paths.back - 1))
  const column = new Float64Array(Math.ceil(paths.members / memberStride))
  return flushes.map(({ weed, flush, span: [first, last], sums }): GerminationCurve => {
    const medianAt = (i: number): [number, number, number] => {
      for (let k = 0; k < column.length; k++)
        column[k] = sums[k * memberStride * (last - first + 1) + i - first]!
      column.sort()
      const at = (share: number) => column[Math.round(share * (column.length - 1))]!
      return [at(0.1), at(0.5), at(0.9)]
    }
    const seenHere = weed.seenAt === undefined || weed.seenAt === place.id
    const seen =
      weed.seenOn === undefined || !seenHere ? undefined : paths.back - 1 + daysBetween(today, weed.seenOn)
    const inSeason = seen !== undefined && seen >= first && seen <= Math.min(last, paths.back - 1)
    const pace = paceFrom(flush, inSeason ? medianAt(seen)[1] : undefined)
    const byDay: GerminationCurve['byDay'] = []
    const shares: number[] = []
    for (let i = first; i <= last; i += everyDays) {
      const [p10, p50, p90] = medianAt(i).map((t) => emergedShare(flush, t, pace)) as [number, number, number]
      byDay.push({ day: dayAt(i), p10, p50, p90 })
      shares.push(p50)
    }
    const dayOfShare = (share: number): Day | undefined => {
      const k = shares.findIndex((s) => s >= share)
      return k < 0 ? undefined : byDay[k]!.day
    }
    const [tenth, half, most] = [0.1, 0.5, 0.9].map(dayOfShare)
    return {
      plant: weed.code,
      placeId: place.id,
      trend: flush.trend,
      byDay,
      upToday: byDay.findLast((d) => d.day <= today)?.p50 ?? 0,
      ...(tenth && { tenth }),
      ...(half && { half }),
      ...(most && { most }),
      pace,
      flush,
    }
  })
}
