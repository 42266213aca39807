import {
  accepted,
  addDays,
  convert,
  figure,
  operand,
  refused,
  type Caution,
  type Day,
  type Figure,
  type Outcome,
} from '../quantity/index.ts'
import type { Hemisphere } from '../yard/index.ts'
import { computePlaceSoil, type PlaceSoil } from './placeSoil.ts'
import type { ProbedPlace, ProbeReading } from './reading.ts'
import {
  timingSchools,
  type SoilState,
  type TimingSchool,
  type TimingSchoolId,
  type TimingVerdict,
  type TimingWindow,
} from './schools/index.ts'
import { springSeasonOf } from './season.ts'

export interface TimingRequest {
  day: Day
  hemisphere: Hemisphere
  school: TimingSchoolId
  places: ProbedPlace[]
  readings: ProbeReading[]
  /** Thresholds changed by the person, in °C, by the school's parameter names. */
  thresholdsC?: Record<string, number>
}

export interface Timing {
  verdict: TimingVerdict | 'noReadings' | 'offSeason'
  school: TimingSchoolId
  /** In °C, as used. */
  thresholdsC: Record<string, number>
  places: PlaceSoil[]
  leadPlaceId?: string
  /** The place whose crossing of which threshold opens the school's window. */
  opens?: { placeId: string; thresholdC: number }
  middlePlaceId?: string
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

const warmest = (soils: PlaceSoil[]): PlaceSoil | undefined =>
  soils
    .filter((s) => s.fiveDayMean)
    .toSorted((a, b) => b.fiveDayMean!.value - a.fiveDayMean!.value)
    .at(0)

/** Days until a place's five-day mean reaches a threshold on its present trend; 0 when it is there. */
function daysToThreshold(soil: PlaceSoil, thresholdC: number): Figure<'d'> | undefined {
  const meanC = soil.fiveDayMean!.value
  const slope = soil.trend?.value ?? 0
  const there = meanC >= thresholdC
  if (!there && slope < slowestTrend) return undefined
  const days = there ? 0 : (thresholdC - meanC) / slope
  if (days > furthestDays) return undefined
  return figure('d', [
    {
      code: 'daysToThreshold',
      formula: there ? '{fiveDayMean} ≥ {threshold}' : '({threshold} − {fiveDayMean}) ÷ {trend}',
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

function computeWindow(
  school: TimingSchool,
  day: Day,
  soil: SoilState,
  at: { edge?: PlaceSoil; middle?: PlaceSoil },
  thresholdsC: Record<string, number>,
): Timing['window'] {
  const { opens, closes } = school.window(soil)
  const opening = at[opens.place]
  const closing = at[closes.place]
  if (!opening?.fiveDayMean || !closing?.fiveDayMean) return undefined
  const from = daysToThreshold(opening, thresholdsC[opens.parameter]!)
  const to = daysToThreshold(closing, thresholdsC[closes.parameter]!)
  if (!from || !to) return undefined
  const first = addDays(day, Math.floor(from.value))
  const last = addDays(day, Math.max(Math.floor(from.value), Math.ceil(to.value - 1e-6) - 1))
  return { from: first, to: last, working: [from, to] }
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

function parseThresholds(
  school: TimingSchool,
  asked: Record<string, number>,
): Outcome<Record<string, number>> {
  const thresholdsC: Record<string, number> = {}
  for (const [name, p] of Object.entries(school.parameters)) {
    const [valueC, leastC, mostC] = [p.value, p.least, p.most].map((v) => convert(v, p.unit, 'degC')) as [
      number,
      number,
      number,
    ]
    const given = asked[name] ?? valueC
    if (!(given >= leastC - 1e-9 && given <= mostC + 1e-9))
      return refused({
        code: 'thresholdOutOfRange',
        field: `thresholdsC.${name}`,
        params: {
          given: { value: given, unit: 'degC' },
          least: { value: leastC, unit: 'degC' },
          most: { value: mostC, unit: 'degC' },
        },
      })
    thresholdsC[name] = given
  }
  return accepted(thresholdsC)
}

/**
 * Is it time for the spring pre-emergent, by one school of timing, on one day? From the person's own readings only:
 * five-day means at 2 in per place, the trend, which place leads.
 */
export function computeTiming(request: TimingRequest): Outcome<Timing> {
  const school: TimingSchool = timingSchools[request.school]
  const thresholds = parseThresholds(school, request.thresholdsC ?? {})
  if (!thresholds.ok) return thresholds
  const thresholdsC = thresholds.value
  const places = request.places.map((p) => computePlaceSoil(p, request.readings, request.day))
  const cautions = places.flatMap((p) => p.cautions)
  const base = { school: request.school, thresholdsC, places, cautions }

  const season = springSeasonOf(request.day, request.hemisphere)
  if (request.day < season.from) return accepted({ ...base, verdict: 'offSeason', nextSeason: season.from })

  const edge = warmest(places.filter((p) => p.place.kind === 'edge'))
  const middle =
    warmest(places.filter((p) => p.place.kind === 'middle')) ??
    warmest(places.filter((p) => p.place.kind !== 'edge'))
  const lead = edge ?? middle
  if (!lead) return accepted({ ...base, verdict: 'noReadings' })
  if (!edge) cautions.push({ code: 'noEdgeReading', params: {} })
  if (!middle) cautions.push({ code: 'noMiddleReading', params: {} })

  const soil: SoilState = {
    ...(edge && { edgeC: edge.fiveDayMean!.value }),
    ...(middle && { middleC: middle.fiveDayMean!.value }),
  }
  const verdict = school.judge(soil, thresholdsC)
  const { opens } = school.window(soil)
  const opening = (opens.place === 'edge' ? edge : middle) ?? lead
  const window =
    verdict === 'late'
      ? undefined
      : computeWindow(
          school,
          request.day,
          soil,
          { ...(edge && { edge }), ...(middle && { middle }) },
          thresholdsC,
        )
  return accepted({
    ...base,
    verdict,
    leadPlaceId: lead.place.id,
    opens: { placeId: opening.place.id, thresholdC: thresholdsC[opens.parameter]! },
    ...(middle && { middlePlaceId: middle.place.id }),
    ...(edge && middle && computeLead(edge, middle)),
    ...(window && { window }),
  })
}
