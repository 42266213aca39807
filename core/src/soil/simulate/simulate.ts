import { seededRandom } from '../../quantity/index.ts'
import { createForcing, forceDays, type WeatherDay } from '../heat/forcing.ts'
import { createGrounds } from '../heat/createGrounds.ts'
import { lanes } from '../heat/grounds.ts'
import { firstGround, type SavedGround } from '../heat/placeGround.ts'
import { createPlaceGround, type GroundChoices } from '../ground.ts'
import { drawMember } from './future.ts'

export interface SimulationRequest {
  latitude: number
  /** Each different ground once: places that share theirs share its runs. */
  grounds: GroundChoices[]
  /** Observed weather up to today, two years at least, oldest first. */
  observed: WeatherDay[]
  /** What is forecast of the next days. */
  forecast: WeatherDay[]
  daysAhead: number
  /** The same seed, the same members, whoever runs them. */
  seed: number
}

/** So many days before today bring the ground to where it is, whatever it started from. */
const warmUpDays = 500
/** Days before today whose daily means are kept: a season and more. */
export const pastDays = 400
/** Days before today that are kept hour by hour, for readings. */
export const hourlyDays = 150
/** Depths that are written down, m; the rules of timing are for the first, 2 in. */
export const notedDepthsM = [0.05, 0.01, 0.025, 0.1, 0.15, 0.2, 0.3] as const
/** Days about today for which the whole profile is kept. */
export const profileDays = { past: 45, ahead: 60 } as const
/** Members whose mean profile is drawn. */
const profileMembers = 24

/** A ground up to today. Days end with today; 5 cm unless said otherwise. */
export interface GroundPast {
  /** Daily means, `pastDays` of them, °C. */
  dailyC: Float32Array
  /** Volumetric water of the root zone at the end of each of these days. */
  water: Float32Array
  /** At the end of each solar hour: depth by depth, `hourlyDays` · 24 each, °C. */
  hourlyC: Float32Array
  /** Daily means of every depth noted, day by day, `profileDays.past` of them, °C. */
  profileC: Float32Array
}

/** Members of the ensemble: member by member, `daysAhead` each. */
export interface MemberRuns {
  /** The first of them, and how many there are. */
  from: number
  count: number
  /** Per ground: daily means at 5 cm, °C. */
  dailyC: Float32Array[]
  /** Per ground: volumetric water. */
  water: Float32Array[]
  /** Per ground: sum over some members of the daily means of every depth, day by day; and how many members. */
  profileC: Float32Array[]
  profileMembers: number
  minimumC: Float32Array
  maximumC: Float32Array
  rainMm: Float32Array
}

export interface Simulation {
  past: () => GroundPast[]
  /** Runs members `from` … `to` − 1 of every ground. */
  runMembers: (from: number, to: number) => MemberRuns
}

/**
 * Observed weather through the ground of each place, then members of an ensemble, not yet drawn to any reading.
 * Cost: about 24 node-steps of TR-BDF2 an hour for each member, day and ground; eight members go side by side. @throws RangeError with too little past
 */
export function createSimulation(request: SimulationRequest): Simulation {
  const { latitude, grounds, observed, forecast, daysAhead, seed } = request
  if (observed.length < warmUpDays) throw new RangeError('too little past weather')
  const force = createForcing(latitude)
  const recent = observed.slice(-warmUpDays)
  const days = forceDays(force, recent, observed.at(-warmUpDays - 1))
  const places = grounds.map((g) => createPlaceGround(g, latitude))
  let today: SavedGround[] = []

  function runPast(): GroundPast[] {
    today = []
    return places.map((place): GroundPast => {
      const runner = createGrounds([place], [firstGround(place, recent)], notedDepthsM)
      const stride = hourlyDays * 24
      const kept: GroundPast = {
        dailyC: new Float32Array(pastDays),
        water: new Float32Array(pastDays),
        hourlyC: new Float32Array(stride * notedDepthsM.length),
        profileC: new Float32Array(profileDays.past * notedDepthsM.length),
      }
      days.forEach((day, i) => {
        const back = days.length - i
        const [hours, profile] = [back <= hourlyDays, back <= profileDays.past]
        const [mean] = runner.passDay([day], { hours, profile })
        if (hours) runner.hourly(0, kept.hourlyC, (hourlyDays - back) * 24, stride)
        if (profile) runner.profile(0, kept.profileC, (profileDays.past - back) * notedDepthsM.length)
        if (back > pastDays) return
        kept.dailyC[pastDays - back] = mean!
        kept.water[pastDays - back] = runner.water(0)
      })
      today.push(runner.save(0))
      return kept
    })
  }

  /** The weather of a member, and hour by hour. */
  function drawWeather(m: number) {
    const random = seededRandom(seed ^ Math.imul(m + 1, 0x9e3779b9))
    const weather = drawMember(forecast, observed, daysAhead, random)
    return { weather, forced: forceDays(force, weather, observed.at(-1)) }
  }

  function runMembers(from: number, to: number): MemberRuns {
    if (!today.length) runPast()
    const make = () => new Float32Array((to - from) * daysAhead)
    const depths = notedDepthsM.length
    const noted = Math.min(profileDays.ahead, daysAhead)
    const runs: MemberRuns = {
      from,
      count: to - from,
      dailyC: grounds.map(make),
      water: grounds.map(make),
      profileC: grounds.map(() => new Float32Array(noted * depths)),
      profileMembers: Math.max(0, Math.min(to, profileMembers) - from),
      minimumC: make(),
      maximumC: make(),
      rainMm: make(),
    }
    const dayProfile = new Float32Array(depths)
    // Always the same ones side by side, whoever asks for which of them: the figures are the same to the last digit.
    for (let first = from - (from % lanes); first < to; first += lanes) {
      const members = Array.from({ length: lanes }, (_, lane) => drawWeather(first + lane))
      const wanted = members.flatMap((_, lane) => (first + lane >= from && first + lane < to ? [lane] : []))
      for (const lane of wanted) {
        const at = (first + lane - from) * daysAhead
        members[lane]!.weather.forEach((w, i) => {
          runs.minimumC[at + i] = w.minimumC
          runs.maximumC[at + i] = w.maximumC
          runs.rainMm[at + i] = w.rainMm
        })
      }
      places.forEach((place, g) => {
        const runner = createGrounds(
          members.map(() => place),
          members.map(() => today[g]!),
          notedDepthsM,
        )
        const profileSum = runs.profileC[g]!
        for (let i = 0; i < daysAhead; i++) {
          const profile = first < profileMembers && i < noted
          const means = runner.passDay(
            members.map(({ forced }) => forced[i]!),
            { profile },
          )
          for (const lane of wanted) {
            const at = (first + lane - from) * daysAhead + i
            runs.dailyC[g]![at] = means[lane]!
            runs.water[g]![at] = runner.water(lane)
            if (!profile || first + lane >= profileMembers) continue
            runner.profile(lane, dayProfile, 0)
            for (let k = 0; k < depths; k++) profileSum[i * depths + k]! += dayProfile[k]!
          }
        }
      })
    }
    return runs
  }
  return { past: runPast, runMembers }
}

/**
 * Members in shares for threads and for telling how far it is, cut where those side by side end: a share cut elsewhere runs its
 * neighbours too. @param blocks how many times eight there are in a share at most
 */
export function shareMembers(from: number, to: number, blocks: number): [number, number][] {
  const shares: [number, number][] = []
  for (let at = from; at < to;) {
    const end = Math.min(to, (Math.floor(at / lanes) + blocks) * lanes)
    shares.push([at, end])
    at = end
  }
  return shares
}

/** The arrays of a part of the members: they can be handed from thread to thread instead of copied. */
export const arraysOf = (runs: MemberRuns): Float32Array[] => [
  ...runs.dailyC,
  ...runs.water,
  ...runs.profileC,
  runs.minimumC,
  runs.maximumC,
  runs.rainMm,
]

/** Joins members that were run apart, in the order of their numbers; some may still be missing between them. @throws RangeError without any */
export function joinRuns(parts: MemberRuns[]): MemberRuns {
  const order = parts.toSorted((a, b) => a.from - b.from)
  const [first] = order
  if (!first) throw new RangeError('no members')
  const join = (pick: (part: MemberRuns) => Float32Array): Float32Array => {
    const joined = new Float32Array(order.reduce((sum, p) => sum + pick(p).length, 0))
    let at = 0
    for (const part of order) {
      joined.set(pick(part), at)
      at += pick(part).length
    }
    return joined
  }
  const add = (pick: (part: MemberRuns) => Float32Array): Float32Array =>
    pick(first).map((_, i) => order.reduce((sum, p) => sum + pick(p)[i]!, 0))
  return {
    from: first.from,
    count: order.reduce((sum, p) => sum + p.count, 0),
    dailyC: first.dailyC.map((_, g) => join((p) => p.dailyC[g]!)),
    water: first.water.map((_, g) => join((p) => p.water[g]!)),
    profileC: first.profileC.map((_, g) => add((p) => p.profileC[g]!)),
    profileMembers: order.reduce((sum, p) => sum + p.profileMembers, 0),
    minimumC: join((p) => p.minimumC),
    maximumC: join((p) => p.maximumC),
    rainMm: join((p) => p.rainMm),
  }
}

/** Different grounds once each, and which of them each place has. */
export function sharedGrounds(all: GroundChoices[]): { grounds: GroundChoices[]; indexOf: number[] } {
  const keys = all.map((g) => JSON.stringify(g))
  const distinct = [...new Set(keys)]
  return {
    grounds: distinct.map((k) => all[keys.indexOf(k)]!),
    indexOf: keys.map((k) => distinct.indexOf(k)),
  }
}
