import { randomUUID } from 'node:crypto'
import type { FastifyInstance, InjectOptions } from 'fastify'
import pg from 'pg'
import type { DataSource } from 'typeorm'
import { buildApp } from '../src/app.ts'
import { createDatabase, migrate } from '../src/platform/database.ts'

/** A database of its own in the run's cluster, migrated; dropped when closed. */
export async function freshDatabase(): Promise<{
  database: DataSource
  url: string
  drop: () => Promise<void>
}> {
  const admin = new URL(process.env['TEST_DATABASE_URL']!)
  const name = `t_${randomUUID().replaceAll('-', '')}`
  const run = async (sql: string) => {
    const client = new pg.Client({ connectionString: admin.href })
    await client.connect()
    await client.query(sql)
    await client.end()
  }
  await run(`CREATE DATABASE ${name}`)
  const url = new URL(admin)
  url.pathname = `/${name}`
  const database = createDatabase(url.href)
  await database.initialize()
  const drop = async () => {
    if (database.isInitialized) await database.destroy()
    await run(`DROP DATABASE ${name} WITH (FORCE)`)
  }
  return { database, url: url.href, drop }
}

export const testNow = new Date('2026-03-01T17:00:00Z')

export interface TestServer {
  app: FastifyInstance
  database: DataSource
  close: () => Promise<void>
}

export async function startTestServer({
  demo = false,
  weatherUrl = '',
  probeUrl = '',
  scaleUrl = '',
  meterUrl = '',
} = {}): Promise<TestServer> {
  const { database, url, drop } = await freshDatabase()
  await migrate(database)
  const config = {
    databaseUrl: url,
    port: 0,
    host: '127.0.0.1',
    sessionSecret: 'x'.repeat(40),
    demo,
    behindProxy: false,
    ...(weatherUrl && { weatherUrl }),
    ...(probeUrl && { probeUrl }),
    ...(scaleUrl && { scaleUrl }),
    ...(meterUrl && { meterUrl }),
  }
  const app = await buildApp({ database, config, clock: () => testNow })
  await app.ready()
  return { app, database, close: async () => (await app.close(), drop()) }
}

/** A browser's half: keeps the cookie and the token. */
export class Visitor {
  private cookie = ''
  private token = ''

  constructor(private readonly app: FastifyInstance) {}

  /** For a request made past this visitor. */
  get cookies(): string {
    return this.cookie
  }

  async send(method: string, url: string, payload?: unknown, contentType?: string) {
    const response = await this.app.inject({
      method: method as 'GET',
      url,
      headers: {
        ...(this.cookie && { cookie: this.cookie }),
        ...(this.token && { 'x-csrf-token': this.token }),
        ...(contentType && { 'content-type': contentType }),
      },
      ...(payload !== undefined && { payload: payload as InjectOptions['payload'] }),
    } as InjectOptions)
    const set = response.cookies.find((c) => c.name === 'jardinero')
    if (set) this.cookie = `jardinero=${set.value}`
    return response
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
    this.token = response.json().csrfToken
    return this
  }
}
