import { daysBetween, type Day, type JobId, type Params } from '../quantity/index.ts'
import { dueDays, type JobDue } from '../job/index.ts'
import type { NextAnswer, NextApplication } from '../season/index.ts'
import type { Timing, Trend } from '../soil/index.ts'

/** The room where a thing on today's list is done. */
export type TodayRoom = 'yard' | 'scout' | 'soil' | 'season' | 'bench' | 'outing' | 'ledger'

/** One thing to do: a sentence and its because, both by code under today.<code>. */
export interface TodayItem {
  code: string
  room: TodayRoom
  params: Params
  /** The job it is of. */
  jobId?: JobId
  /** What is lost by waiting, 0–1; the list is in this order. Judgement of the trade, not a measure. */
  loss: number
}

/** What today's list looks at. */
export interface TodayState {
  day: Day
  /** Its place is only guessed by a clock. */
  whereGuessed?: boolean
  /** Whether any ground is told of at all. */
  hasGround: boolean
  /** Zones without a taped section. */
  zonesWithoutArea: string[]
  hasEdge: boolean
  timing?: Timing
  /** The soil is being worked out: no date of it is told before. */
  isSoilPending?: boolean
  /** Days since the newest reading at each place that has none newer than that; undefined where never read. */
  sinceReading: { place: string; edge: boolean; days?: number }[]
  hasSprayer: boolean
  /** Days since the newest calibration. */
  sinceCalibration?: number
  /** A sprayer goes by a usual figure until somebody measures it. */
  usesUsualCarrier?: boolean
  hasLabel: boolean
  /** Zones already treated with a pre-emergent this season. */
  treatedZones: string[]
  untreatedZones: string[]
  /** Marks whose day has come: a barrier against a plant that was found. */
  barriersDue: { zone: string; plant: string; germinates: Day; days: number }[]
  /** The half of the year at hand, and the next application: of its plan, nothing where all are down; else proposed. */
  half: Trend
  hasPlan: boolean
  next?: NextAnswer
  /** The best window for what is mixed or planned, in words, and the hours until it opens; negative once it has. */
  window?: { label: string; when: string; inHours: number }
  /** A window that was kept free and is shut now, and by what, in words. */
  windowLost?: { label: string; when: string; why: string }
  /** Passes whose days of judging have begun and that nobody has rated. */
  judgeDue: { zone: string; label: string; until: Day }[]
  /** Jobs and chores that are not of the plan and whose day has come, or is past. */
  jobsDue: JobDue[]
  wateringDue: { zone: string; label: string; by: Day; days: number; leastIn: number }[]
}

const most = 5
/** A window is told so many hours before it opens. */
const windowAheadHours = 36
const readingEveryDays = 4
const calibrateEveryDays = 365

/** A window that moved by so many days is told; a plan that lets so much more through too, a share. */
const movedDays = 3
const worse = 0.05
/** Without a plan, one is asked for from so many days before the window opens. */
const planAheadDays = 60

function plannedItem(next: NextApplication, day: Day): TodayItem[] {
  if (!next.day) return []
  const { label, zones, rate, was, byRule, escaped, escapedThen } = next
  const params: Params = { label, zones: zones.join(', '), day: next.day, rate }
  const until = daysBetween(day, next.day)
  if (until <= dueDays) return [{ code: 'passDue', room: 'bench', params, loss: 0.9 }]
  const moved = was ? daysBetween(was, next.day) : 0
  if (byRule && Math.abs(moved) >= movedDays)
    return [
      {
        code: 'windowMoved',
        room: 'season',
        params: { ...params, was: was!, days: Math.abs(moved), later: moved > 0 },
        loss: 0.6,
      },
    ]
  if (escaped !== undefined && escapedThen !== undefined && escaped > escapedThen + worse)
    return [
      {
        code: 'planWorse',
        room: 'season',
        params: {
          ...params,
          escaped: { value: escaped, unit: 'ratio' },
          was: { value: escapedThen, unit: 'ratio' },
        },
        loss: 0.65,
      },
    ]
  return [{ code: 'planWait', room: 'season', params, loss: 0.3 }]
}

function proposedItem(next: NextApplication, { day, half }: TodayState): TodayItem[] {
  if (!next.day) return []
  const { label, zones, rate, school } = next
  const params: Params = {
    label,
    zones: zones.join(', '),
    day: next.day,
    rate,
    school: school ?? '',
    half,
  }
  const until = daysBetween(day, next.day)
  if (until <= dueDays) return [{ code: 'proposedDue', room: 'season', params, loss: 0.9 }]
  return [{ code: 'proposed', room: 'season', params, loss: until <= planAheadDays ? 0.5 : 0.3 }]
}

/** The next application, as it is planned or proposed; or that there is none. */
function nextItems(state: TodayState): TodayItem[] {
  const { next, day, hasPlan, timing, untreatedZones } = state
  if (!next || (!hasPlan && (!untreatedZones.length || timing?.verdict === 'offSeason'))) return []
  if (next.kind !== 'none')
    return next.kind === 'planned' ? plannedItem(next, day) : proposedItem(next, state)
  const params: Params = {
    ...(next.escaped !== undefined && { escaped: { value: next.escaped, unit: 'ratio' } }),
  }
  return [{ code: next.why, room: 'season', params, loss: 0.6 }]
}

function timingItem({ timing, untreatedZones, hasPlan, next, isSoilPending }: TodayState): TodayItem[] {
  // What is planned or proposed says when; the school does where there is neither.
  if (hasPlan || next || !timing || !untreatedZones.length) return []
  const zones = untreatedZones.join(', ')
  if (isSoilPending && timing.verdict !== 'offSeason')
    return [{ code: 'passWorking', room: 'soil', params: { zones }, loss: 0.3 }]
  const watched = timing.verdict === 'lateAtEdge' ? timing.leadPlaceId : timing.opens?.placeId
  const lead = timing.places.find((p) => p.place.id === watched)
  const params: Params = {
    zones,
    known: Boolean(lead?.fiveDayMean),
    ...(lead?.fiveDayMean && {
      place: lead.place.name,
      mean: { value: lead.fiveDayMean.value, unit: 'degC' },
    }),
    ...(timing.window && { from: timing.window.from, to: timing.window.to }),
    window: Boolean(timing.window),
  }
  if (timing.pass === 'seed')
    return timing.verdict === 'go'
      ? [{ code: 'seedNow', room: 'soil', params, loss: 0.8 }]
      : timing.verdict === 'wait'
        ? [{ code: 'seedWait', room: 'soil', params, loss: 0.3 }]
        : []
  if (timing.verdict === 'go') return [{ code: 'passNow', room: 'bench', params, loss: 0.9 }]
  if (timing.verdict === 'lateAtEdge') return [{ code: 'passLateAtEdge', room: 'bench', params, loss: 0.95 }]
  if (timing.verdict === 'late') return [{ code: 'passLate', room: 'soil', params, loss: 0.6 }]
  if (timing.verdict === 'wait') return [{ code: 'passWait', room: 'soil', params, loss: 0.3 }]
  return []
}

function readingItems({ sinceReading, timing }: TodayState): TodayItem[] {
  if (timing?.verdict === 'offSeason') return []
  const due = sinceReading.filter((s) => s.days === undefined || s.days >= readingEveryDays)
  const first = due.toSorted(
    (a, b) => Number(b.edge) - Number(a.edge) || (b.days ?? 999) - (a.days ?? 999),
  )[0]
  if (!first) return []
  const never = first.days === undefined
  const params: Params = { place: first.place, days: first.days ?? 0, never }
  return [{ code: never ? 'firstReading' : 'readAgain', room: 'soil', params, loss: first.edge ? 0.7 : 0.55 }]
}

function readyItems(state: TodayState): TodayItem[] {
  const items: TodayItem[] = []
  if (!state.hasEdge) items.push({ code: 'markEdge', room: 'yard', params: {}, loss: 0.5 })
  if (state.usesUsualCarrier) items.push({ code: 'measureSprayer', room: 'bench', params: {}, loss: 0.45 })
  else if (!state.hasSprayer || state.sinceCalibration === undefined)
    items.push({ code: 'calibrate', room: 'bench', params: {}, loss: 0.45 })
  else if (state.sinceCalibration > calibrateEveryDays)
    items.push({ code: 'calibrateAgain', room: 'bench', params: { days: state.sinceCalibration }, loss: 0.4 })
  if (!state.hasLabel) items.push({ code: 'copyLabel', room: 'bench', params: {}, loss: 0.42 })
  return items
}

const jobLoss = { due: 0.72, late: 0.78, tooLate: 0.4 }
/** Jobs of chains, of finds and by hand; an application goes to the bench as long as it still does what it is for. */
const jobItems = ({ jobsDue }: TodayState): TodayItem[] =>
  jobsDue.map(({ jobId, chore, standing, params }) => ({
    code: `job.${standing}`,
    room: chore || standing === 'tooLate' || !params['label'] ? 'season' : 'bench',
    params,
    jobId,
    loss: jobLoss[standing],
  }))

function outingItems({ window, windowLost, judgeDue }: TodayState): TodayItem[] {
  return [
    ...(windowLost
      ? [{ code: 'windowLost', room: 'outing' as const, params: { ...windowLost }, loss: 0.88 }]
      : []),
    ...(window && window.inHours <= windowAheadHours
      ? [
          {
            code: 'windowOpens',
            room: 'outing' as const,
            params: { ...window, open: window.inHours <= 0 },
            loss: 0.86,
          },
        ]
      : []),
    ...judgeDue.map((due): TodayItem => ({
      code: 'judgePass',
      room: 'ledger',
      params: { ...due },
      loss: 0.5,
    })),
  ]
}

/** Up to five things to do next, by what is lost by waiting. */
export function computeToday(state: TodayState): TodayItem[] {
  const told: TodayItem[] = [
    ...(state.hasGround ? [] : [{ code: 'sayGrass', room: 'yard' as const, params: {}, loss: 0.98 }]),
    ...(state.whereGuessed ? [{ code: 'sayWhere', room: 'yard' as const, params: {}, loss: 0.97 }] : []),
  ]
  const areas = state.zonesWithoutArea.map((zone): TodayItem => ({
    code: 'tapeZone',
    room: 'yard',
    params: { zone },
    loss: 0.8,
  }))
  const watering = state.wateringDue.map(({ zone, label, by, days, leastIn }): TodayItem => ({
    code: days < 0 ? 'wateringMissed' : 'waterIn',
    room: 'ledger',
    params: { zone, label, by, days: Math.abs(days), depth: { value: leastIn, unit: 'in' } },
    loss: days < 0 ? 0.5 : Math.max(0.75, 1 - days / 30),
  }))
  const barriers = state.barriersDue.map(({ zone, plant, germinates, days }): TodayItem => ({
    code: 'barrierMark',
    room: 'scout',
    params: { zone, plant, germinates },
    loss: days <= 0 ? 0.85 : Math.max(0.6, 0.85 - days / 100),
  }))
  return [
    ...told,
    ...areas,
    ...jobItems(state),
    ...watering,
    ...barriers,
    ...outingItems(state),
    ...timingItem(state),
    ...nextItems(state),
    ...readingItems(state),
    ...readyItems(state),
  ]
    .toSorted((a, b) => b.loss - a.loss)
    .slice(0, most)
}
