import { daysBetween, drawNormal, seededRandom, type Day, type PlaceId } from '../../quantity/index.ts'
import type { Hemisphere, PlaceKind } from '../../yard/index.ts'
import { findMeanCrossing, type Trend } from '../heat/crossing.ts'
import type { MarkerSource } from '../schools/index.ts'
import { calendarDays, seasonOf, untilMidwinter } from '../season.ts'
import { signSpreadDays, signSoil, signWeather, type SignKind } from '../signs.ts'
import type { PlacePaths } from './paths.ts'

/** A sign a person has seen. */
export interface SeenSign {
  kind: SignKind
  day: Day
}

export interface SourceRequest {
  today: Day
  hemisphere: Hemisphere
  places: { id: PlaceId; kind: PlaceKind }[]
  paths: PlacePaths[]
  /** Air of the observed days (as many as the paths have) and of each member's days ahead, °C. */
  air: { observed: { minimumC: number; maximumC: number }[]; minimumC: Float32Array; maximumC: Float32Array }
  signs: SeenSign[]
  seed: number
}

/** Days from today of each member's crossing: −∞ before the first of the days, ∞ not in them. */
export function crossingDays(
  { meansC, members, back, ahead }: PlacePaths,
  [first, last]: [number, number],
  thresholdC: number,
  trend: Trend,
): number[] {
  const length = back + ahead
  const [start, end] = [Math.max(0, first), Math.min(length - 1, last)]
  return Array.from({ length: members }, (_, m) => {
    const at = m * length
    const found = findMeanCrossing(meansC, [at + start, at + end], thresholdC, trend)
    // Beyond it when the days begin: past, or from their first day on where they are still to come.
    if (found.kind === 'past') return start > back - 1 ? start - (back - 1) : -Infinity
    return found.kind === 'notYet' ? Infinity : found.index - at - (back - 1)
  })
}

/** The ensemble as the schools see it. Crossings are worked out once a threshold and place. */
export function createEnsembleSource(request: SourceRequest): MarkerSource & {
  crossings: (place: number, thresholdC: number, trend: Trend, season: Trend) => number[]
} {
  const { today, hemisphere, places, paths, air, signs, seed } = request
  const members = paths[0]?.members ?? 1
  const [back, ahead] = [paths[0]?.back ?? 0, paths[0]?.ahead ?? 0]
  const indexOf = (day: Day): number => back - 1 + daysBetween(today, day)
  const spanOf = (season: Trend): [number, number] => {
    const { from, to } = seasonOf(today, hemisphere, season)
    return [indexOf(from), indexOf(to)]
  }
  const known = new Map<string, number[]>()
  const crossings = (place: number, thresholdC: number, trend: Trend, season: Trend): number[] => {
    const key = `${place} ${thresholdC} ${trend} ${season}`
    const [from, to] = spanOf(season)
    // A warm November is no spring: warming is looked for from midwinter on.
    const start = trend === 'rising' && season === 'rising' ? from + untilMidwinter : from
    const days = known.get(key) ?? crossingDays(paths[place]!, [start, to], thresholdC, trend)
    known.set(key, days)
    return days
  }
  const indices = (is: (kind: PlaceKind) => boolean) => places.flatMap(({ kind }, i) => (is(kind) ? [i] : []))
  const edges = indices((k) => k === 'edge')
  const middles = [indices((k) => k === 'middle'), indices((k) => k !== 'edge'), indices(() => true)].find(
    (found) => found.length,
  )!
  const soil: MarkerSource['soil'] = (at, thresholdC, trend, season) => {
    const among = at === 'edge' && edges.length ? edges : middles
    const each = among.map((place) => crossings(place, thresholdC, trend, season))
    return Array.from({ length: members }, (_, m) => Math.min(...each.map((days) => days[m]!)))
  }

  /** The first run of days in the season's air that shows a weather sign. */
  function weatherSign(kind: keyof typeof signWeather): number[] {
    const rule = signWeather[kind]
    const [first, last] = spanOf(rule.trend)
    const past = air.observed.map((d) => (rule.of === 'minimum' ? d.minimumC : d.maximumC))
    const future = rule.of === 'minimum' ? air.minimumC : air.maximumC
    const shows = (c: number) => ('leastC' in rule ? c >= rule.leastC : c <= rule.mostC)
    const begin = Math.max(0, first)
    return Array.from({ length: members }, (_, m) => {
      let run = 0
      for (let i = begin; i <= Math.min(last, back + ahead - 1); i++) {
        const c = i < back ? past[past.length - back + i]! : future[m * ahead + i - back]!
        run = shows(c) ? run + 1 : 0
        if (run >= rule.days) return i - (back - 1)
      }
      return Infinity
    })
  }
  const sign: MarkerSource['sign'] = (kind) => {
    const trend: Trend = kind in signWeather ? signWeather[kind as keyof typeof signWeather].trend : 'rising'
    const { from } = seasonOf(today, hemisphere, trend)
    const seen = signs
      .filter((s) => s.kind === kind && s.day >= from && s.day <= today)
      .map((s) => s.day)
      .sort()[0]
    if (seen) return Array.from({ length: members }, () => daysBetween(today, seen))
    const said = signSoil[kind]
    if (!said) return weatherSign(kind as keyof typeof signWeather)
    const random = seededRandom(seed ^ 0x51ed270b)
    // Not seen by today: it comes tomorrow at the earliest.
    return soil('middle', said.soilC, 'rising', 'rising').map((day) =>
      Math.max(1, Math.round(day + signSpreadDays * drawNormal(random))),
    )
  }
  const calendar: MarkerSource['calendar'] = (dayOfYear) => calendarDays(today, hemisphere, dayOfYear)
  return {
    members,
    has: (at) => (at === 'edge' ? edges.length : places.length) > 0,
    soil,
    sign,
    calendar,
    crossings,
  }
}
