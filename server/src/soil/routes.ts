import Papa from 'papaparse'
import * as wire from '@jardinero/contract/soil'
import { stationFile, typicalYearFile, weatherRequest } from '@jardinero/contract/weather'
import type { Place, Yard } from '@jardinero/contract/yard'
import { dayIn, type Refusal, type YardId } from '@jardinero/core/quantity'
import { checkReading, computeSprinkler, computeTiming, type SoilForecast } from '@jardinero/core/soil'
import type { App } from '../platform/app.ts'
import { createForecastPool } from './forecastPool.ts'
import { probeRoutes } from './probe.ts'
import { forgetStation } from './station.ts'
import type { AskStation } from './stations.ts'
import { readWeather } from './weather.ts'
import { accountToday } from '../platform/today.ts'
import { large as largeAnswer } from '../platform/large.ts'
import { ordinaryBytes } from '../platform/bodies.ts'
import type { Clock } from '../platform/clock.ts'
import { collectionOf, toWire, type Collection } from '../platform/collection.ts'
import { accept } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { takeFiles } from '../tasks/index.ts'
import { untilGone } from '../platform/threads.ts'
import { yardOfPlace } from '../yard/index.ts'

/** A day that is not yet: nothing can have been seen or given on it. */
const notAfterToday = (clock: Clock) => async (row: Record<string, unknown>, scope: AccountScope) => {
  const { yardId, day: given } = row as { yardId: YardId; day: string }
  const { timeZone } = await scope.get<Yard>('yard', yardId)
  const today = await accountToday(scope, timeZone, clock)
  return given > today ? [{ code: 'dayInFuture', field: 'day', params: { given, today } }] : []
}

export const soilCollections = (clock: Clock): Collection[] => [
  collectionOf({
    room: 'soil',
    path: 'signs',
    entity: 'season_sign',
    shapes: wire.sign,
    check: notAfterToday(clock),
  }),
  collectionOf({
    room: 'soil',
    path: 'waters',
    entity: 'water_entry',
    shapes: wire.water,
    check: notAfterToday(clock),
  }),
  collectionOf({
    room: 'soil',
    path: 'sprinklers',
    entity: 'sprinkler',
    shapes: wire.sprinkler,
    check: (row) => {
      const output = computeSprinkler(row)
      return output.ok ? [] : output.refusals
    },
  }),
  collectionOf({
    room: 'soil',
    path: 'readings',
    entity: 'soil_reading',
    shapes: wire.reading,
    discards: [],
    check: async (reading, scope): Promise<Refusal[]> => {
      const { timeZone } = await yardOfPlace(scope, reading.placeId)
      const [given, today] = [dayIn(reading.takenAt, timeZone), await accountToday(scope, timeZone, clock)]
      const future: Refusal[] =
        given > today ? [{ code: 'readingInFuture', field: 'takenAt', params: { given, today } }] : []
      return [...checkReading(reading), ...future]
    },
  }),
]

interface Window {
  yardId?: YardId
  from?: string
  to?: string
}

/** Readings of an account, oldest first; the days are whole UTC days with a day to spare on either side. */
async function findReadings(scope: AccountScope, { yardId, from, to }: Window): Promise<wire.Reading[]> {
  const query = scope.query<wire.Reading>('soil_reading', 'r').orderBy('r.taken_at')
  if (from) query.andWhere(`r.taken_at >= CAST(:from AS date) - interval '1 day'`, { from })
  if (to) query.andWhere(`r.taken_at < CAST(:to AS date) + interval '2 days'`, { to })
  if (yardId)
    query.andWhere(
      'r.place_id IN (SELECT p.id FROM place p JOIN zone z ON z.id = p.zone_id WHERE z.yard_id = :yardId)',
      { yardId },
    )
  return (await query.getMany()).map(toWire<wire.Reading>)
}

async function readingsCsv(scope: AccountScope, window: Window): Promise<string> {
  const places = new Map((await scope.find<Place>('place')).map((p) => [p.id, p.name]))
  const rows = (await findReadings(scope, window)).map((r) => ({
    place: places.get(r.placeId) ?? '',
    taken_at_utc: r.takenAt,
    depth_cm: r.depthCm,
    temperature_c: r.temperatureC,
    note: r.note,
  }))
  return Papa.unparse(rows, {
    escapeFormulae: true,
    columns: ['place', 'taken_at_utc', 'depth_cm', 'temperature_c', 'note'],
    newline: '\r\n',
  })
}

const columns = ['place', 'day', 'kind', 'p10_c', 'p50_c', 'p90_c']

/** A forecast as lines: observed days drawn to the readings, then days ahead with their spread. */
function forecastCsv({ places }: SoilForecast): string {
  const rows = places.flatMap(({ id, observed, ahead }) => [
    ...observed.map((d) => [id, d.day, 'observed', '', d.temperatureC.toFixed(2), '']),
    ...ahead.map((d) => [id, d.day, 'simulated', ...[d.p10C, d.p50C, d.p90C].map((c) => c.toFixed(2))]),
  ])
  return Papa.unparse({ fields: columns, data: rows }, { escapeFormulae: true, newline: '\r\n' })
}

const tags = ['soil']

function calculatorRoutes(app: App): void {
  const forecast = createForecastPool(app)
  app.post(
    '/api/soil/timing',
    {
      schema: {
        tags,
        summary: 'Is it time, by one school of timing, from readings alone',
        body: wire.timingRequest,
      },
      bodyLimit: 4 * ordinaryBytes,
      config: { open: true },
    },
    (request) => accept(computeTiming(request.body)),
  )
  app.post(
    '/api/soil/sprinkler',
    {
      schema: {
        tags,
        summary: 'What a sprinkler gives, and how evenly, from catch cups',
        body: wire.sprinklerRequest,
      },
      config: { open: true },
    },
    (request) => accept(computeSprinkler(request.body)),
  )
  const simulated = {
    config: { open: true, rateLimit: { max: 30, timeWindow: '1 minute', inProcess: true } },
  }
  const large = { bodyLimit: 2 * 1024 * 1024, ...simulated }
  app.post(
    '/api/soil/forecast',
    {
      schema: {
        tags,
        summary:
          'Soil temperature of each place over the next months, windows of the schools, germination: simulated, and drawn to readings',
        body: wire.forecastRequest,
      },
      ...large,
    },
    async (request, reply) => ({
      simulated: true,
      ...accept(await forecast(request.body, untilGone(request, reply))),
    }),
  )
  app.post(
    '/api/soil/forecast.csv',
    {
      schema: { tags, summary: 'The same series of soil temperature as CSV', body: wire.forecastRequest },
      ...large,
    },
    async (request, reply) => {
      const series = accept(await forecast(request.body, untilGone(request, reply)))
      void reply.type('text/csv; charset=utf-8')
      return forecastCsv(series)
    },
  )
}

function stationRoutes(app: App, clock: Clock, stations: AskStation): void {
  app.get(
    '/api/soil/weather',
    {
      schema: { tags, summary: 'Weather of a yard, observed and forecast', querystring: weatherRequest },
      ...largeAnswer,
    },
    (request) =>
      app.scoped(request, async (scope) => {
        const yard = await scope.get<Yard>('yard', request.query.yardId)
        return readWeather(scope, stations, yard, await accountToday(scope, yard.timeZone, clock))
      }),
  )
  takeFiles(app, [
    {
      url: '/api/soil/station',
      kind: 'station',
      tag: 'soil',
      summary: 'Take in a file of the yard’s own station, as a task',
      body: stationFile,
      bodyLimit: 20 * 1024 * 1024,
    },
    {
      url: '/api/soil/typical-year',
      kind: 'typicalYear',
      tag: 'soil',
      summary: 'Take in a typical year (EPW), as a task',
      body: typicalYearFile,
      bodyLimit: 6 * 1024 * 1024,
    },
  ])
  app.delete(
    '/api/soil/station',
    { schema: { tags, summary: 'Forget the yard’s own station', querystring: weatherRequest } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        await forgetStation(scope, request.query.yardId)
        void reply.code(204)
      }),
  )
}

export interface SoilServices {
  stations: AskStation
  probeUrl?: string | undefined
}

export function soilRoutes(app: App, clock: Clock, { stations, probeUrl }: SoilServices): void {
  calculatorRoutes(app)
  stationRoutes(app, clock, stations)
  probeRoutes(app, {
    probeUrl,
    dayOf: (request, yardId) =>
      app.scoped(request, async (scope) => {
        const { timeZone, latitude } = await scope.get<Yard>('yard', yardId)
        return { day: await accountToday(scope, timeZone, clock), latitude }
      }),
  })
  app.get(
    '/api/soil/season',
    { schema: { tags, summary: 'Readings between two days', querystring: wire.readingsRequest } },
    (request) => app.scoped(request, (scope) => findReadings(scope, request.query)),
  )
  app.get(
    '/api/soil/readings.csv',
    { schema: { tags, summary: 'Readings as CSV', querystring: wire.readingsRequest } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply
          .type('text/csv; charset=utf-8')
          .header('content-disposition', 'attachment; filename="soil-readings.csv"')
        return readingsCsv(scope, request.query)
      }),
  )
}
