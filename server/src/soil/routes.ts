import type { FastifyInstance } from 'fastify'
import Papa from 'papaparse'
import * as wire from '@jardinero/contract/soil'
import type { Place, Yard } from '@jardinero/contract/yard'
import type { Refusal } from '@jardinero/core/quantity'
import {
  checkReading,
  computeTiming,
  type SoilForecastRequest,
  type TimingRequest,
} from '@jardinero/core/soil'
import { createForecastPool } from './forecastPool.ts'
import { fetchWeather } from './weather.ts'
import { accountToday } from '../account/today.ts'
import { dayIn, type Clock } from '../platform/clock.ts'
import { toWire, type Collection } from '../platform/collection.ts'
import { accept } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { yardOfPlace } from '../yard/whose.ts'

export const soilCollections = (clock: Clock): Collection[] => [
  {
    room: 'soil',
    path: 'readings',
    entity: 'soil_reading',
    shapes: wire.reading,
    check: async (row, scope): Promise<Refusal[]> => {
      const reading = row as unknown as wire.Reading
      const { timeZone } = await yardOfPlace(scope, reading.placeId)
      const [given, today] = [dayIn(reading.takenAt, timeZone), await accountToday(scope, timeZone, clock)]
      const future: Refusal[] =
        given > today ? [{ code: 'readingInFuture', field: 'takenAt', params: { given, today } }] : []
      return [...checkReading(reading), ...future]
    },
  },
]

interface Window {
  yardId?: string
  from?: string
  to?: string
}

/** Readings of an account, oldest first; the days are whole UTC days with a day to spare on either side. */
async function findReadings(scope: AccountScope, { yardId, from, to }: Window): Promise<wire.Reading[]> {
  const query = scope.manager
    .createQueryBuilder<wire.Reading>('soil_reading', 'r')
    .where('r.account_id = :account', { account: scope.accountId })
    .orderBy('r.taken_at')
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

export function soilRoutes(app: FastifyInstance, clock: Clock, weatherUrl?: string): void {
  const tags = ['soil']
  const forecast = createForecastPool(app)
  app.post(
    '/api/soil/timing',
    {
      schema: {
        tags,
        summary: 'Is it time for the spring pre-emergent, by one school of timing',
        body: wire.timingRequest,
      },
      config: { open: true },
    },
    (request) => accept(computeTiming(request.body as TimingRequest)),
  )
  app.post(
    '/api/soil/forecast',
    {
      schema: {
        tags,
        summary: 'Soil temperature of each place over the next months, simulated and anchored to readings',
        body: wire.forecastRequest,
      },
      bodyLimit: 4 * 1024 * 1024,
      config: { open: true, rateLimit: { max: 30, timeWindow: '1 minute' } },
    },
    async (request) => ({
      simulated: true,
      places: accept(await forecast(request.body as SoilForecastRequest)),
    }),
  )
  app.get(
    '/api/soil/weather',
    {
      schema: { tags, summary: 'Weather of a yard, observed and forecast', querystring: wire.weatherRequest },
    },
    (request) =>
      app.scoped(request, async (scope) => {
        const yard = await scope.get<Yard>('yard', (request.query as { yardId: string }).yardId)
        return fetchWeather(weatherUrl, yard.climate, await accountToday(scope, yard.timeZone, clock))
      }),
  )
  app.get(
    '/api/soil/season',
    { schema: { tags, summary: 'Readings between two days', querystring: wire.readingsRequest } },
    (request) => app.scoped(request, (scope) => findReadings(scope, request.query as Window)),
  )
  app.get(
    '/api/soil/readings.csv',
    { schema: { tags, summary: 'Readings as CSV', querystring: wire.readingsRequest } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply
          .type('text/csv; charset=utf-8')
          .header('content-disposition', 'attachment; filename="soil-readings.csv"')
        return readingsCsv(scope, request.query as Window)
      }),
  )
}
