import {
  accepted,
  addDays,
  daysBetween,
  figure,
  operand,
  type Caution,
  type Day,
  type Figure,
  type Outcome,
  type PlaceId,
} from '../quantity/index.ts'
import type { Hemisphere } from '../yard/index.ts'
import type { Trend } from './heat/crossing.ts'
import { computePlaceSoil, type PlaceSoil } from './placeSoil.ts'
import type { ProbedPlace, ProbeReading } from './reading.ts'
import {
  parseParameters,
  timingSchools,
  watchedBy,
  watchedThresholds,
  type MarkerSource,
  type PassRule,
  type TimingSchool,
  type TimingSchoolId,
  type TimingVerdict,
  type TimingWindow,
} from './schools/index.ts'
import { calendarDays, seasonOf } from './season.ts'
import type { SignKind } from './signs.ts'
import { computeWindows, nextPass } from './windows.ts'

export interface TimingRequest {
  day: Day
  hemisphere: Hemisphere
  school: TimingSchoolId
  places: ProbedPlace[]
  readings: ProbeReading[]
  /** Parameters changed by the person, by the school's names: temperatures in °C, spans in days. */
  parameters?: Record<string, number>
  /** Signs seen. */
  signs?: { kind: SignKind; day: Day }[]
}

export interface Timing {
  verdict: TimingVerdict | 'noReadings' | 'offSeason'
  school: TimingSchoolId
  /** The pass that is next. */
  pass: PassRule['id']
  /** As used: temperatures in °C, spans in days. */
  parameters: Record<string, number>
  /** The thresholds the next pass watches, °C. */
  watched: { parameter: string; thresholdC: number; trend: Trend }[]
  places: PlaceSoil[]
  leadPlaceId?: PlaceId
  /** The place whose crossing of which threshold opens the next pass, where it waits for soil. */
  opens?: { placeId: PlaceId; thresholdC: number }
  middlePlaceId?: PlaceId
  /** How much warmer the leading place is than the open middle. */
  ahead?: Figure<'deltaC'>
  /** The same in days, at the middle's own warming. */
  aheadDays?: Figure<'d'>
  /** When to go, drawn on from the readings' trend: an estimate, not a forecast. Absent where nothing can be said. */
  window?: TimingWindow & { working: Figure<'d'>[] }
  /** First day of the next season, where the verdict is offSeason. */
  nextSeason?: Day
  cautions: Caution[]
}

/** Slower than this a trend says nothing of a crossing (°C a day). Estimate. */
const slowestTrend = 0.03
/** A straight line is not believed further out than this (days). Estimate. */
const furthestDays = 60
/** A sign seen longer ago is of another season, days: seasons of a trend lie half a year apart. */
const signDays = 120

const warmest = (soils: PlaceSoil[]): PlaceSoil | undefined =>
  soils
    .filter((s) => s.fiveDayMean)
    .toSorted((a, b) => b.fiveDayMean!.value - a.fiveDayMean!.value)
    .at(0)

/** Days until a place's five-day mean crosses a threshold on its present trend; 0 when it has. */
function daysToThreshold(soil: PlaceSoil, thresholdC: number, trend: Trend): Figure<'d'> | undefined {
  const meanC = soil.fiveDayMean!.value
  const slope = soil.trend?.value ?? 0
  const sign = trend === 'rising' ? 1 : -1
  const there = sign * (meanC - thresholdC) >= 0
  if (!there && sign * slope < slowestTrend) return undefined
  const days = there ? 0 : (thresholdC - meanC) / slope
  if (days > furthestDays) return undefined
  const thereFormula = trend === 'rising' ? '{fiveDayMean} ≥ {threshold}' : '{fiveDayMean} ≤ {threshold}'
  return figure('d', [
    {
      code: 'daysToThreshold',
      formula: there ? thereFormula : '({threshold} − {fiveDayMean}) ÷ {trend}',
      operands: {
        threshold: operand(thresholdC, 'degC'),
        fiveDayMean: operand(meanC, 'degC'),
        ...(there ? {} : { trend: operand(slope, 'deltaC/d') }),
      },
      result: operand(days, 'd'),
      source: 'trendEstimate',
    },
  ])
}

interface Read {
  edge?: PlaceSoil
  middle?: PlaceSoil
}

/** Readings alone as the schools see them: one line drawn on, an ensemble of one. What they do not say is not known. */
function createReadingsSource(
  { day, hemisphere, signs = [] }: TimingRequest,
  { edge, middle }: Read,
): MarkerSource {
  return {
    members: 1,
    has: (at) => (at === 'edge' ? edge : (middle ?? edge)) !== undefined,
    soil: (at, thresholdC, trend) => {
      const soil = at === 'edge' ? (edge ?? middle) : (middle ?? edge)
      return [(soil && daysToThreshold(soil, thresholdC, trend)?.value) ?? NaN]
    },
    sign: (kind) => {
      const seen = signs
        .filter((s) => s.kind === kind && s.day <= day && daysBetween(s.day, day) < signDays)
        .map((s) => s.day)
        .sort()[0]
      return [seen ? daysBetween(day, seen) : NaN]
    },
    calendar: (dayOfYear) => calendarDays(day, hemisphere, dayOfYear),
  }
}

function computeLead(edge: PlaceSoil, middle: PlaceSoil): Pick<Timing, 'ahead' | 'aheadDays'> {
  const edgeC = edge.fiveDayMean!.value
  const middleC = middle.fiveDayMean!.value
  const ahead = figure('deltaC', [
    {
      code: 'ahead',
      formula: '{edge} − {middle}',
      operands: { edge: operand(edgeC, 'degC'), middle: operand(middleC, 'degC') },
      result: operand(edgeC - middleC, 'deltaC'),
    },
  ])
  const slope = middle.trend?.value ?? 0
  if (slope < slowestTrend) return { ahead }
  const aheadDays = figure('d', [
    {
      code: 'aheadDays',
      formula: '{ahead} ÷ {trend}',
      operands: { ahead: operand(ahead.value, 'deltaC'), trend: operand(slope, 'deltaC/d') },
      result: operand(ahead.value / slope, 'd'),
      source: 'trendEstimate',
    },
  ])
  return { ahead, aheadDays }
}

/**
 * Is it time, by one school of timing, on one day? From the person's own readings only: five-day means at 2 in per place,
 * the trend, which place leads. The simulation says the same with its uncertainty where there is weather.
 */
export function computeTiming(request: TimingRequest): Outcome<Timing> {
  const { day, hemisphere } = request
  const school: TimingSchool = timingSchools[request.school]
  const parsed = parseParameters(school, request.parameters)
  if (!parsed.ok) return parsed
  const parameters = parsed.value
  const places = request.places.map((p) => computePlaceSoil(p, request.readings, day))
  const cautions = places.flatMap((p) => p.cautions)
  const edge = warmest(places.filter((p) => p.place.kind === 'edge'))
  const middle =
    warmest(places.filter((p) => p.place.kind === 'middle')) ??
    warmest(places.filter((p) => p.place.kind !== 'edge'))
  const lead = edge ?? middle
  const read: Read = { ...(edge && { edge }), ...(middle && { middle }) }
  const windows = computeWindows(school, parameters, createReadingsSource(request, read))
  const next = nextPass(windows)
  const rule = school.passes.find((p) => p.id === next.pass)!
  const base = {
    school: request.school,
    pass: next.pass,
    parameters,
    watched: watchedThresholds(rule, parameters, edge !== undefined),
    places,
    cautions,
  }
  const [opening, closing] = [
    watchedBy(rule.opens, edge !== undefined),
    watchedBy(rule.closes, edge !== undefined),
  ]
  if (opening) {
    const season = seasonOf(day, hemisphere, rule.season)
    if (day < season.from) return accepted({ ...base, verdict: 'offSeason', nextSeason: season.from })
    if (!lead) return accepted({ ...base, verdict: 'noReadings' })
    if (!edge) cautions.push({ code: 'noEdgeReading', params: {} })
    if (!middle) cautions.push({ code: 'noMiddleReading', params: {} })
  }
  const soilOf = (at: 'edge' | 'middle' | undefined) => (at === 'edge' ? (edge ?? middle) : (middle ?? edge))
  const opener = opening && soilOf(opening.at)
  const working = (marker: typeof opening) => {
    const soil = marker && soilOf(marker.at)
    return soil && daysToThreshold(soil, parameters[marker.parameter]!, marker.trend)
  }
  const steps = [working(opening), working(closing)].flatMap((f) => f ?? [])
  return accepted({
    ...base,
    verdict: next.verdict,
    ...(lead && { leadPlaceId: lead.place.id }),
    ...(opener && { opens: { placeId: opener.place.id, thresholdC: parameters[opening.parameter]! } }),
    ...(middle && { middlePlaceId: middle.place.id }),
    ...(edge && middle && computeLead(edge, middle)),
    ...(next.verdict !== 'late' &&
      next.from !== undefined &&
      next.to !== undefined && {
        window: {
          from: addDays(day, Math.floor(next.from)),
          to: addDays(day, Math.max(Math.floor(next.from), Math.ceil(next.to - 1e-6))),
          working: steps,
        },
      }),
  })
}
