import { createHash } from 'node:crypto'
import type { DataSource } from 'typeorm'
import { stationAnswer, type ForecastHour } from '@jardinero/contract/weather'
import { addDays, type Day } from '@jardinero/core/quantity'
import { checkWeather, type DatedWeather } from '@jardinero/core/soil'
import { ProblemError } from '../platform/problem.ts'
import type { StoredWeather } from './entities.ts'

/** So much of the past: the days ahead are drawn from it. */
const pastDays = 10 * 365
const patienceMs = 5000
/** What was told is asked for again after so long. */
const freshMs = 3_600_000
/** A service that did not answer is left in peace for so long. */
const restMs = 15_000

interface Told {
  simulated: boolean
  days: DatedWeather[]
  hours: ForecastHour[]
}
/** The weather of a station up to a day, and what was forecast then. */
interface StationWeather {
  past: Told
  ahead: Told
  /** When the service said so; and whether it is away now, so that this is what it said last. */
  askedAt: string
  away: boolean
  stamp: string
}
/** @throws ProblemError weatherAway where the service is away and has never told of the station */
export type AskStation = (station: string, today: Day) => Promise<StationWeather>

/** One answer of the service, held to the open format and to what weather can be. */
async function ask(url: string): Promise<Told> {
  const response = await fetch(url, { signal: AbortSignal.timeout(patienceMs) })
  if (!response.ok) throw new Error(`weather service: ${response.status}`)
  const { value, error } = stationAnswer.validate(await response.json(), { stripUnknown: true })
  if (error) throw error
  if (checkWeather(value.days, 'days').length) throw new Error('weather service: days that cannot be')
  return value as Told
}

/**
 * The weather service, asked once an hour and station, whatever number of yards and servers ask: what it said stands in the
 * database, and is told when the service is away.
 */
export function createStations(
  database: DataSource,
  base: string | undefined,
  now: () => number = Date.now,
): AskStation {
  const underway = new Map<string, Promise<StationWeather>>()
  const failedAt = new Map<string, number>()
  const keyOf = (station: string) => `${base?.replace(/\/$/, '')}/stations/${encodeURIComponent(station)}`
  const told = ({ content, askedAt, stamp }: StoredWeather, away: boolean): StationWeather => ({
    ...(JSON.parse(content) as { past: Told; ahead: Told }),
    askedAt,
    stamp,
    away,
  })

  async function fetchAndKeep(root: string, today: Day): Promise<StationWeather> {
    const [past, ahead] = await Promise.all([
      ask(`${root}/daily?from=${addDays(today, -pastDays)}&to=${today}`),
      ask(`${root}/forecast?issued=${today}`),
    ])
    const content = JSON.stringify({ past, ahead })
    const stamp = createHash('sha256').update(content).digest('hex')
    const row: StoredWeather = {
      station: root,
      day: today,
      stamp,
      content,
      askedAt: new Date(now()).toISOString(),
    }
    await database.manager.upsert('kept_weather', row, ['station', 'day'])
    return told(row, false)
  }
  async function find(root: string, today: Day): Promise<StationWeather> {
    const rows = database.manager.getRepository<StoredWeather>('kept_weather')
    const here = await rows.findOneBy({ station: root, day: today })
    if (here && now() - Date.parse(here.askedAt) < freshMs) return told(here, false)
    if (now() - (failedAt.get(root) ?? -Infinity) >= restMs) {
      try {
        const fresh = await fetchAndKeep(root, today)
        failedAt.delete(root)
        return fresh
      } catch {
        failedAt.set(root, now())
      }
    }
    const last =
      here ??
      (await rows
        .createQueryBuilder('w')
        .where('w.station = :root AND w.day <= :today', { root, today })
        .orderBy('w.day', 'DESC')
        .getOne())
    if (!last) throw new ProblemError('weatherAway')
    return told(last, true)
  }
  return (station, today) => {
    if (!base) return Promise.reject(new ProblemError('weatherAway'))
    const root = keyOf(station)
    const key = `${root} ${today}`
    const mine = underway.get(key) ?? find(root, today).finally(() => underway.delete(key))
    underway.set(key, mine)
    return mine
  }
}
