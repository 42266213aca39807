import { almanac, plantAlmanac } from '@jardinero/almanac'
import * as wire from '@jardinero/contract/scout'
import type { Refusal } from '@jardinero/core/quantity'
import {
  checkSighting,
  computeCover,
  computeHeadChance,
  computeKey,
  computePrior,
  computeVerdict,
  createKey,
  verdictTurf,
  type KeyAnswers,
} from '@jardinero/core/scout'
import type { App } from '../platform/app.ts'
import { accountToday } from '../platform/today.ts'
import type { Clock } from '../platform/clock.ts'
import { large } from '../platform/large.ts'
import { collectionOf, type Collection } from '../platform/collection.ts'
import { accept, ProblemError } from '../platform/problem.ts'
import { answerDrill, readDrill } from './drill.ts'
import { findsOf, findsToCsv, findsToGeoJson, loadYardParts, type YardParts } from './findsFile.ts'
import { takeFiles } from '../tasks/index.ts'
import { registerPhotos } from '../platform/photos.ts'
import { readTaken } from '../platform/picture.ts'
import { yardOfZone } from '../yard/index.ts'

const { plants, characters } = plantAlmanac
const matrix = createKey(plants, characters)
const knownPlants = new Set(plants.map((p) => p.code))
const unknownPlants = (codes: (string | null)[], field: string): Refusal[] =>
  codes
    .filter((c) => c !== null && !knownPlants.has(c))
    .map((given) => ({ code: 'unknownCode', field, params: { given: String(given) } }))

/** Answers that are no state of a known character. */
const unknownAnswers = (answers: KeyAnswers): Refusal[] =>
  Object.entries(answers)
    .filter(([character, state]) => {
      const known = characters.find((c) => c.code === character)
      return !known || (state !== null && !known.states.includes(state))
    })
    .map(([character, state]) => ({
      code: 'unknownCode',
      field: `answers.${character}`,
      params: { given: state ?? character },
    }))

export const scoutCollections = (clock: Clock): Collection[] => [
  collectionOf({
    room: 'scout',
    path: 'finds',
    entity: 'plant_find',
    shapes: wire.find,
    discards: [{ entity: 'find_photo', by: 'findId' }],
    check: async (find, scope): Promise<Refusal[]> => {
      const { timeZone } = await yardOfZone(scope, find.zoneId)
      return [
        ...checkSighting(find, await accountToday(scope, timeZone, clock)),
        ...unknownPlants([find.plant, ...find.candidates.map((c) => c.code)], 'plant'),
        ...unknownAnswers(find.answers),
      ]
    },
  }),
]

const tags = ['scout']

function calculatorRoutes(app: App): void {
  const open = { open: true }
  app.get(
    '/api/scout/almanac',
    {
      ...large,
      schema: { tags, summary: 'Characters, and every turf and weed scored for them' },
      config: open,
    },
    () => plantAlmanac,
  )
  app.post(
    '/api/scout/key',
    {
      schema: { tags, summary: 'Which plant is it, what to look at next', body: wire.keyRequest },
      config: open,
    },
    (request) => {
      const { answers, withoutHead, ...context } = request.body
      const faults = unknownAnswers(answers)
      if (faults.length) throw new ProblemError('refused', faults)
      return computeKey(matrix, computePrior(plants, context), answers, {
        withoutHead,
        headChance: computeHeadChance(plants, context),
      })
    },
  )
  app.post(
    '/api/scout/cover',
    {
      schema: {
        tags,
        summary: 'Percent cover from a grid count, with its interval',
        body: wire.coverRequest,
      },
      config: open,
    },
    (request) => {
      const { hits, points } = request.body
      return accept(computeCover(hits, points))
    },
  )
  app.post(
    '/api/scout/verdict',
    {
      schema: {
        tags,
        summary: 'What a find means, with the reason behind each act',
        body: wire.verdictRequest,
      },
      config: open,
    },
    (request) => {
      const asked = request.body
      const plant = plants.find((p) => p.code === asked.plant)
      const turf = verdictTurf(almanac.turf, asked.turf)
      if (!plant || !turf)
        throw new ProblemError('refused', [
          {
            code: 'unknownCode',
            field: plant ? 'turf' : 'plant',
            params: { given: plant ? asked.turf : asked.plant },
          },
        ])
      return computeVerdict({ ...asked, plant, turf })
    },
  )
}

/** Finds of a yard out and in, in one form after the other. */
function fileRoutes(app: App): void {
  const give = (form: string, type: string, write: (finds: wire.Find[], parts: YardParts) => unknown) =>
    app.get(
      `/api/scout/finds.${form}`,
      { schema: { tags, summary: `Finds of a yard as ${form}`, querystring: wire.findsRequest } },
      (request, reply) =>
        app.scoped(request, async (scope) => {
          const parts = await loadYardParts(scope, request.query.yardId)
          void reply.type(type).header('content-disposition', `attachment; filename="finds.${form}"`)
          return write(await findsOf(scope, parts), parts)
        }),
    )
  give('csv', 'text/csv; charset=utf-8', findsToCsv)
  give('geojson', 'application/geo+json', findsToGeoJson)
  takeFiles(app, [
    {
      url: '/api/scout/finds/csv',
      kind: 'findsCsv',
      tag: 'scout',
      summary: 'Takes finds in from CSV, all or none, as a task',
      body: wire.findsCsv,
      bodyLimit: 4 * 1024 * 1024,
    },
    {
      url: '/api/scout/finds/geojson',
      kind: 'findsGeoJson',
      tag: 'scout',
      summary: 'Takes finds in from GeoJSON, all or none, as a task',
      body: wire.findsGeoJson,
      bodyLimit: 4 * 1024 * 1024,
    },
  ])
}

function drillRoutes(app: App, clock: Clock): void {
  app.get('/api/scout/drill', { schema: { tags, summary: 'What the drill asks now' } }, (request) =>
    app.scoped(request, (scope) => readDrill(scope, request.person!.id, clock())),
  )
  app.post(
    '/api/scout/drill',
    { schema: { tags, summary: 'One answer of the drill', body: wire.drillAnswer } },
    (request) =>
      app.scoped(request, (scope) => answerDrill(scope, request.person!.id, request.body, clock())),
  )
}

export async function scoutRoutes(app: App, clock: Clock): Promise<void> {
  calculatorRoutes(app)
  fileRoutes(app)
  drillRoutes(app, clock)
  registerPhotos(app, {
    tag: 'scout',
    summary: 'A photo of a find, as the bytes of a JPEG, PNG or WebP',
    owner: 'plant_find',
    ownerKey: 'findId',
    entity: 'find_photo',
    addTo: '/api/scout/finds/:id/photos',
    readAt: '/api/scout/photos',
    query: wire.photoRequest,
    about: (sent, order) => readTaken(sent, order['keepPlace'] === true),
  })
}
