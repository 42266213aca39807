import { dayNumber, type Day, type Figure, type Refusal } from '../../quantity/index.ts'
import type { Hemisphere, PlaceKind } from '../../yard/index.ts'
import { anchorReadings, type Anchor } from '../anchor/anchor.ts'
import { computeGermination, type GerminationCurve, type Weed } from '../germination/germination.ts'
import type { GroundChoices } from '../ground.ts'
import type { Trend } from '../heat/crossing.ts'
import {
  parseParameters,
  resolveMarker,
  timingSchoolIds,
  timingSchools,
  watchedThresholds,
  type PassRule,
  type TimingSchool,
  type TimingSchoolId,
} from '../schools/index.ts'
import type { GroundPast, MemberRuns } from '../simulate/simulate.ts'
import { computeWindows, nextPass, spreadDays, type DaySpread, type PassWindow } from '../windows.ts'
import { computeDateWorking, computeMeanToday } from './dateWorking.ts'
import { decidingPlace, leadOf, paceOf } from './lead.ts'
import { adviseReading, type NextReading } from './nextReading.ts'
import { computePaths, quantilesByDay, type PlacePaths } from './paths.ts'
import { profileOf, type GroundProfile } from './profile.ts'
import { besideModel, signsBesideModel, type SunReading } from './readings.ts'
import { createEnsembleSource, type SeenSign } from './source.ts'

export interface AnswerPlace {
  id: string
  kind: PlaceKind
  ground: GroundChoices
}

export interface SoilAnswerRequest {
  today: Day
  hemisphere: Hemisphere
  places: AnswerPlace[]
  /** Index of each place's ground among the runs. */
  groundOf: number[]
  pasts: GroundPast[]
  runs: MemberRuns
  forecastDays: number
  /** Air of the observed days, as many as the pasts have, °C. */
  observedAir: { minimumC: number; maximumC: number }[]
  readings: SunReading[]
  signs: SeenSign[]
  weeds: Weed[]
  school: TimingSchoolId
  /** Parameters a person changed, by school, in the markers' units. */
  parameters?: Partial<Record<TimingSchoolId, Record<string, number>>>
  seed: number
  /** The day one stands on, days from today: windows are judged for it. */
  standing?: number
  /** A threshold asked for beside those of the school. */
  also?: { parameter: string; thresholdC: number; trend: Trend; season: Trend }
}

/** A place's crossing of one threshold. */
export interface PlaceCrossing {
  parameter: string
  thresholdC: number
  trend: Trend
  /** Days from today. */
  days: DaySpread
  /** Share of members that has crossed by each day from today on. */
  shareBy: number[]
  /** Share that does not cross in these days. */
  never: number
  /** Its most likely day and how it was come to; absent where most do not cross. */
  working?: Figure<'d'>
}

export interface PlaceOutlook {
  id: string
  /** Most likely daily means at 2 in of the observed days, the last of them today, °C. */
  observedC: number[]
  /** One, five and nine of ten members on each day ahead, °C. */
  p10C: number[]
  p50C: number[]
  p90C: number[]
  /** Five-day mean up to today. */
  meanToday: Figure<'degC'>
  /** How sure that is, K; what readings add to the model, K; how many were taken in. */
  sdK: number
  offsetK: number
  readings: number
  crossings: PlaceCrossing[]
  profile: GroundProfile
}

export interface SchoolWindows {
  school: TimingSchoolId
  /** In the markers' units, as used. */
  parameters: Record<string, number>
  passes: PassWindow[]
  /** Which of them is next. */
  next: PassWindow['pass']
}

export interface SoilAnswer {
  today: Day
  members: number
  places: PlaceOutlook[]
  /** All of them, the one asked for first. */
  schools: SchoolWindows[]
  germination: GerminationCurve[]
  nextReading?: NextReading
  /** The place the school watches now, the open middle, and how far the first is ahead of the second. */
  leadId?: string
  middleId?: string
  ahead?: Figure<'d'>
  /** Readings set aside as implausible: index in the request, standard deviations off, and what was expected, °C. */
  setAside: Anchor['setAside']
}

/** Days from today for which the share that has crossed is told. */
const drawnDays = 150
/** Days whose mean is the centre of a place's swing. */
const centreDays = 60
/** What a careful reading in mid-morning leaves open, K²: its parts are in readings.ts. Estimate. */
const readingVariance = 0.6

const recentMean = (values: ArrayLike<number>, days: number): number => {
  let sum = 0
  for (let i = Math.max(0, values.length - days); i < values.length; i++) sum += values[i]!
  return sum / Math.min(days, values.length)
}

/** An answer with the members it was read from. */
export interface SoilOutlook {
  answer: SoilAnswer
  /** By place, as in the request. */
  paths: PlacePaths[]
  /** When a pass of a school opens and closes in each member: days from today; −∞ before its season, ∞ not in these days. */
  ruleDays: (school: TimingSchoolId, pass: PassRule['id']) => { opens: number[]; closes: number[] }
}

/** What the soil of a yard will do, and what each school of timing makes of it. @throws RangeError as computeSoilOutlook */
export const computeSoilAnswer = (request: SoilAnswerRequest): SoilAnswer =>
  computeSoilOutlook(request).answer

/**
 * The soil of a yard: the runs of its grounds, drawn to its readings and signs. Cheap beside the runs, so a new reading
 * needs no new run. @throws RangeError when a changed parameter lies outside its range: check it before
 */
export function computeSoilOutlook(request: SoilAnswerRequest): SoilOutlook {
  const { today, hemisphere, places, groundOf, pasts, runs, readings, signs, seed, school } = request
  const now = dayNumber(today)
  const centres = groundOf.map((g) => recentMean(pasts[g]!.dailyC, centreDays))
  const beside = besideModel(readings, { places, groundOf, pasts, today })
  const anchor = anchorReadings(
    [...beside, ...signsBesideModel(signs, { places, groundOf, pasts, today })],
    centres,
    now,
  )
  const paths = computePaths({ groundOf, pasts, runs, anchor, today: now, seed })
  const source = createEnsembleSource({
    today,
    hemisphere,
    places,
    paths,
    air: { observed: request.observedAir, minimumC: runs.minimumC, maximumC: runs.maximumC },
    signs,
    seed,
  })
  const order = [school, ...timingSchoolIds.filter((id) => id !== school)]
  const schools = order.map((id): SchoolWindows => {
    const rules: TimingSchool = timingSchools[id]
    const values = parseParameters(rules, request.parameters?.[id])
    if (!values.ok) throw new RangeError(`parameters of ${id} out of range`)
    const passes = computeWindows(rules, values.value, source, request.standing)
    return { school: id, parameters: values.value, passes, next: nextPass(passes).pass }
  })
  const [chosen] = schools
  const rule = (timingSchools[school] as TimingSchool).passes.find((p) => p.id === chosen!.next)!
  const watched = watchedThresholds(rule, chosen!.parameters, source.has('edge')).map((w) => ({
    ...w,
    season: rule.season,
  }))
  const thresholds = request.also ? [...watched, request.also] : watched
  const taken = (place: number) =>
    anchor.left.filter((l) => l.place === place && l.index < beside.length).length

  const outlooks = places.map(({ id, ground }, place): PlaceOutlook => {
    const own = paths[place]!
    const [p10, p50, p90] = quantilesByDay(own.aheadC, own.members, own.ahead, [0.1, 0.5, 0.9]) as [
      Float64Array,
      Float64Array,
      Float64Array,
    ]
    const past = pasts[groundOf[place]!]!
    const modelC = recentMean(past.dailyC, 5)
    const offsetK = recentMean(own.observedC, 5) - modelC
    const parts = {
      ground,
      modelC,
      offsetK,
      sdK: own.sdK,
      readings: taken(place),
      members: own.members,
      forecastDays: request.forecastDays,
    }
    return {
      id,
      observedC: Array.from(own.observedC),
      p10C: Array.from(p10),
      p50C: Array.from(p50),
      p90C: Array.from(p90),
      meanToday: computeMeanToday(parts),
      sdK: own.sdK,
      offsetK,
      readings: parts.readings,
      crossings: thresholds.map(({ parameter, thresholdC, trend, season }): PlaceCrossing => {
        const days = source.crossings(place, thresholdC, trend, season)
        const spread = spreadDays(days)
        return {
          parameter,
          thresholdC,
          trend,
          days: spread,
          shareBy: Array.from(
            { length: drawnDays },
            (_, d) => days.filter((on) => on <= d).length / days.length,
          ),
          never: days.filter((on) => on === Infinity).length / days.length,
          ...(spread.p50 !== undefined && {
            working: computeDateWorking({ ...parts, thresholdC, days: spread.p50 }),
          }),
        }
      }),
      profile: profileOf(past, runs, groundOf[place]!, offsetK),
    }
  })
  const germination = request.weeds.length
    ? places.flatMap((place, i) =>
        computeGermination({
          today,
          hemisphere,
          place: { id: place.id, texture: place.ground.texture },
          paths: paths[i]!,
          observedWater: pasts[groundOf[i]!]!.water,
          water: runs.water[groundOf[i]!]!,
          weeds: request.weeds,
        }),
      )
    : []
  const decides = decidingPlace(places, paths, watched[0]?.at ?? 'edge')
  const reading = adviseReading({
    belief: anchor.belief,
    placeIds: places.map((p) => p.id),
    modelC: groundOf.map((g) => pasts[g]!.dailyC.at(-1)!),
    decides,
    daysAhead: Math.min(30, Math.max(1, outlooks[decides]?.crossings[0]?.days.p50 ?? 10)),
    perDayK: paceOf(outlooks[decides]!),
    variance: readingVariance,
  })
  const answer: SoilAnswer = {
    today,
    members: runs.count,
    places: outlooks,
    schools,
    germination,
    ...(reading && { nextReading: reading }),
    ...leadOf(outlooks, places, decides),
    setAside: anchor.setAside
      .filter((s) => s.index < beside.length)
      .map((s) => ({ ...s, index: beside[s.index]!.index })),
  }
  const ruleDays: SoilOutlook['ruleDays'] = (id, pass) => {
    const rules: TimingSchool = timingSchools[id]
    const { opens, closes, season } = rules.passes.find((p) => p.id === pass)!
    const values = schools.find((s) => s.school === id)!.parameters
    return {
      opens: resolveMarker(opens, values, source, season),
      closes: resolveMarker(closes, values, source, season),
    }
  }
  return { answer, paths, ruleDays }
}

/** What of a person's changed parameters lies outside its range, school by school. */
export function checkParameters(parameters: SoilAnswerRequest['parameters']): Refusal[] {
  return timingSchoolIds.flatMap((id) => {
    const parsed = parseParameters(timingSchools[id], parameters?.[id])
    return parsed.ok
      ? []
      : parsed.refusals.map((r) => ({ ...r, field: `parameters.${id}.${r.field?.split('.')[1]}` }))
  })
}
