import type { LabelId } from '@jardinero/core/quantity'
import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import type { Label, LabelVersion } from '@jardinero/contract/shelf'
import type { LabelRules } from '@jardinero/core/shelf'
import type { App } from '../platform/app.ts'
import type { Clock } from '../platform/clock.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredLabelVersion } from './entities.ts'
import { idParams } from '../platform/params.ts'

/** The versions of a label that stood before, the oldest first. @throws ProblemError notFound */
async function versionsOf(scope: AccountScope, labelId: LabelId): Promise<LabelVersion[]> {
  await scope.get('label', labelId)
  const stored = await scope.find<StoredLabelVersion>(
    'label_version',
    { labelId },
    { order: { number: 'ASC' } },
  )
  return stored.map(({ accountId: _, ...version }) => version)
}

/** Keeps a label as it stood, when its rules were changed. */
export const keepVersion =
  (clock: Clock) =>
  async ({ id: labelId, rules }: Label, by: string, scope: AccountScope): Promise<void> => {
    const now = await scope.get<{ id: string; rules: LabelRules }>('label', labelId)
    if (isDeepStrictEqual(now.rules, rules)) return
    const number = (await versionsOf(scope, labelId)).length + 1
    await scope.insert('label_version', [
      {
        id: randomUUID(),
        labelId,
        number,
        rules,
        replacedAt: clock().toISOString(),
        replacedBy: by,
      },
    ])
  }

export function versionRoutes(app: App): void {
  app.get(
    '/api/shelf/labels/:id/versions',
    {
      schema: {
        tags: ['shelf'],
        summary: 'A label as it stood before each change',
        params: idParams,
      },
    },
    (request) => app.scoped(request, (scope) => versionsOf(scope, request.params.id)),
  )
}
