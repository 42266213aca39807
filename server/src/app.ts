import swagger from '@fastify/swagger'
import swaggerUi from '@fastify/swagger-ui'
import Fastify, { type FastifyInstance } from 'fastify'
import type { DataSource } from 'typeorm'
import {
  createWords,
  languageOf,
  languages,
  loadWholeCatalogue,
  type Catalogue,
  type Reader,
  type Words,
} from '@jardinero/words'
import { accountRoutes } from './account/routes.ts'
import { benchCollections, benchRoutes } from './bench/routes.ts'
import { ledgerCollections, ledgerRoutes } from './ledger/routes.ts'
import { pushRoutes } from './outing/pushRoutes.ts'
import { outingRoutes } from './outing/routes.ts'
import type { Clock } from './platform/clock.ts'
import { registerCollection } from './platform/collection.ts'
import type { Config } from './platform/config.ts'
import { acceptFiles } from './platform/files.ts'
import { ProblemError } from './platform/problem.ts'
import { problemHandler } from './platform/problemHandler.ts'
import { registerSecurity } from './platform/security.ts'
import { registerSignedIn } from './platform/signedIn.ts'
import { describeSchema, joiValidator, plainSerializer } from './platform/validation.ts'
import { serveWeb } from './platform/webFolder.ts'
import { quantityRoutes } from './quantity/routes.ts'
import { scoutCollections, scoutRoutes } from './scout/routes.ts'
import { seasonRoutes } from './season/routes.ts'
import { shelfCollections, shelfRoutes } from './shelf/routes.ts'
import { soilCollections, soilRoutes } from './soil/routes.ts'
import { yardCollections, yardRoutes } from './yard/routes.ts'

export interface AppParts {
  database: DataSource
  config: Config
  clock: Clock
  log?: boolean
}

const stranger: Reader = { locale: 'en-US', units: 'us', temperature: 'F' }

/** The words of any reader, in the reader's language. */
export async function createWordsFor(): Promise<(reader: Reader) => Words> {
  const whole = new Map<string, Catalogue>()
  for (const language of languages()) whole.set(language, await loadWholeCatalogue(language))
  return (reader) => createWords(whole.get(languageOf(reader.locale))!, reader)
}

/** The documents' own page sets styles on its elements; nothing else of it leaves the house policy. */
const docsPolicy =
  "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; connect-src 'self'; base-uri 'none'; frame-ancestors 'none'"

async function registerDocs(app: FastifyInstance): Promise<void> {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Jardinero',
        version: '1',
        description:
          'Routes under a room that need no account are calculators: the same figures and working as on the screen. Errors are RFC 9457 problem details with a stable code.',
      },
    },
    transform: describeSchema as never,
  })
  await app.register(swaggerUi, {
    routePrefix: '/api/docs',
    staticCSP: docsPolicy,
    uiConfig: { docExpansion: 'none' },
  })
}

/** The whole server, not yet listening. Closing it leaves the database to its owner. */
export async function buildApp({ database, config, clock, log = false }: AppParts): Promise<FastifyInstance> {
  const app = Fastify({
    logger: log ? { level: 'warn' } : false,
    trustProxy: config.behindProxy,
    bodyLimit: 1024 * 1024,
  })
  app.setValidatorCompiler(joiValidator as never)
  app.setSerializerCompiler(plainSerializer)
  const wordsFor = await createWordsFor()
  app.setErrorHandler(problemHandler((request) => wordsFor(request.person ?? stranger)))

  await registerSecurity(app, database, config)
  registerSignedIn(app, database)
  await registerDocs(app)

  await app.register(async (rooms) => {
    acceptFiles(rooms)
    for (const collection of [
      ...yardCollections,
      ...scoutCollections(clock),
      ...soilCollections(clock),
      ...shelfCollections(clock),
      ...benchCollections,
      ...ledgerCollections,
    ])
      registerCollection(rooms, collection)
    quantityRoutes(rooms)
    yardRoutes(rooms)
    await scoutRoutes(rooms, clock)
    soilRoutes(rooms, clock, config)
    seasonRoutes(rooms, { database, clock, wordsFor })
    shelfRoutes(rooms, { clock, wordsFor })
    benchRoutes(rooms, { clock, wordsFor, scaleUrl: config.scaleUrl })
    outingRoutes(rooms, clock, config.meterUrl)
    pushRoutes(rooms, config.push?.publicKey ?? null)
    ledgerRoutes(rooms, { clock, wordsFor })
    accountRoutes(rooms, database, config.demo, clock)
    rooms.get(
      '/api/health',
      { schema: { tags: ['health'], summary: 'Whether the database answers' }, config: { open: true } },
      async () => {
        await database.query('SELECT 1')
        return { ok: true }
      },
    )
  })
  if (config.webFolder) await serveWeb(app, config.webFolder)
  else
    app.setNotFoundHandler(() => {
      throw new ProblemError('notFound')
    })
  return app
}
