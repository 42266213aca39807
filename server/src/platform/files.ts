import type { ObjectLiteral } from 'typeorm'
import { ProblemError } from './problem.ts'
import type { AccountScope } from './scope.ts'

/** A row with its bytes, which are read only where they are asked for. @throws ProblemError notFound */
export async function readWithBytes<T extends ObjectLiteral>(
  scope: AccountScope,
  entity: string,
  id: string,
): Promise<T> {
  const row = await scope.query<T>(entity, 'f').addSelect('f.picture').andWhere('f.id = :id', { id }).getOne()
  if (!row) throw new ProblemError('notFound')
  return row
}
