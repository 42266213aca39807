import type { Permission, Role } from '@jardinero/contract/roles'
import { randomUUID } from 'node:crypto'
import type { FastifyInstance, InjectOptions, LightMyRequestResponse } from 'fastify'
import type { Task } from '@jardinero/contract/task'
import pg from 'pg'
import type { DataSource } from 'typeorm'
import { buildApp } from '../src/app.ts'
import type { Config } from '../src/platform/config.ts'
import type { SendMail } from '../src/platform/mail.ts'
import { createDatabase } from '../src/database.ts'
import { makeAnswer } from '../src/answer/answerThread.ts'
import type { AnswerThreads } from '../src/answer/index.ts'
import { simulateShare } from '../src/answer/simulateThread.ts'
import { runTask } from '../src/work/taskWorker.ts'
import { startWorker } from '../src/work/worker.ts'
import { wordsFor } from '@jardinero/words/whole'
import { prepareDatabase } from '../src/prepareDatabase.ts'

/** A database of its own in the run's cluster, of the owner's role; empty, or as another is. Dropped when closed. */
export async function freshDatabase(like?: string): Promise<{
  /** As the owner of the schema. */
  database: DataSource
  url: string
  /** The address for the role the server runs as. */
  applicationUrl: string
  /** Ready already, as the one it is a copy of. */
  copied: boolean
  drop: () => Promise<void>
}> {
  const name = `t_${randomUUID().replaceAll('-', '')}`
  const at = (variable: string, path = `/${name}`) =>
    Object.assign(new URL(process.env[variable]!), { pathname: path }).href
  const run = async (sql: string, href: string) => {
    const client = new pg.Client({ connectionString: href })
    await client.connect()
    await client.query(sql)
    await client.end()
  }
  const admin = process.env['TEST_DATABASE_URL']!
  await run(`CREATE DATABASE ${name} OWNER jardinero_owner${like ? ` TEMPLATE ${like}` : ''}`, admin)
  if (!like) await run('ALTER SCHEMA public OWNER TO jardinero_owner', at('TEST_DATABASE_URL'))
  const url = at('TEST_OWNER_URL')
  const database = createDatabase(url, { waitMs: 40_000 })
  await database.initialize()
  const drop = async () => {
    if (database.isInitialized) await database.destroy()
    await run(`DROP DATABASE ${name} WITH (FORCE)`, admin)
  }
  return { database, url, applicationUrl: at('TEST_APPLICATION_URL'), copied: Boolean(like), drop }
}

/** A statement of the cluster's own user. */
export async function asAdmin(sql: string, values: unknown[] = []): Promise<void> {
  const client = new pg.Client({ connectionString: process.env['TEST_DATABASE_URL']! })
  await client.connect()
  await client.query(sql, values)
  await client.end()
}

/** Answers worked out inside this process. */
const answersHere: AnswerThreads = {
  simulate: (order) => Promise.resolve(simulateShare(order)),
  make: (order) => Promise.resolve(makeAnswer(order)),
}

export const testNow = new Date('2026-03-01T17:00:00Z')

export interface TestServer {
  app: FastifyInstance
  /** As the server sees it: rows, and no more. */
  database: DataSource
  /** As the owner of the schema. */
  owner: DataSource
  applicationUrl: string
  close: () => Promise<void>
}

/** A database that is made ready once a run: those of the tests begin as copies of it, which takes a tenth of the time. */
const ready = 'jardinero_ready'
async function readyTemplate(): Promise<string> {
  const client = new pg.Client({ connectionString: process.env['TEST_DATABASE_URL']! })
  await client.connect()
  try {
    // Another suite may be making it.
    await client.query('SELECT pg_advisory_lock(6173)')
    const there = await client.query('SELECT 1 FROM pg_database WHERE datname = $1', [ready])
    if (there.rowCount) return ready
    const made = await freshDatabase()
    await prepareDatabase(made.database, made.url, 'jardinero_application')
    await made.database.destroy()
    await client.query(`ALTER DATABASE ${new URL(made.url).pathname.slice(1)} RENAME TO ${ready}`)
    return ready
  } finally {
    await client.end()
  }
}

export const startTestServer = async (options: Parameters<typeof startOn>[1] = {}): Promise<TestServer> =>
  startOn(await freshDatabase(await readyTemplate()), options)

/** A server on a database that there is, made ready for it. */
export async function startOn(
  fresh: Awaited<ReturnType<typeof freshDatabase>>,
  {
    demo = false,
    weatherUrl = '',
    probeUrl = '',
    scaleUrl = '',
    meterUrl = '',
    trustProxy = false as Config['trustProxy'],
    quota = { rows: 1_000_000, bytes: 1e9, uploads: 10_000 },
    mail = undefined as SendMail | undefined,
    signInPace = { firstMs: 1 },
    bodyMs = undefined as number | undefined,
    /** The day it is. */
    now = testNow as Date | (() => Date),
    allows = undefined as ((permission: Permission, person: { role: Role }) => boolean) | undefined,
    /** Files are taken in inside this process: a thread takes seconds to begin from source. `threads` as it really is. */
    threads = false,
    /** A test waits for a connection longer than people do: beside it runs another, on the same two cores. */
    waitMs = 40_000,
    /** A worker beside it, in this process. */
    worker = true,
  } = {},
): Promise<TestServer> {
  const clock = typeof now === 'function' ? now : () => now
  const { database: owner, url, applicationUrl, drop } = fresh
  if (!owner.isInitialized) await owner.initialize()
  if (!fresh.copied) await prepareDatabase(owner, url, 'jardinero_application')
  const database = createDatabase(applicationUrl, { waitMs })
  await database.initialize()
  const config = {
    databaseUrl: applicationUrl,
    port: 0,
    host: '127.0.0.1',
    sessionSecret: 'x'.repeat(40),
    demo,
    trustProxy,
    quota,
    publicUrl: 'https://lawn.example',
    signInPace,
    ...(weatherUrl && { weather: { url: weatherUrl, format: 'own' as const } }),
    ...(probeUrl && { probeUrl }),
    ...(scaleUrl && { scaleUrl }),
    ...(meterUrl && { meterUrl }),
  }
  const app = await buildApp({
    database,
    config,
    clock,
    mail,
    ...(bodyMs && { bodyMs }),
    ...(allows && { allows }),
  })
  await app.ready()
  const stopWorker = worker
    ? await startWorker({
        database,
        config,
        clock,
        wordsFor,
        reviveMs: 300,
        log: (fault) => console.error(fault),
        ...(!threads && { runTask, answers: answersHere }),
      })
    : undefined
  const close = async () => {
    await stopWorker?.()
    await app.close()
    if (database.isInitialized) await database.destroy()
    await drop()
  }
  return { app, database, owner, applicationUrl, close }
}

/** A browser's half: keeps the cookie and the token. */
export class Visitor {
  private readonly jar = new Map<string, string>()
  private token = ''

  constructor(private readonly app: FastifyInstance) {}

  /** For a request made past this visitor. */
  get csrf(): string {
    return this.token
  }
  get cookies(): string {
    return [...this.jar].map(([name, value]) => `${name}=${value}`).join('; ')
  }

  async send(
    method: string,
    url: string,
    payload?: unknown,
    contentType?: string,
  ): Promise<LightMyRequestResponse> {
    const response = await this.app.inject({
      method: method as 'GET',
      url,
      headers: {
        ...(this.jar.size && { cookie: this.cookies }),
        ...(this.token && { 'x-csrf-token': this.token }),
        ...(contentType && { 'content-type': contentType }),
      },
      ...(payload !== undefined && { payload: payload as InjectOptions['payload'] }),
    } as InjectOptions)
    for (const { name, value } of response.cookies)
      if (value) this.jar.set(name, value)
      else this.jar.delete(name)
    if (response.statusCode === 202 && this.follows)
      return this.follow((response.json() as Task).id, response)
    return response
  }
  /** Whether a file that is taken in is waited for: the answer is then what came of it. */
  follows = true
  private async follow(id: string, response: LightMyRequestResponse): Promise<LightMyRequestResponse> {
    for (;;) {
      const task: Task = (await this.get(`/api/account/tasks/${id}`)).json()
      if (task.state !== 'waiting' && task.state !== 'running') {
        const answer = task.result ?? task.problem
        const [statusCode, body] = [task.problem?.status ?? 200, JSON.stringify(answer)]
        return Object.assign(Object.create(response) as LightMyRequestResponse, {
          statusCode,
          body,
          json: () => answer,
        })
      }
      await new Promise((later) => setTimeout(later, 50))
    }
  }
  get = (url: string) => this.send('GET', url)
  post = (url: string, payload: unknown = {}) => this.send('POST', url, payload)
  sendBytes = (url: string, bytes: Buffer, type: string) => this.send('POST', url, bytes, type)
  patch = (url: string, payload: unknown) => this.send('PATCH', url, payload)

  async open(): Promise<this> {
    const response = await this.get('/api/session')
    this.token = response.json().csrfToken
    return this
  }

  async signUp(email = `${randomUUID()}@example.org`): Promise<this> {
    await this.open()
    const response = await this.post('/api/session/sign-up', {
      email,
      password: 'long enough to do',
      name: 'Ada',
    })
    if (response.statusCode !== 201) throw new Error(response.body)
    this.email = email
    this.token = response.json().csrfToken
    return this
  }
  /** Joins an account by what stands in a link of its owner's. */
  async join(token: string, name = 'Bo'): Promise<this> {
    await this.open()
    const email = `${randomUUID()}@example.org`
    const response = await this.post('/api/session/join', {
      token,
      email,
      name,
      password: 'long enough to do',
    })
    if (response.statusCode !== 201) throw new Error(response.body)
    this.email = email
    this.token = response.json().csrfToken
    return this
  }
  email = ''
  /** Another device of somebody who is in. */
  async signIn({ email }: Visitor): Promise<this> {
    await this.open()
    const response = await this.post('/api/session/sign-in', { email, password: 'long enough to do' })
    if (response.statusCode !== 200) throw new Error(response.body)
    this.token = response.json().csrfToken
    return this
  }
}
