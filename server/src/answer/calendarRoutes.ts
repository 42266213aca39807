import { randomBytes } from 'node:crypto'
import type { FastifyReply } from 'fastify'
import Joi from 'joi'
import * as wire from '@jardinero/contract/season'
import type { Yard } from '@jardinero/contract/yard'
import type { StoredPerson } from '../platform/accountEntities.ts'
import type { App } from '../platform/app.ts'
import { idParams } from '../platform/params.ts'
import { ProblemError } from '../platform/problem.ts'
import { AccountScope } from '../platform/scope.ts'
import type { StoredFeed } from '../season/index.ts'
import { planCalendar, type CalendarParts } from './calendar.ts'
import { sharedRoutes } from './sharedRoutes.ts'

const tags = ['season']
const feedWire = ({ id, yardId, secret }: StoredFeed): wire.CalendarFeed => ({
  id,
  yardId,
  path: `/api/season/feed/${secret}.ics`,
  page: `/shared/${secret}`,
})
const asCalendar = (reply: FastifyReply) => reply.type('text/calendar; charset=utf-8')

function feedRoutes(app: App, { database, clock, wordsFor }: CalendarParts): void {
  app.get(
    '/api/season/feeds',
    { schema: { tags, summary: 'Calendars others may subscribe to' } },
    (request) =>
      app.scoped(request, async (scope) => (await scope.find<StoredFeed>('calendar_feed')).map(feedWire)),
  )
  app.post(
    '/api/season/feeds',
    { schema: { tags, summary: 'An address under which a yard’s plan may be read', body: wire.feedOrder } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const order = request.body
        await scope.get<Yard>('yard', order.yardId)
        const [there] = await scope.find<StoredFeed>('calendar_feed', { yardId: order.yardId })
        if (there) return feedWire(there)
        const { row, added } = await scope.add<StoredFeed>('calendar_feed', {
          ...order,
          personId: request.person!.id,
          secret: randomBytes(24).toString('base64url'),
        })
        void reply.code(added ? 201 : 200)
        return feedWire(row)
      }),
  )
  app.delete(
    '/api/season/feeds/:id',
    {
      schema: {
        tags,
        summary: 'Take an address back',
        params: idParams,
      },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params
        await scope.get('calendar_feed', id)
        await scope.delete('calendar_feed', { id })
        void reply.code(204)
      }),
  )
  app.get(
    '/api/season/feed/:file',
    {
      schema: {
        tags,
        summary: 'A yard’s plan for a calendar program, by its secret address',
        params: Joi.object<{ file: string }, true>({
          file: Joi.string()
            .pattern(/^[\w-]{32}\.ics$/)
            .required(),
        }),
      },
      config: { open: true, rateLimit: { max: 60, timeWindow: '1 minute' } },
    },
    async (request, reply) => {
      const secret = request.params.file.slice(0, -'.ics'.length)
      const feed = await database.manager.findOneBy<StoredFeed>('calendar_feed', { secret })
      const reader = feed && (await database.manager.findOneBy<StoredPerson>('person', { id: feed.personId }))
      if (!feed || !reader) throw new ProblemError('notFound')
      void asCalendar(reply)
      return database.transaction((manager) =>
        planCalendar(new AccountScope(manager, feed.accountId), feed.yardId, wordsFor(reader), clock),
      )
    },
  )
}

/** What is to be done when, for calendar programs: as a file, and under an address others may read. */
export function calendarRoutes(app: App, parts: CalendarParts): void {
  const { clock, wordsFor } = parts
  app.get(
    '/api/season/calendar.ics',
    {
      schema: { tags, summary: 'The plan of a yard as an iCalendar file', querystring: wire.calendarRequest },
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void asCalendar(reply).header('content-disposition', 'attachment; filename="lawn-season.ics"')
        const { yardId } = request.query
        return planCalendar(scope, yardId, wordsFor(request.person!), clock)
      }),
  )
  feedRoutes(app, parts)
  sharedRoutes(app, parts)
}
