import { fork, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import pg from 'pg'
import { seededRandom } from '../core/src/quantity/index.ts'
import { distFolder } from '../scripts/build.mjs'
import { freePort, startPostgres } from '../scripts/postgres.mjs'
import { lawn } from '../server/test/lawn.ts'

/** A server of the application as a process of its own, which can be killed. */
class Server {
  private child: ChildProcess | undefined
  private constructor(readonly port: number) {}
  /** Tries until one stands: the database may be down at the moment. */
  static async start(databaseUrl: string): Promise<Server> {
    for (;;) {
      const server = new Server(await freePort())
      if (await server.launch(databaseUrl)) return server
    }
  }
  private launch(databaseUrl: string): Promise<boolean> {
    const child = fork(join(distFolder, 'server', 'main.js'), [], {
      env: {
        ...process.env,
        NODE_ENV: 'production',
        PORT: String(this.port),
        DATABASE_URL: databaseUrl,
        SESSION_SECRET: 'x'.repeat(40),
        DEMO: 'false',
      },
      stdio: 'ignore',
    })
    this.child = child
    return new Promise((done) => {
      child.once('message', () => done(true))
      child.once('exit', () => done(false))
    })
  }
  kill(): void {
    this.child?.kill('SIGKILL')
  }
}

const trials = 200
/** Of so many kills one is of the server. */
const serverEvery = 14
const seed = 20_260_301
const folder = mkdtempSync(join(tmpdir(), 'jardinero-survival-'))
let postgres: Awaited<ReturnType<typeof startPostgres>>
let servers: Server[] = []
let cookie = ''
let token = ''

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))
async function send(server: Server, method: string, url: string, body?: unknown) {
  const response = await fetch(`http://127.0.0.1:${server.port}${url}`, {
    method,
    headers: {
      cookie,
      'x-csrf-token': token,
      ...(body !== undefined && { 'content-type': 'application/json' }),
    },
    ...(body !== undefined && { body: JSON.stringify(body) }),
    signal: AbortSignal.timeout(10_000),
  })
  const set = response.headers.getSetCookie().find((c) => c.startsWith('jardinero='))
  if (set) cookie = set.split(';')[0]!
  return { statusCode: response.status, body: await response.text() }
}
/** One connection of the server's to PostgreSQL dies as by a broken machine: PostgreSQL recovers from its log. */
function killBackend(pid: number): void {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ')
  const backends = children.filter((child) => {
    try {
      return readFileSync(`/proc/${child}/cmdline`, 'utf8').includes('jardinero jardinero')
    } catch {
      return false
    }
  })
  if (backends.length) process.kill(Number(backends.at(-1)), 'SIGKILL')
}
/** A connection, once the database has recovered. */
async function whenUp(connectionString: string): Promise<pg.Client> {
  for (;;) {
    const client = new pg.Client({ connectionString })
    try {
      await client.connect()
      return client
    } catch {
      await pause(50)
    }
  }
}
const postmaster = () =>
  Number(readFileSync(join(folder, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0])

test.beforeAll(async () => {
  chmodSync(folder, 0o711)
  postgres = await startPostgres(folder)
  const first = await Server.start(postgres.url)
  servers = [first, await Server.start(postgres.url)]
  token = JSON.parse((await send(first, 'GET', '/api/session')).body).csrfToken
  const account = { email: 'a@example.org', password: 'long enough to do', name: 'Ada' }
  token = JSON.parse((await send(first, 'POST', '/api/session/sign-up', account)).body).csrfToken
})
test.afterAll(async () => {
  servers.forEach((s) => s.kill())
  await postgres.stop()
  rmSync(folder, { recursive: true, force: true })
})

test(`a record is never lost once acknowledged, and never doubled, whichever of server and database is killed, ${trials} times`, async () => {
  test.setTimeout(300_000)
  const random = seededRandom(seed)
  const add = async (url: string, body: object) => {
    const id = randomUUID()
    const answer = await send(servers[0]!, 'POST', url, { id, ...body })
    if (answer.statusCode !== 201) throw new Error(answer.body)
    return id
  }
  const yardId = await add('/api/yard/yards', lawn.yard)
  const zoneId = await add('/api/yard/zones', { yardId, ...lawn.zone })
  await add('/api/yard/sections', { zoneId, ...lawn.section })
  const sprayerId = await add('/api/bench/sprayers', lawn.sprayer)
  const runs = { sprayerId, day: '2026-02-20', runs: lawn.runs, note: '' }
  const mixId = await add('/api/bench/mixes', {
    zoneId,
    labelId: await add('/api/shelf/labels', { rules: lawn.label }),
    calibrationId: await add('/api/bench/calibrations', runs),
    day: '2026-02-28',
    rate: { value: 0.4, unit: 'oz/1000ft2' },
    loadPlan: 'fullThenRemainder',
    tool: 'scaleHundredthOz',
  })
  const acknowledged: string[] = []
  let [serverKills, databaseKills, unanswered] = [0, 0, 0]
  for (let n = 0; n < trials; n++) {
    const id = randomUUID()
    const order = { id, mixId, ...lawn.pass, note: String(n) }
    const theServer = n % serverEvery === serverEvery - 1
    // A server takes a second to start, and cannot while the database is being killed: another stands ready first.
    if (theServer && servers.length < 2) servers.push(await Server.start(postgres.url))
    const saving = send(servers[0]!, 'POST', '/api/ledger/records', order).catch(() => undefined)
    await pause(random() * 14)
    if (theServer) {
      servers.shift()!.kill()
      serverKills++
    } else {
      killBackend(postmaster())
      databaseKills++
    }
    let answer = await saving
    if (answer?.statusCode !== 201) unanswered++
    // The person's device sends the same again until it is told that it is there.
    for (let tries = 0; answer?.statusCode !== 201 && answer?.statusCode !== 200; tries++) {
      expect(tries, answer?.body ?? '').toBeLessThan(400)
      await pause(50)
      answer = await send(servers[0]!, 'POST', '/api/ledger/records', order).catch(() => undefined)
    }
    acknowledged.push(id)
  }
  const client = await whenUp(postgres.url)
  const { rows } = await client.query<{ id: string; note: string }>(
    `SELECT id, first->>'note' AS note FROM application_record WHERE first->>'note' <> '' ORDER BY (first->>'note')::int`,
  )
  await client.end()
  expect(rows.map((r) => r.id)).toEqual(acknowledged)
  expect(rows.map((r) => Number(r.note))).toEqual(Array.from({ length: trials }, (_, n) => n))
  expect(databaseKills).toBeGreaterThan(trials / 2)
  expect(serverKills).toBeGreaterThan(3)
  // Some died on the way: the kills did hit what was being saved.
  expect(unanswered).toBeGreaterThan(10)
})
