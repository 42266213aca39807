import type { ObjectLiteral } from 'typeorm'
import { ProblemError } from './problem.ts'
import type { AccountScope } from './scope.ts'

/** A row with its bytes, which are read only where they are asked for. @throws ProblemError notFound */
export async function readWithBytes<T extends ObjectLiteral>(
  scope: AccountScope,
  entity: string,
  id: string,
): Promise<T> {
  const row = await scope.manager
    .createQueryBuilder<T>(entity, 'f')
    .addSelect('f.picture')
    .where('f.id = :id AND f.account_id = :account', { id, account: scope.accountId })
    .getOne()
  if (!row) throw new ProblemError('notFound')
  return row
}
