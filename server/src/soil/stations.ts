import { createHash } from 'node:crypto'
import { LruObject } from 'toad-cache'
import { LessThanOrEqual, type DataSource } from 'typeorm'
import { addDays, type Day } from '@jardinero/core/quantity'
import { checkWeather, type DatedWeather } from '@jardinero/core/soil'
import { ProblemError } from '../platform/problem.ts'
import type { WeatherSource } from '../platform/config.ts'
import type { StoredWeather, WeatherMark } from './entities.ts'
import { formats, type Told, type WeatherPlace } from './formats/index.ts'

export type { WeatherPlace } from './formats/index.ts'

/** So much of the past: the days ahead are drawn from it. */
const pastDays = 10 * 365
/** Years of days are longer in coming than the days ahead. */
const patience = { aheadMs: 5000, pastMs: 20_000 }
/** What was told is asked for again after so long. */
const freshMs = 3_600_000
/** So many places’ weather stays in memory as it was read, some 1 MB each. */
const mostInMemory = 40
/** A service that did not answer is left in peace for so long, and twice as long each time after that. */
const rest = { firstMs: 15_000, mostMs: 3_600_000 }

/** The weather of a place up to a day, and what was forecast then. */
interface StationWeather {
  past: Told
  ahead: Told
  /** When the service said so; and whether it is away now, so that this is what it said last. */
  askedAt: string
  away: boolean
  stamp: string
}
/** @throws ProblemError weatherAway where the service is away and has never told of the place */
export type AskStation = (place: WeatherPlace, today: Day) => Promise<StationWeather>

interface TakenApart {
  past: Told
  ahead: Told
}
/** A row without what was told: that is long, and mostly in memory. */
type KeptMark = Omit<StoredWeather, 'content'>
const markColumns = { station: true, day: true, stamp: true, askedAt: true, marks: true } as const

/** A service that says when it wants to be asked again. */
class Later extends Error {
  constructor(
    status: number,
    readonly afterMs: number | undefined,
  ) {
    super(`weather service: ${status}`)
  }
}
function retryAfter(response: Response): number | undefined {
  const said = response.headers.get('retry-after')
  if (!said) return undefined
  const seconds = Number(said)
  const ms = Number.isFinite(seconds) ? seconds * 1000 : Date.parse(said) - Date.now()
  return ms > 0 ? ms : undefined
}

interface Asked {
  /** Nothing where it is as it was. */
  body?: unknown
  mark: WeatherMark
}
/** Asks once, and only for what is new since the last time. @throws Later, Error */
async function ask(
  url: string,
  { last, contact, waitMs }: { last: WeatherMark | undefined; contact: string | undefined; waitMs: number },
): Promise<Asked> {
  const same = last?.url === url ? last : undefined
  const response = await fetch(url, {
    signal: AbortSignal.timeout(waitMs),
    headers: {
      accept: 'application/json',
      'user-agent': contact ? `Jardinero (${contact})` : 'Jardinero',
      ...(same?.etag && { 'if-none-match': same.etag }),
      ...(same?.modified && { 'if-modified-since': same.modified }),
    },
  })
  if (response.status === 304 && same) return { mark: same }
  if (!response.ok) throw new Later(response.status, retryAfter(response))
  const [etag, modified] = [response.headers.get('etag'), response.headers.get('last-modified')]
  return { body: await response.json(), mark: { url, ...(etag && { etag }), ...(modified && { modified }) } }
}

/** Days of the past, and those up to today that only the forecast has: an archive may be some days behind. */
function joined(past: DatedWeather[], ahead: DatedWeather[], today: Day): DatedWeather[] {
  const last = past.at(-1)?.day
  return last ? [...past, ...ahead.filter((d) => d.day > last && d.day <= today)] : past
}

/**
 * A weather service, asked once an hour and place, whatever number of yards and servers ask: what it said stands in the
 * database, and is told when the service is away.
 */
export function createStations(
  database: DataSource,
  source: WeatherSource | undefined,
  now: () => number = Date.now,
): AskStation {
  const underway = new Map<string, Promise<StationWeather>>()
  const resting = new Map<string, { until: number; forMs: number }>()
  const format = formats[source?.format ?? 'own']
  const base = (source?.url ?? '').replace(/\/$/, '')
  const archive = (source?.historyUrl ?? base).replace(/\/$/, '')
  const keyOf = (place: WeatherPlace) =>
    source?.format && source.format !== 'own'
      ? `${base}#${format.at(place)}`
      : `${base}/stations/${format.at(place)}`
  const rows = database.manager.getRepository<StoredWeather>('kept_weather')
  const inMemory = new LruObject<TakenApart>(mostInMemory)
  /** What was told, read and taken apart once: ten years of days are asked for by every yard there. Nobody writes into it. */
  async function contentOf({ station, day, stamp }: KeptMark): Promise<TakenApart> {
    const known = inMemory.get(stamp)
    if (known) return known
    const { content } = await rows.findOneOrFail({ where: { station, day }, select: { content: true } })
    const taken = JSON.parse(content) as TakenApart
    inMemory.set(stamp, taken)
    return taken
  }
  const told = async (mark: KeptMark, away: boolean): Promise<StationWeather> => ({
    ...(await contentOf(mark)),
    askedAt: mark.askedAt,
    stamp: mark.stamp,
    away,
  })

  async function fetchAndKeep(
    key: string,
    place: WeatherPlace,
    today: Day,
    here: KeptMark | undefined,
  ): Promise<StationWeather> {
    const was = here && (await contentOf(here))
    const contact = source?.contact
    const pastUrl = format.past(archive, place, addDays(today, -pastDays), today)
    const [before, after] = await Promise.all([
      pastUrl ? ask(pastUrl, { last: here?.marks?.past, contact, waitMs: patience.pastMs }) : undefined,
      ask(format.ahead(base, place, today), {
        last: here?.marks?.ahead,
        contact,
        waitMs: patience.aheadMs,
      }),
    ])
    const read = (asked: Asked | undefined, kept: Told | undefined): Told =>
      asked?.body === undefined
        ? (kept ?? { simulated: false, days: [], hours: [] })
        : format.read(asked.body, place)
    const ahead = read(after, was?.ahead)
    const told1 = read(before, was?.past)
    const past = { ...told1, days: joined(told1.days, ahead.days, today), hours: [] as Told['hours'] }
    for (const days of [past.days, ahead.days])
      if (checkWeather(days, 'days').length) throw new Error('weather service: days that cannot be')
    const content = JSON.stringify({ past, ahead })
    const stamp = createHash('sha256').update(content).digest('hex')
    const row: StoredWeather = {
      station: key,
      day: today,
      stamp,
      content,
      askedAt: new Date(now()).toISOString(),
      marks: { ...(before && { past: before.mark }), ahead: after.mark },
    }
    await rows.upsert(row, ['station', 'day'])
    return told(row, false)
  }
  /** The longer it stays away the longer it is left in peace; where it says how long, that long. */
  function leaveInPeace(key: string, error: unknown): void {
    const doubled = Math.min(rest.mostMs, 2 * (resting.get(key)?.forMs ?? rest.firstMs / 2))
    const forMs = Math.min(rest.mostMs, Math.max(doubled, (error instanceof Later && error.afterMs) || 0))
    resting.set(key, { until: now() + forMs, forMs: doubled })
  }
  async function find(key: string, place: WeatherPlace, today: Day): Promise<StationWeather> {
    const here =
      (await rows.findOne({ where: { station: key, day: today }, select: markColumns })) ?? undefined
    if (here && now() - Date.parse(here.askedAt) < freshMs) return told(here, false)
    if (now() >= (resting.get(key)?.until ?? -Infinity)) {
      try {
        const fresh = await fetchAndKeep(key, place, today, here)
        resting.delete(key)
        return fresh
      } catch (error) {
        leaveInPeace(key, error)
      }
    }
    const last =
      here ??
      (await rows.findOne({
        where: { station: key, day: LessThanOrEqual(today) },
        order: { day: 'DESC' },
        select: markColumns,
      }))
    if (!last) throw new ProblemError('weatherAway')
    return told(last, true)
  }
  return (place, today) => {
    if (!source) return Promise.reject(new ProblemError('weatherAway'))
    const key = keyOf(place)
    const turn = `${key} ${today}`
    const mine = underway.get(turn) ?? find(key, place, today).finally(() => underway.delete(turn))
    underway.set(turn, mine)
    return mine
  }
}
