import { dayNumber, type Refusal } from '../../quantity/index.ts'
import { anchorReadings } from '../anchor/anchor.ts'
import { computeGermination } from '../germination/germination.ts'
import {
  parseParameters,
  resolveMarker,
  timingSchoolIds,
  timingSchools,
  watchedThresholds,
  type TimingSchool,
} from '../schools/index.ts'
import { computeWindows, nextPass, spreadDays } from '../windows.ts'
import { computeDateWorking, computeMeanToday } from './dateWorking.ts'
import { decidingPlace, leadOf, paceOf } from './lead.ts'
import { adviseReading } from './nextReading.ts'
import { computePaths, quantilesByDay, type PlacePaths } from './paths.ts'
import { profileOf } from './profile.ts'
import { besideModel, signsBesideModel } from './readings.ts'
import { createEnsembleSource } from './source.ts'
import type {
  PlaceCrossing,
  PlaceOutlook,
  SchoolWindows,
  SoilAnswer,
  SoilAnswerRequest,
  SoilOutlook,
} from './answerShapes.ts'

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

interface PlaceParts {
  paths: PlacePaths
  source: ReturnType<typeof createEnsembleSource>
  thresholds: NonNullable<SoilAnswerRequest['also']>[]
  /** How many readings it rests on. */
  readings: number
}
/** What is told of one place: its days behind and ahead, when it crosses each threshold, its ground in depth. */
function computePlaceOutlook(
  { places, groundOf, pasts, runs, forecastDays }: SoilAnswerRequest,
  place: number,
  { paths: own, source, thresholds, readings }: PlaceParts,
): PlaceOutlook {
  const { id, ground } = places[place]!
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
    readings,
    members: own.members,
    forecastDays: forecastDays,
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
  const outlooks = places.map((_, place) =>
    computePlaceOutlook(request, place, {
      paths: paths[place]!,
      source,
      thresholds,
      readings: anchor.left.filter((l) => l.place === place && l.index < beside.length).length,
    }),
  )
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
  /** Asked again and again while programmes are judged. */
  const known = new Map<string, ReturnType<SoilOutlook['ruleDays']>>()
  const ruleDays: SoilOutlook['ruleDays'] = (id, pass) => {
    const before = known.get(`${id} ${pass}`)
    if (before) return before
    const rules: TimingSchool = timingSchools[id]
    const { opens, closes, season } = rules.passes.find((p) => p.id === pass)!
    const values = schools.find((s) => s.school === id)!.parameters
    const days = {
      opens: resolveMarker(opens, values, source, season),
      closes: resolveMarker(closes, values, source, season),
    }
    known.set(`${id} ${pass}`, days)
    return days
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
