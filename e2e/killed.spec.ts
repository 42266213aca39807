import { randomUUID } from 'node:crypto'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { seededRandom } from '../core/src/quantity/index.ts'
import { startPostgres } from '../scripts/postgres.mjs'
import { lawn } from '../server/test/lawn.ts'
import { Caller, killBackend, pause, prepareDatabase, Server, whenUp } from './servers.ts'

const trials = 200
/** Of so many kills one is of the server. */
const serverEvery = 14
const seed = 20_260_301
const folder = mkdtempSync(join(tmpdir(), 'jardinero-survival-'))
let postgres: Awaited<ReturnType<typeof startPostgres>>
let servers: Server[] = []
const caller = new Caller()
const send = caller.send.bind(caller)

const postmaster = () =>
  Number(readFileSync(join(folder, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0])

test.beforeAll(async () => {
  chmodSync(folder, 0o711)
  postgres = await startPostgres(folder)
  prepareDatabase(postgres)
  const first = await Server.start(postgres.url)
  servers = [first, await Server.start(postgres.url)]
  await caller.signUp(first)
})
test.afterAll(async () => {
  servers.forEach((s) => s.kill())
  await postgres.stop()
  rmSync(folder, { recursive: true, force: true })
})

test(`a record is never lost once acknowledged, and never doubled, whichever of server and database is killed, ${trials} times`, async () => {
  test.setTimeout(1_200_000)
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
    const order = { id, mixId, again: true, ...lawn.pass, note: String(n) }
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
  const client = await whenUp(postgres.ownerUrl)
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
