import type { DataSource } from 'typeorm'
import { answerRequest, type KeptAnswer } from '@jardinero/contract/answer'
import { yardParams } from '@jardinero/contract/state'
import type { YardId } from '@jardinero/core/quantity'
import { joinPieces, soilMembers } from '@jardinero/core/soil'
import type { App } from '../platform/app.ts'
import type { Clock } from '../platform/clock.ts'
import { answerQueue, openQueue, retryingAnswer } from '../platform/queue.ts'
import { large } from '../platform/large.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { wakeWorkers } from '../platform/wake.ts'
import type { AskStation } from '../soil/index.ts'
import { readRuns } from './runs.ts'
import type { StoredAnswer, StoredProgress } from './entities.ts'
import { gatherAnswer, type GatheredAnswer } from './gather.ts'
import type { AnswerJob } from './keep.ts'

export interface AnswerRouteParts {
  database: DataSource
  clock: Clock
  stations: AskStation
}

/** The kept answer of a yard. Whoever asks for one that is out of date sets its working out going. */
export function answerRoutes(app: App, { database, clock, stations }: AnswerRouteParts): void {
  const boss = openQueue(app, database)

  async function ask(job: AnswerJob, restsOn: string): Promise<void> {
    // The same question waits once, however many ask.
    const sent = await boss.send(answerQueue, job, {
      ...retryingAnswer,
      singletonKey: restsOn,
      // Somebody waits for it: before what a round has put in line.
      priority: 10,
    })
    if (sent) await wakeWorkers(database)
  }
  const progressOf = async (yardId: string, asked: string): Promise<KeptAnswer['progress']> => {
    const row = await database.manager.findOneBy<StoredProgress>('answer_progress', { yardId })
    return row?.restsOn === asked ? { done: row.done, of: soilMembers } : null
  }

  /** Without weather there is no new answer; the one that is kept is told, and why it stays. */
  async function gatherOrSay(
    scope: AccountScope,
    yardId: YardId,
  ): Promise<{ order: GatheredAnswer | undefined; stuck: string | null }> {
    try {
      return { order: await gatherAnswer(scope, yardId, { clock, stations }), stuck: null }
    } catch (error) {
      if (!(error instanceof ProblemError && error.code === 'weatherAway')) throw error
      return { order: undefined, stuck: error.code }
    }
  }

  app.get(
    '/api/yard/yards/:id/answer',
    {
      schema: {
        tags: ['state'],
        summary:
          'The answer for a yard: soil, dates, season and the next application, as every station tells them; and whether it rests on what is known now',
        params: yardParams,
        querystring: answerRequest,
      },
      ...large,
    },
    async (request, reply) => {
      const yardId = request.params.id
      const { kept, order, stuck, accountId } = await app.scoped(request, async (scope: AccountScope) => ({
        ...(await gatherOrSay(scope, yardId)),
        kept: (await scope.find<StoredAnswer>('kept_answer', { yardId }))[0],
        accountId: scope.accountId,
      }))
      const isCurrent = !stuck && (!order || order.restsOn === kept?.restsOn)
      if (order && !isCurrent) await ask({ accountId, yardId }, order.restsOn)
      const said: Omit<KeptAnswer, 'answer'> = {
        yardId,
        asked: order?.restsOn ?? '',
        isCurrent,
        stuck,
        restsOn: kept?.restsOn ?? null,
        day: kept?.day ?? null,
        madeAt: kept?.madeAt ?? null,
        progress: order && !isCurrent ? await progressOf(yardId, order.restsOn) : null,
      }
      // Kept as JSON, told as JSON: it is not taken apart between.
      const answer = kept && kept.restsOn !== request.query.have ? kept.body : 'null'
      return reply
        .type('application/json; charset=utf-8')
        .send(`${JSON.stringify(said).slice(0, -1)},"answer":${answer}}`)
    },
  )

  app.get(
    '/api/yard/yards/:id/runs',
    {
      schema: {
        tags: ['state'],
        summary:
          'The simulated seasons the answer was drawn from, as they are kept: for who goes on working with them',
        params: yardParams,
      },
    },
    async (request, reply) => {
      const { order } = await app.scoped(request, (scope) => gatherOrSay(scope, request.params.id))
      const kept = order && (await readRuns(order.keys, { database, now: () => clock().toISOString() }))
      if (!kept) throw new ProblemError('notFound')
      return reply.type('application/octet-stream').send(Buffer.from(joinPieces(kept)))
    },
  )
}
