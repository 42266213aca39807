import { createHash } from 'node:crypto'
import { Between, In } from 'typeorm'
import { plantAlmanac } from '@jardinero/almanac'
import type { Find } from '@jardinero/contract/scout'
import type { SeasonPlan } from '@jardinero/contract/season'
import type { Label, StockRow } from '@jardinero/contract/shelf'
import type { Reading, Sign, Water } from '@jardinero/contract/soil'
import type { Place, Yard, Zone } from '@jardinero/contract/yard'
import { dateJobs, marksOf, openPasses, promisedLawns, type Job } from '@jardinero/core/job'
import { dayIn, yearOf, type Day, type YardId } from '@jardinero/core/quantity'
import {
  barrierLabels,
  halfAt,
  stoppableWeeds,
  targetsOf,
  type NextFacts,
  type SeasonQuestion,
} from '@jardinero/core/season'
import {
  buildSoilQuestion,
  seasonOf,
  watchedWeeds,
  type SimulationRequest,
  type SoilQuestion,
} from '@jardinero/core/soil'
import { jobsOfYard } from '../job/index.ts'
import { findRecords } from '../ledger/index.ts'
import type { Clock } from '../platform/clock.ts'
import { rowsWhere } from '../platform/collection.ts'
import type { AccountScope } from '../platform/scope.ts'
import { accountToday } from '../platform/today.ts'
import { gatherContext, plansInForce } from '../season/index.ts'
import { readWeather, type AskStation } from '../soil/index.ts'
import { keysOf, type RunKeys } from './runs.ts'

/** Raised where the same rows come to another answer: those that are kept are then worked out anew. */
const edition = 3

const plants = new Map(plantAlmanac.plants.map((p) => [p.code, p]))
const plantOf = (code: string) => plants.get(code)

/** What an answer is drawn and judged from; plain, so that it can cross to a thread. */
export interface AnswerOrder {
  question: SoilQuestion
  season: SeasonQuestion | null
  /** The plan in force of the half at hand, and what the next application is told from. */
  plan: SeasonPlan | null
  next: NextFacts
}
/** Everything an answer is worked out from. */
export interface GatheredAnswer {
  yardId: YardId
  day: Day
  simulation: SimulationRequest
  /** Under what its runs are kept. */
  keys: RunKeys
  order: AnswerOrder
  /** Of all this, in a word. */
  restsOn: string
}

interface Parts {
  clock: Clock
  stations: AskStation
}

async function gatherSoil(
  scope: AccountScope,
  yard: Yard,
  zones: Zone[],
  { stations, today, jobs }: Parts & { today: Day; jobs: Job[] },
) {
  const ofZones = { zoneId: In(zones.map((z) => z.id)) }
  const places = await rowsWhere<Place>(scope, 'place', ofZones)
  const year = yearOf(today)
  const twoYears = [`${year - 1}-01-01`, `${year}-12-31`] as const
  const finds = await rowsWhere<Find>(scope, 'plant_find', { ...ofZones, foundOn: Between(...twoYears) })
  const watched = { finds, marks: marksOf(jobs), own: yard.watchedWeeds ?? [] }
  const ofYears = { yardId: yard.id, day: Between(...twoYears) }
  const built = buildSoilQuestion({
    yard,
    places,
    weather: await readWeather(scope, stations, yard, today),
    readings: await rowsWhere<Reading>(
      scope,
      'soil_reading',
      {
        placeId: In(places.map((p) => p.id)),
        takenAt: Between(`${twoYears[0]}T00:00:00Z`, `${twoYears[1]}T23:59:59Z`),
      },
      { takenAt: 'ASC', id: 'ASC' },
    ),
    signs: await rowsWhere<Sign>(scope, 'season_sign', ofYears),
    waters: await rowsWhere<Water>(scope, 'water_entry', ofYears),
    weeds: watchedWeeds(watched, year, plantOf),
    today,
    day: today,
  })
  return built && { ...built, places }
}

/**
 * Everything the answer for a yard rests on, as it is now. @returns nothing where there is no place, or too little weather
 * @throws ProblemError notFound, weatherAway
 */
export async function gatherAnswer(
  scope: AccountScope,
  yardId: YardId,
  parts: Parts,
): Promise<GatheredAnswer | undefined> {
  const yard = await scope.get<Yard>('yard', yardId)
  const today = await accountToday(scope, yard.timeZone, parts.clock)
  const zones = await rowsWhere<Zone>(scope, 'zone', { yardId })
  const jobs = await jobsOfYard(scope, yardId)
  const soil = await gatherSoil(scope, yard, zones, { ...parts, today, jobs })
  if (!soil) return undefined
  const { simulation, question, places } = soil
  const half = halfAt(question.today, yard.latitude)
  const plans = await plansInForce(scope, yard, today)
  const plan = plans.find((p) => p.half === half) ?? null
  const context = await gatherContext(
    scope,
    yard,
    question.today,
    plans.filter((p) => p !== plan),
  )
  const targets = targetsOf(
    question.weeds.map((w) => w.code),
    plantOf,
  )
  const weeds = stoppableWeeds(question.weeds, targets, half).map((w) => w.code)
  const stocked = new Set((await rowsWhere<StockRow>(scope, 'stock_package')).map((p) => p.labelId as string))
  const usable = barrierLabels(context, stocked)
  const proposed = usable.find((l) => l.id === plan?.programme.passes[0]?.labelId) ?? usable[0]
  const season: SeasonQuestion | null = weeds.length
    ? {
        context,
        half,
        weeds,
        targets,
        places: places.map(({ id, name, zoneId }) => ({ id, name, zoneId })),
        judge: plan ? [plan.programme] : [],
        ...(proposed && { compare: { labelId: proposed.id, edges: 'once', partner: false } }),
      }
    : null
  const records = await findRecords(scope, { yardId, from: `${yearOf(today) - 1}-01-01`, to: today })
  const next: NextFacts = {
    day: today,
    seasonFrom: seasonOf(today, question.hemisphere, half).from,
    school: yard.timingSchool,
    zones: zones.map(({ id, name }) => ({ id, name })),
    labels: (await rowsWhere<Label>(scope, 'label')).map(({ id, rules }) => ({ id, rules })),
    open: openPasses(jobs, half),
    promised: promisedLawns(jobs, half, yard.latitude, {
      days: dateJobs(jobs, () => undefined),
      rulesOf: (id) => context.labels.find((l) => l.id === id)?.rules,
    }),
    records: records.map((r) => ({ day: dayIn(r.appliedAt, yard.timeZone), rules: r.rules })),
  }
  const order = { question, season, plan, next }
  const keys = keysOf(simulation)
  const restsOn = createHash('sha256')
    .update(JSON.stringify([edition, keys, order]))
    .digest('hex')
  return { yardId, day: question.today, simulation, keys, order, restsOn }
}
