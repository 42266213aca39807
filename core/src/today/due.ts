import { isMeasured } from '../bench/index.ts'
import { computeAfterPass, computeWateringIn, type WaterDay } from '../ledger/index.ts'
import { daysBetween, yearOf, type Day, type PlaceId, type ZoneId, type RecordId } from '../quantity/index.ts'
import { computeExpectation, findUse, makesBarrier, type Active, type LabelRules } from '../shelf/index.ts'
import { seasonOf, type Timing, type Trend } from '../soil/index.ts'
import type { Hemisphere, PlaceKind, TurfState } from '../yard/index.ts'
import type { TodayState } from './today.ts'

/** A pass that is down, as the days after it look at it. */
export interface DownPass {
  id: RecordId
  day: Day
  zoneId: ZoneId
  zoneName: string
  turf: string
  state?: TurfState | null
  rules: LabelRules
  wateredInOn: Day | null
  waterAfterMm?: number | null
}

/** Passes whose days of judging have begun and that nobody has rated. */
export const computeJudgeDue = (
  passes: DownPass[],
  day: Day,
  { rated, activeOf }: { rated: Set<string>; activeOf: (name: string) => Active | undefined },
): TodayState['judgeDue'] =>
  passes.flatMap((pass) => {
    if (rated.has(pass.id)) return []
    const use = findUse(pass.rules, pass)
    const expected = computeExpectation(pass.rules, use, { day: pass.day, activeOf })
    return expected && expected.judgeFrom <= day && day <= expected.judgeTo
      ? [{ zone: pass.zoneName, label: pass.rules.name, until: expected.judgeTo }]
      : []
  })

/** How many passes are down once a pass is. */
const passNumber: Record<Timing['pass'], number> = {
  only: 1,
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  seed: Infinity,
}

/** Zones that already have as many pre-emergent passes this season as the pass at hand makes. */
export function findTreated(
  passes: Pick<DownPass, 'day' | 'zoneId' | 'rules'>[],
  day: Day,
  { hemisphere, trend, pass }: { hemisphere: Hemisphere; trend: Trend; pass: Timing['pass'] },
): Set<string> {
  const { from } = seasonOf(day, hemisphere, trend)
  const counts = new Map<string, number>()
  for (const { day: on, zoneId, rules } of passes)
    if (on >= from && on <= day && makesBarrier(rules)) counts.set(zoneId, (counts.get(zoneId) ?? 0) + 1)
  return new Set([...counts].filter(([, count]) => count >= passNumber[pass]).map(([zoneId]) => zoneId))
}

/** Days since the newest reading at each place one acts by: edges and the open middle. */
export const computeSinceReading = (
  places: { id: PlaceId; name: string; kind: PlaceKind }[],
  readings: { placeId: PlaceId; day: Day }[],
  day: Day,
): TodayState['sinceReading'] =>
  places
    .filter((p) => p.kind === 'edge' || p.kind === 'middle')
    .map(({ id, name, kind }) => {
      const days = readings
        .filter((r) => r.placeId === id && r.day <= day)
        .map((r) => daysBetween(r.day, day))
      return { place: name, edge: kind === 'edge', ...(days.length && { days: Math.min(...days) }) }
    })

/** Passes of this year that must still be watered in: nobody said that they were, and rain has not done it. */
export const computeWateringDue = (
  passes: DownPass[],
  day: Day,
  water: WaterDay[],
): TodayState['wateringDue'] =>
  passes.flatMap((pass) => {
    const { wateringIn } = pass.rules
    if (!wateringIn || pass.wateredInOn || pass.day > day || yearOf(pass.day) !== yearOf(day)) return []
    if (computeWateringIn(pass, water, day)?.enoughOn) return []
    const { waterBy, daysToWater } = computeAfterPass(pass.day, pass.rules, day)
    return [
      {
        zone: pass.zoneName,
        label: pass.rules.name,
        by: waterBy!,
        days: daysToWater!,
        leastIn: wateringIn.leastIn,
      },
    ]
  })

/** A mark waits from its day until six weeks into the germination. */
const marksLastDays = 42
export const computeBarriersDue = (
  marks: { zoneId: ZoneId; plant: string; from: Day; germinatesFrom: Day; done: boolean }[],
  day: Day,
  zones: { id: ZoneId; name: string }[],
): TodayState['barriersDue'] =>
  marks
    .filter((m) => !m.done && m.from <= day && daysBetween(m.germinatesFrom, day) < marksLastDays)
    .flatMap(({ zoneId, plant, germinatesFrom: germinates }) => {
      const zone = zones.find((z) => z.id === zoneId)?.name
      return zone ? [{ zone, plant, germinates, days: daysBetween(day, germinates) }] : []
    })

/** Days since the newest calibration that somebody made; nothing where there is none yet. */
export const computeSinceCalibration = (
  calibrations: { day: Day; method?: string | null }[],
  day: Day,
): number | undefined => {
  const days = calibrations.filter((c) => c.day <= day && isMeasured(c)).map((c) => daysBetween(c.day, day))
  return days.length ? Math.min(...days) : undefined
}

/** Whether a sprayer goes by a usual figure that nobody has measured since. */
export const findUnmeasured = (calibrations: { sprayerId: string; method?: string | null }[]): boolean => {
  const measured = new Set(calibrations.filter(isMeasured).map((c) => c.sprayerId))
  return calibrations.some((c) => c.method === 'usual' && !measured.has(c.sprayerId))
}
