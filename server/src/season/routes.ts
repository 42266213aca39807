import * as wire from '@jardinero/contract/season'
import type { App } from '../platform/app.ts'
import { ordinaryBytes } from '../platform/bodies.ts'
import type { Clock } from '../platform/clock.ts'
import { toWire } from '../platform/collection.ts'
import { takePlan } from './plans.ts'

const tags = ['season']

export function seasonRoutes(app: App, clock: Clock): void {
  app.get(
    '/api/season/plans',
    { schema: { tags, summary: 'Plans as they were taken, oldest first' } },
    (request) =>
      app.scoped(request, async (scope) =>
        (await scope.find<wire.SeasonPlan>('season_plan', {}, { order: { takenAt: 'ASC' } })).map(toWire),
      ),
  )
  app.post(
    '/api/season/plans',
    {
      schema: { tags, summary: 'Take a plan; what breaks a limit is refused', body: wire.planOrder },
      bodyLimit: 4 * ordinaryBytes,
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { plan, added } = await takePlan(scope, request.body, request.person!.name, clock)
        void reply.code(added ? 201 : 200)
        return plan
      }),
  )
}
