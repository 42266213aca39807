import * as wire from '@jardinero/contract/season'
import type { Section, Yard, Zone } from '@jardinero/contract/yard'
import { computeArea } from '@jardinero/core/yard'
import type { StoredPerson } from '../platform/accountEntities.ts'
import type { App } from '../platform/app.ts'
import { ProblemError } from '../platform/problem.ts'
import { AccountScope } from '../platform/scope.ts'
import { accountToday } from '../platform/today.ts'
import type { StoredFeed } from '../season/index.ts'
import { daysAhead, type CalendarParts } from './calendar.ts'

/** A yard's plan to be read by whoever has its secret address: the one its calendar has. */
export function sharedRoutes(app: App, { database, clock, wordsFor }: CalendarParts): void {
  app.get(
    '/api/season/shared/:secret',
    {
      schema: {
        tags: ['season'],
        summary: 'A yard’s plan in words, by its secret address',
        params: wire.sharedParams,
      },
      config: { open: true, rateLimit: { max: 60, timeWindow: '1 minute' } },
    },
    async (request): Promise<wire.SharedPlan> => {
      const { secret } = request.params
      const feed = await database.manager.findOneBy<StoredFeed>('calendar_feed', { secret })
      const reader = feed && (await database.manager.findOneBy<StoredPerson>('person', { id: feed.personId }))
      if (!feed || !reader) throw new ProblemError('notFound')
      const words = wordsFor(reader)
      return database.transaction(async (manager) => {
        const scope = new AccountScope(manager, feed.accountId)
        const yard = await scope.get<Yard>('yard', feed.yardId)
        const zones = await scope.find<Zone>('zone', { yardId: yard.id })
        const sections = await Promise.all(
          zones.map((zone) => scope.find<Section>('section', { zoneId: zone.id })),
        )
        return {
          yard: yard.name,
          locale: reader.locale,
          units: reader.units,
          temperature: reader.temperature,
          today: await accountToday(scope, yard.timeZone, clock),
          days: await daysAhead(scope, yard, words, clock),
          lawns: zones.map(({ name, turf }, i) => {
            const area = computeArea(sections[i]!)
            return { name, what: words.say(`turf.${turf}`), areaSqFt: area.ok ? area.value.area.value : null }
          }),
          sections: sections.flat().map(({ name, kind, lengthsFt, deduction, xFt, yFt, turnDeg }) => {
            return { name, kind, lengthsFt, deduction, xFt, yFt, turnDeg }
          }),
        }
      })
    },
  )
}
