import compress from '@fastify/compress'
import swagger from '@fastify/swagger'
import swaggerUi from '@fastify/swagger-ui'
import Fastify, { type FastifyInstance } from 'fastify'
import type { DataSource } from 'typeorm'
import type { Reader } from '@jardinero/words'
import { createQuota } from './platform/quota.ts'
import { accountRoutes } from './account/index.ts'
import {
  answerChangeRoutes,
  answerRoutes,
  calendarRoutes,
  createAskMissing,
  daysOnPaper,
} from './answer/index.ts'
import { benchRoutes, makeSpread } from './bench/index.ts'
import { allCollections } from './collections.ts'
import { ledgerRoutes } from './ledger/index.ts'
import { outingRoutes, pushRoutes } from './outing/index.ts'
import { ordinaryBytes } from './platform/bodies.ts'
import type { Clock } from './platform/clock.ts'
import { registerCollection } from './platform/collection.ts'
import type { Config } from './platform/config.ts'
import { registerCrowding } from './platform/crowding.ts'
import { createFaultLog, describeFault } from './platform/faultLog.ts'
import { registerPatience, serverTimes } from './platform/patience.ts'
import { registerPdf } from './platform/pdf.ts'
import { createMail, type SendMail } from './platform/mail.ts'
import { ProblemError } from './platform/problem.ts'
import { problemHandler } from './platform/problemHandler.ts'
import { registerSecurity } from './platform/security.ts'
import { registerSignedIn, type SignedInParts } from './platform/signedIn.ts'
import { describeSchema, joiValidator, plainSerializer } from './platform/validation.ts'
import { serveWeb } from './platform/webFolder.ts'
import { wordsFor } from '@jardinero/words/whole'
import { registerTasks } from './tasks/index.ts'
import { quantityRoutes } from './quantity/index.ts'
import { scoutRoutes } from './scout/index.ts'
import { seasonRoutes } from './season/index.ts'
import { shelfRoutes } from './shelf/index.ts'
import { createStations, soilRoutes } from './soil/index.ts'
import { jobRoutes } from './job/index.ts'
import { lawnRoutes } from './lawns/index.ts'
import { stateRoutes } from './state/index.ts'
import { yardRoutes } from './yard/index.ts'

export interface AppParts {
  database: DataSource
  config: Config
  clock: Clock
  /** Sends mail; by default as the configuration says. */
  mail?: SendMail | undefined
  /** How long an ordinary body may take; by default 15 s. */
  bodyMs?: number
  /** Whether a person may; by default everybody may all of their own account. */
  allows?: SignedInParts['allows']
  log?: boolean
}

const stranger: Reader = { locale: 'en-US', units: 'us', temperature: 'F' }

/** By count, the first hops are ours: the nearest is 0. */
const proxyTrust = (trust: Config['trustProxy']) =>
  typeof trust === 'number' ? (_address: string, hop: number) => hop < trust : trust

/** An error as the log has it: its type and place stand in what is described. */
const logFault = (error: Error) => ({ type: error.name, message: '', stack: '', ...describeFault(error) })

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
    transform: describeSchema,
  })
  await app.register(swaggerUi, {
    routePrefix: '/api/docs',
    staticCSP: docsPolicy,
    uiConfig: { docExpansion: 'none' },
  })
}

/** The whole server, not yet listening. Closing it leaves the database to its owner. */
export async function buildApp({
  database,
  config,
  clock,
  mail = createMail(config.smtp),
  bodyMs,
  allows,
  log = false,
}: AppParts): Promise<FastifyInstance> {
  const app = Fastify({
    logger: log ? { level: 'warn', serializers: { err: logFault } } : false,
    trustProxy: proxyTrust(config.trustProxy),
    bodyLimit: ordinaryBytes,
    ...serverTimes,
  })
  app.removeContentTypeParser('text/plain')
  registerPatience(app, bodyMs)
  registerCrowding(app, database)
  registerPdf(app)
  app.setValidatorCompiler(joiValidator)
  app.setSerializerCompiler(plainSerializer)
  app.setErrorHandler(
    problemHandler((request) => wordsFor(request.person ?? stranger), createFaultLog(app.log)),
  )

  await registerSecurity(app, database, config)
  // What is large and only read; nothing that carries a secret is made smaller by what stands beside it.
  await app.register(compress, { global: false, threshold: 2048, globalDecompression: false })
  const stations = createStations(database, config.weather)
  const quota = createQuota(config.quota)
  registerSignedIn(app, { database, quota, ...(allows && { allows }) })
  await registerDocs(app)

  await app.register(async (rooms) => {
    for (const collection of allCollections(clock)) registerCollection(rooms, collection)
    registerTasks(rooms, database)
    quantityRoutes(rooms)
    lawnRoutes(rooms, { clock, askMissing: createAskMissing(rooms, database) })
    yardRoutes(rooms)
    await scoutRoutes(rooms, clock)
    soilRoutes(rooms, clock, { stations, probeUrl: config.probeUrl })
    seasonRoutes(rooms, clock)
    shelfRoutes(rooms, { clock, wordsFor })
    benchRoutes(rooms, { clock, wordsFor, scaleUrl: config.scaleUrl })
    outingRoutes(rooms, clock, config.meterUrl)
    pushRoutes(rooms, config.push?.publicKey ?? null)
    ledgerRoutes(rooms, { clock, wordsFor, makeSpread, daysAhead: daysOnPaper })
    stateRoutes(rooms, clock)
    jobRoutes(rooms, clock)
    answerRoutes(rooms, { database, clock, stations })
    answerChangeRoutes(rooms, database)
    calendarRoutes(rooms, { database, clock, wordsFor })
    accountRoutes(rooms, { database, config, wordsFor, mail, clock, quota })
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
