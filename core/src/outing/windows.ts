import { getPosition } from 'suncalc'
import { accepted, refused, type Day, type Outcome, type Refusal } from '../quantity/index.ts'
import type { Active } from '../shelf/index.ts'
import { computeDeltaT } from './air.ts'
import type { HourAhead, JudgedHour, Shut } from './hour.ts'
import { computePassLimits, type OwnLimits, type PassLimits, type PassToPlace } from './passLimits.ts'
import { cold, dryAir, gust, hot, inversion, wind } from './shut/air.ts'
import type { HourContext, Occupied, Shutter } from './shut/shutters.ts'
import { dark, family, mowing, noTime, tooSoon } from './shut/time.ts'
import { drought, frozen, leafWet, rainNow, rainSoon, washOff } from './shut/water.ts'

export interface WindowRequest {
  /** In order, one an hour, none missing. */
  hours: HourAhead[]
  latitude: number
  longitude: number
  pass: PassToPlace
  own?: OwnLimits
  activeOf?: (name: string) => Active | undefined
  mowDays?: Day[]
  occupied?: Occupied[]
  noTime?: { from: Day; to: Day }[]
  /** The day it is meant for: no window before it is among the best. */
  meantFor?: Day
  /** What the one judgement has against the pass, whatever the hour: then none is offered. */
  against?: Refusal[]
}

/** A stretch of open hours long enough for the pass. */
export interface SprayWindow {
  /** Index of its first hour, and of the one after its last. */
  from: number
  to: number
  /** The hours in it that are furthest from every limit: when to go. */
  best: { from: number; to: number; margin: number }
  /** What shuts the hour before it and the hour after it; nothing at an end of the forecast. */
  opens?: Shut
  closes?: Shut
}

export interface WindowAnswer {
  limits: PassLimits
  hours: JudgedHour[]
  /** All windows, in time. */
  windows: SprayWindow[]
  /** The best three, best first. */
  best: SprayWindow[]
}

/** In the order in which they are told: what rules a day out first, then what the weather does. */
const shutters: Shutter[] = [
  tooSoon,
  noTime,
  drought,
  mowing,
  dark,
  family,
  frozen,
  cold,
  hot,
  wind,
  gust,
  inversion,
  rainNow,
  rainSoon,
  washOff,
  leafWet,
  dryAir,
]

const hourMs = 3_600_000
const mostHours = 16 * 24

function judgeHour(i: number, context: HourContext): JudgedHour {
  const verdicts = shutters.map((look) => look(i, context))
  return {
    ...context.hours[i]!,
    sun: context.sun[i]!,
    deltaT: context.deltaT[i]!,
    shuts: verdicts.flatMap((v) => v.shut ?? []),
    cautions: verdicts.flatMap((v) => v.caution ?? []),
    margin: verdicts.reduce((least, v) => Math.min(least, v.margin ?? 1), 1),
  }
}

/** The run of `length` hours whose narrowest margin is widest; the first of equals. */
function bestRun(hours: JudgedHour[], from: number, to: number, length: number): SprayWindow['best'] {
  let best = { from, to: from + length, margin: -1 }
  for (let i = from; i + length <= to; i++) {
    const margin = Math.min(...hours.slice(i, i + length).map((h) => h.margin))
    if (margin > best.margin) best = { from: i, to: i + length, margin }
  }
  return best
}

function findWindows(hours: JudgedHour[], length: number): SprayWindow[] {
  const windows: SprayWindow[] = []
  for (let from = 0; from < hours.length; from++) {
    if (hours[from]!.shuts.length) continue
    let to = from
    while (to < hours.length && !hours[to]!.shuts.length) to++
    const [opens, closes] = [hours[from - 1]?.shuts[0], hours[to]?.shuts[0]]
    if (to - from >= length)
      windows.push({
        from,
        to,
        best: bestRun(hours, from, to, length),
        ...(opens && { opens }),
        ...(closes && { closes }),
      })
    from = to
  }
  return windows
}

/** A day's wait weighs as much as so much of the margin. Judgement of the trade: a forecast is worth less each day. */
const perDay = 0.06
const rank = (window: SprayWindow): number => window.best.margin - (perDay * window.best.from) / 24

/**
 * Hour by hour what shuts a pass out, and the windows left. An hour is open only where no limit shuts it; what the forecast
 * does not reach is never offered. Refused where hours are missing or none are given.
 */
export function computeWindows(request: WindowRequest): Outcome<WindowAnswer> {
  const { hours, latitude, longitude, pass, against = [] } = request
  if (against.length) return refused(...against)
  if (!hours.length) return refused({ code: 'noHours', field: 'hours', params: {} })
  const gap = hours.findIndex((h, i) => i > 0 && Date.parse(h.at) - Date.parse(hours[i - 1]!.at) !== hourMs)
  if (gap > 0) return refused({ code: 'hoursGap', field: `hours.${gap}`, params: { at: hours[gap]!.at } })
  if (hours.length > mostHours)
    return refused({
      code: 'hoursTooMany',
      field: 'hours',
      params: { given: hours.length, limit: mostHours },
    })
  if (!(pass.hours > 0 && pass.hours <= 24))
    return refused({ code: 'passHours', field: 'pass.hours', params: { given: pass.hours } })
  const limits = computePassLimits(pass, request.own, request.activeOf)
  const altitude = (ms: number) => getPosition(new Date(ms), latitude, longitude).altitude
  const starts = Date.parse(hours[0]!.at)
  const edges = Array.from({ length: hours.length + 1 }, (_, i) => altitude(starts + i * hourMs))
  const context: HourContext = {
    hours,
    sun: hours.map((_, i) => [edges[i]!, edges[i + 1]!]),
    deltaT: hours.map((h) => computeDeltaT(h.temperatureC, h.humidity)),
    pass,
    limits,
    mowDays: request.mowDays ?? [],
    occupied: request.occupied ?? [],
    noTime: request.noTime ?? [],
  }
  const judged = hours.map((_, i) => judgeHour(i, context))
  const windows = findWindows(judged, Math.ceil(pass.hours))
  return accepted({
    limits,
    hours: judged,
    windows,
    best: windows
      .filter((w) => !request.meantFor || hours[w.best.from]!.day >= request.meantFor)
      .toSorted((a, b) => rank(b) - rank(a))
      .slice(0, 3),
  })
}
