import { fork, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { AccountFile } from '@jardinero/contract/account'
import type { Task, TaskFile } from '@jardinero/contract/task'
import { wordsFor } from '@jardinero/words/whole'
import { loadDemo } from '../src/account/demo.ts'
import { createBoss } from '../src/platform/queue.ts'
import { describeTasks, tryAgain } from '../src/work/operate.ts'
import { sweepTasks } from '../src/work/sweepTasks.ts'
import { startWorker, type RunTask } from '../src/work/worker.ts'
import { runTask } from '../src/work/taskWorker.ts'
import { startTestServer, testNow, Visitor, type TestServer } from './harness.ts'

let server: TestServer
/** A file that takes a second or two to take in. */
let file: AccountFile
beforeAll(async () => {
  server = await startTestServer({ demo: true, worker: false })
  await loadDemo(server.database, { fresh: false })
  const demo = await new Visitor(server.app).open()
  await demo.post('/api/session/demo')
  await demo.open()
  file = (await demo.get('/api/account/file')).json()
  const [reading] = file.readings
  file.readings = Array.from({ length: 12_000 }, (_, i) => ({
    ...reading!,
    id: randomUUID(),
    takenAt: new Date(Date.parse('2021-01-01T00:00:00Z') + i * 3_600_000).toISOString(),
  }))
})
afterAll(() => server.close())

/** Someone who has sent the file, and how their task stands. */
async function sender() {
  await server.database.query('DELETE FROM rate_count')
  const visitor = await new Visitor(server.app).signUp()
  visitor.follows = false
  const sent = await visitor.post('/api/account/file', file)
  expect(sent.statusCode, sent.body).toBe(202)
  const { id } = sent.json() as Task
  const task = async (): Promise<Task> => (await visitor.get(`/api/account/tasks/${id}`)).json()
  const [{ account }] = await server.owner.query('SELECT account_id AS account FROM task WHERE id = $1', [id])
  const readings = async (): Promise<number> =>
    (
      await server.owner.query('SELECT count(*)::int AS n FROM soil_reading WHERE account_id = $1', [account])
    )[0].n
  return { visitor, id, task, readings }
}
const state = (task: () => Promise<Task>) => async () => (await task()).state
const patient = { timeout: 30_000, interval: 20 }

/** A worker in this process. */
const worker = (run: RunTask = runTask) =>
  startWorker({
    database: server.database,
    config: { databaseUrl: server.applicationUrl, quota: { rows: 1e6, bytes: 1e9, uploads: 1000 } },
    clock: () => testNow,
    wordsFor,
    reviveMs: 200,
    log: () => undefined,
    runTask: run,
  })
/** A worker as it really is: a process of its own. */
const process_ = (): ChildProcess =>
  fork(fileURLToPath(new URL('../src/worker.ts', import.meta.url)), [], {
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, DATABASE_URL: server.applicationUrl },
  })
const gone = (child: ChildProcess) => new Promise((done) => child.once('exit', done))

describe('a worker', () => {
  it(
    'that is killed in the middle leaves its task to another, and it is done once',
    { timeout: 120_000 },
    async () => {
      const { task, readings } = await sender()
      const first = process_()
      await expect.poll(async () => (await task()).done, patient).toBeGreaterThan(0)
      const ended = gone(first)
      first.kill('SIGKILL')
      await ended
      expect(await task()).toMatchObject({ state: 'running', tries: 1 })
      expect(await readings()).toBe(0)
      const stop = await worker()
      await expect.poll(state(task), patient).toBe('done')
      await stop()
      expect(await task()).toMatchObject({ tries: 2, problem: null })
      expect(await readings()).toBe(file.readings.length)
    },
  )

  it('is one of any number: several at the same queue do each task once', { timeout: 60_000 }, async () => {
    const senders = await Promise.all([sender(), sender(), sender()])
    const begun: string[] = []
    const counted: RunTask = (order) => {
      begun.push(order.taskId)
      return runTask(order)
    }
    const stops = await Promise.all([worker(counted), worker(counted), worker(counted)])
    for (const { task, readings } of senders) {
      await expect.poll(state(task), patient).toBe('done')
      expect(await readings()).toBe(file.readings.length)
    }
    expect(begun.toSorted()).toEqual(senders.map((s) => s.id).toSorted())
    await Promise.all(stops.map((stop) => stop()))
  })

  it('leaves a task alone that another is at', async () => {
    const { id, task, readings } = await sender()
    const order = {
      taskId: id,
      databaseUrl: server.applicationUrl,
      now: testNow.toISOString(),
      quota: { rows: 1e6, bytes: 1e9, uploads: 1000 },
    }
    await Promise.all([runTask(order), runTask(order)])
    expect(await task()).toMatchObject({ state: 'done', tries: 1 })
    expect(await readings()).toBe(file.readings.length)
  })

  it(
    'gives up what broke off six times, says so, and the operator can try it again',
    { timeout: 60_000 },
    async () => {
      const { visitor, id, task, readings } = await sender()
      await server.owner.query(`UPDATE task SET state = 'running', tries = 6 WHERE id = $1`, [id])
      const never: RunTask = () => Promise.reject(new Error('not asked for'))
      const stop = await worker(never)
      await expect.poll(state(task), patient).toBe('givenUp')
      await stop()
      expect((await task()).problem).toMatchObject({ code: 'internal' })
      expect(await describeTasks(server.owner)).toEqual([
        expect.stringMatching(new RegExp(`^${id} .*givenUp, begun 6`)),
      ])
      expect((await visitor.get('/api/account/tasks')).json()[0]).toMatchObject({ id, state: 'givenUp' })
      expect(await tryAgain(server.owner, randomUUID())).toBe(false)
      // Hours later, when the cause is mended; while it waits the sweeping comes by.
      await server.owner.query(`UPDATE task SET made_at = now() - interval '5 hours' WHERE id = $1`, [id])
      expect(await tryAgain(server.owner, id)).toBe(true)
      await sweepTasks(server.database)
      const again = await worker()
      await expect.poll(state(task), patient).toBe('done')
      await again()
      expect(await readings()).toBe(file.readings.length)
    },
  )
})

describe('a task that is called off', () => {
  it('while it waits is never begun, and the next may come', async () => {
    const { visitor, id, task, readings } = await sender()
    const off = await visitor.send('DELETE', `/api/account/tasks/${id}`)
    expect(off.json()).toMatchObject({ state: 'cancelled', problem: { code: 'cancelled' } })
    const begun: string[] = []
    const stop = await worker((order) => {
      begun.push(order.taskId)
      return runTask(order)
    })
    await expect.poll(() => begun, patient).toContain(id)
    await stop()
    expect(await task()).toMatchObject({ state: 'cancelled', tries: 0 })
    expect(await readings()).toBe(0)
    expect((await visitor.post('/api/account/file', file)).statusCode).toBe(202)
  })

  it('in the middle is undone', { timeout: 60_000 }, async () => {
    const { visitor, id, task, readings } = await sender()
    const stop = await worker()
    await expect.poll(async () => (await task()).done, patient).toBeGreaterThan(0)
    await visitor.send('DELETE', `/api/account/tasks/${id}`)
    await stop()
    expect(await task()).toMatchObject({ state: 'cancelled', tries: 1 })
    expect(await readings()).toBe(0)
  })

  it('too late stays done; another’s is not there', { timeout: 60_000 }, async () => {
    const { visitor, id, task, readings } = await sender()
    const stop = await worker()
    await expect.poll(state(task), patient).toBe('done')
    await stop()
    expect((await visitor.send('DELETE', `/api/account/tasks/${id}`)).json()).toMatchObject({ state: 'done' })
    expect(await readings()).toBe(file.readings.length)
    const stranger = await new Visitor(server.app).signUp()
    expect((await stranger.send('DELETE', `/api/account/tasks/${id}`)).statusCode).toBe(404)
  })
})

describe('rounds that come by themselves', () => {
  it('stand in the queue’s calendar, and a worker does them', { timeout: 30_000 }, async () => {
    const { id } = await sender()
    await server.owner.query(
      `UPDATE task SET state = 'done', made_at = now() - interval '8 days' WHERE id = $1`,
      [id],
    )
    const stop = await worker()
    const planned = await server.owner.query('SELECT name FROM pgboss.schedule ORDER BY name')
    expect(planned).toEqual(['answers', 'remind', 'sweep'].map((name) => ({ name })))
    const boss = createBoss(server.database, false)
    await boss.start()
    await boss.send('sweep', {})
    await boss.stop({ graceful: false, close: false })
    const left = async () => (await server.owner.query('SELECT id FROM task WHERE id = $1', [id])).length
    await expect.poll(left, patient).toBe(0)
    await stop()
  })
})

describe('a season’s report', () => {
  it(
    'is made by a worker, and lies there for a week, for its account alone',
    { timeout: 60_000 },
    async () => {
      const demo = await new Visitor(server.app).open()
      await demo.post('/api/session/demo')
      await demo.open()
      const stop = await worker()
      const [yard] = (await demo.get('/api/yard/yards')).json()
      const season = { yardId: yard.id, from: '2025-01-01', to: '2025-12-31' }
      const made = await demo.post('/api/ledger/season-reports', season)
      expect(made.json()).toMatchObject({ name: 'season-report.pdf', type: 'application/pdf' })
      const { taskId, bytes } = made.json() as TaskFile
      const file = await demo.get(`/api/account/tasks/${taskId}/file`)
      expect(file.headers['content-type']).toBe('application/pdf')
      expect(file.rawPayload.subarray(0, 5).toString()).toBe('%PDF-')
      expect(file.rawPayload).toHaveLength(bytes)
      const stranger = await new Visitor(server.app).signUp()
      expect((await stranger.get(`/api/account/tasks/${taskId}/file`)).statusCode).toBe(404)
      const none = await demo.post('/api/ledger/season-reports', { ...season, yardId: randomUUID() })
      expect(none.statusCode).toBe(404)
      await stop()
    },
  )
})
