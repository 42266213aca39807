import type { YardAnswer } from '@jardinero/contract/answer'
import type { YardId } from '@jardinero/core/quantity'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredAnswer } from './entities.ts'

/** The answer of a yard as it is kept; nothing where none has been worked out. */
export async function readKept(scope: AccountScope, yardId: YardId): Promise<YardAnswer | undefined> {
  const [kept] = await scope.find<StoredAnswer>('kept_answer', { yardId })
  return kept && (JSON.parse(kept.body) as YardAnswer)
}
