import type { DataSource } from 'typeorm'
import type { AccountId, YardId } from '@jardinero/core/quantity'
import type { Clock } from '../platform/clock.ts'
import { AccountScope } from '../platform/scope.ts'
import { tellAnswer } from '../platform/wake.ts'
import { createThreads, workerAt, type AtEnd } from '../platform/threads.ts'
import type { AskStation } from '../soil/index.ts'
import type { YardAnswer } from '@jardinero/contract/answer'
import type { AnswerOutline, StoredAnswer, StoredProgress } from './entities.ts'
import { takeNamesOut, type NamelessOrder } from './alike.ts'
import { gatherAnswer } from './gather.ts'
import { keepRuns } from './runs.ts'
import type { KeptRuns } from '@jardinero/core/soil'
import type { MadeShare, Share } from './simulateThread.ts'

export interface AnswerJob {
  accountId: AccountId
  yardId: YardId
}
export interface AnswerThreads {
  simulate: (order: Share) => Promise<MadeShare>
  make: (order: NamelessOrder & { kept: KeptRuns }) => Promise<string>
}

/** So many answers are worked out beside each other: a night’s are many, and each draws and judges in one thread. */
export const answersAtOnce = 2

/** Threads for answers: two that run the seasons, two that draw them and judge. @param beside the module their files lie by */
export const createAnswerThreads = (atEnd: AtEnd, beside = import.meta.url): AnswerThreads => ({
  simulate: createThreads<Share, MadeShare>(atEnd, {
    filename: workerAt('simulateThread', beside),
    name: 'simulateShare',
    threads: 2,
    waiting: 64,
    mostMs: 5 * 60_000,
    youngMb: 16,
  }),
  make: createThreads<NamelessOrder & { kept: KeptRuns }, string>(atEnd, {
    filename: workerAt('answerThread', beside),
    name: 'makeAnswer',
    threads: answersAtOnce,
    waiting: 16,
    mostMs: 60_000,
  }),
})

export interface AnswerParts {
  database: DataSource
  clock: Clock
  stations: AskStation
  threads: AnswerThreads
}

/** What a list of many lawns says of an answer. */
function outlineOf(body: string): AnswerOutline {
  const { next, soil } = JSON.parse(body) as YardAnswer
  const middle = soil.places.find((p) => p.id === soil.middleId) ?? soil.places[0]
  const told = next && next.kind !== 'none' ? next : undefined
  return {
    next: next && {
      kind: next.kind,
      day: told?.day ?? null,
      label: told?.label ?? null,
      zoneIds: told?.zoneIds ?? [],
      escaped: next.escaped ?? null,
    },
    soilC: middle?.meanToday.value ?? null,
  }
}

const underway = new Map<YardId, Promise<void>>()
/** As keepAnswer; of one yard one after the other, so that the older of two never takes the place of the newer. */
export function keepAnswerInTurn(job: AnswerJob, parts: AnswerParts): Promise<void> {
  const before = underway.get(job.yardId) ?? Promise.resolve()
  const mine = before.catch(() => undefined).then(() => keepAnswer(job, parts))
  const kept = mine.finally(() => underway.get(job.yardId) === kept && underway.delete(job.yardId))
  underway.set(job.yardId, kept)
  return kept
}

/** Works out the answer for a yard, where the one that is kept does not rest on what is known now, and keeps it. */
export async function keepAnswer({ accountId, yardId }: AnswerJob, parts: AnswerParts): Promise<void> {
  const { database, clock, threads } = parts
  const now = () => clock().toISOString()
  const gathered = await database.transaction(async (manager) => {
    const scope = new AccountScope(manager, accountId)
    if (!(await scope.count('yard', { id: yardId }))) return undefined
    const [kept] = await scope.find<StoredAnswer>('kept_answer', { yardId })
    const now = await gatherAnswer(scope, yardId, parts)
    return now?.restsOn === kept?.restsOn ? undefined : now
  })
  if (!gathered) return
  const { restsOn, day, order, keys } = gathered
  const told = (done: number) =>
    database.manager.upsert(
      'answer_progress',
      { yardId, restsOn, done, at: now() } satisfies StoredProgress,
      ['yardId'],
    )
  await told(0)
  const kept = await keepRuns(
    gathered,
    { database, simulate: threads.simulate, now },
    async (done) => void (await told(done)),
  )
  const { alike, text, putNamesBack } = takeNamesOut(order, keys)
  const body = putNamesBack(await threads.make({ alike, text, kept }))
  await database.transaction(async (manager) => {
    const scope = new AccountScope(manager, accountId)
    // The yard may be gone by now.
    if (await scope.count('yard', { id: yardId })) {
      await scope.put(
        'kept_answer',
        [{ yardId, day, restsOn, alike, body, outline: outlineOf(body), madeAt: now() }],
        ['yardId'],
      )
      await tellAnswer(manager, yardId, restsOn)
    }
    await manager.delete('answer_progress', { yardId })
  })
}
