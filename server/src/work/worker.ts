import type { TaskId } from '@jardinero/core/quantity'
import type { DataSource } from 'typeorm'
import type { Reader, Words } from '@jardinero/words'
import {
  answersAtOnce,
  createAnswerThreads,
  keepAnswerInTurn,
  keepDemo,
  keepInTime,
  type AnswerJob,
  type AnswerThreads,
} from '../answer/index.ts'
import { remindDevices, type SendPush } from '../outing/index.ts'
import type { Clock } from '../platform/clock.ts'
import type { WorkerConfig } from '../platform/config.ts'
import { describeFault } from '../platform/faultLog.ts'
import { ProblemError } from '../platform/problem.ts'
import { classify } from '../platform/problemHandler.ts'
import { answerQueue, createBoss, givenUpQueue, rounds, taskQueue } from '../platform/queue.ts'
import { sweepExpired } from '../platform/sessionStore.ts'
import { listenForWork } from '../platform/wake.ts'
import { createThreads, workerAt, type AtEnd } from '../platform/threads.ts'
import { createStations } from '../soil/index.ts'
import { giveUp, refuseTask } from './outcome.ts'
import { reviveTasks } from './revive.ts'
import { sweepRemoved } from './sweepRemoved.ts'
import { sweepTasks } from './sweepTasks.ts'
import type { TaskOrder } from './taskWorker.ts'

export type RunTask = (order: TaskOrder) => Promise<Record<string, unknown> | undefined>

export interface WorkerParts {
  database: DataSource
  config: WorkerConfig
  clock: Clock
  wordsFor: (reader: Reader) => Words
  /** Pushes reminders; without it none are sent. */
  send?: SendPush | undefined
  /** Runs one task; by default in a thread of its own. */
  runTask?: RunTask | undefined
  /** Works out answers; by default in threads of their own. */
  answers?: AnswerThreads | undefined
  /** How often it looks for tasks whose worker is gone. */
  reviveMs?: number
  log: (fault: Record<string, unknown>) => void
}

const broughtLawns = (database: DataSource, id: TaskId): Promise<boolean> =>
  database.getRepository('task').existsBy({ id, kind: 'lawns', state: 'done' })

/** A thread for tasks: its memory is its own, and one that stands still can be ended. */
const taskThread = (atEnd: AtEnd): RunTask =>
  createThreads<TaskOrder, Record<string, unknown> | undefined>(atEnd, {
    filename: workerAt('taskWorker', import.meta.url),
    name: 'runTask',
    threads: 1,
    waiting: 4,
    mostMs: 15 * 60_000,
    memoryMb: 2048,
  })

/**
 * Works through the queue: files that are taken in, reminders, sweeping. Any number may run, on any machine, beside one
 * PostgreSQL. @returns ends it; what it was at goes back to the queue
 */
export async function startWorker(parts: WorkerParts): Promise<() => Promise<void>> {
  const { database, config, clock, wordsFor, send, reviveMs = 5000, log } = parts
  const closing: (() => Promise<void>)[] = []
  const runTask = parts.runTask ?? taskThread((close) => closing.push(close))
  const boss = createBoss(database, true)
  await boss.start()

  async function task(taskId: TaskId): Promise<void> {
    const { databaseUrl, weather, quota } = config
    const order = { taskId, databaseUrl, now: clock().toISOString(), quota, weather }
    try {
      const fault = await runTask(order)
      if (fault) log({ ...fault, where: 'task' })
      // Lawns that came in get their answers without anybody opening them.
      if (await broughtLawns(database, taskId)) await boss.send('answers', {})
    } catch (error) {
      // Another try would take as long again.
      if (!(error instanceof ProblemError && error.code === 'tookTooLong')) throw error
      await refuseTask(database, taskId, error)
    }
  }
  await boss.work<{ taskId: TaskId }>(taskQueue, { batchSize: 1, pollingIntervalSeconds: 0.5 }, ([job]) =>
    task(job!.data.taskId),
  )
  await boss.work<{ taskId: TaskId }>(givenUpQueue, { pollingIntervalSeconds: 2 }, async (jobs) => {
    for (const { data } of jobs) await giveUp(database, data.taskId)
  })

  const answering = {
    database,
    clock,
    stations: createStations(database, config.weather),
    threads: parts.answers ?? createAnswerThreads((close) => closing.push(close)),
  }
  const answerers: string[] = []
  for (let i = 0; i < answersAtOnce; i++)
    answerers.push(
      await boss.work<AnswerJob>(answerQueue, { batchSize: 1, pollingIntervalSeconds: 0.5 }, ([job]) =>
        keepAnswerInTurn(job!.data, answering),
      ),
    )
  closing.push(listenForWork(database, () => answerers.forEach((id) => boss.notifyWorker(id))))

  await keepDemo(boss, database)

  const work = {
    answers: () => keepInTime(boss, answering),
    remind: async () => void (send && (await remindDevices({ database, clock, wordsFor, send }))),
    sweep: async () => {
      await sweepExpired(database)
      await sweepTasks(database)
      await sweepRemoved(database, clock())
    },
  }
  for (const round of ['remind', 'sweep', 'answers'] as const) {
    await boss.schedule(round, rounds[round])
    await boss.work(round, { pollingIntervalSeconds: 5 }, () =>
      work[round]().catch((error: unknown) => log({ ...describeFault(error), where: round })),
    )
  }

  const reviving = setInterval(() => {
    void reviveTasks(database, boss).catch((error: object) => {
      // The database will be back, and the next round with it.
      if (classify(error).code === 'internal') log({ ...describeFault(error), where: 'revive' })
    })
  }, reviveMs)

  return async () => {
    clearInterval(reviving)
    await boss.stop({ graceful: true, timeout: 3000, close: false })
    for (const close of closing) await close()
  }
}
