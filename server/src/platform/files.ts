import type { FastifyInstance } from 'fastify'
import type { ObjectLiteral } from 'typeorm'
import { ProblemError } from './problem.ts'
import type { AccountScope } from './scope.ts'

/** Larger than any photo of a phone and any label. */
export const mostFileBytes = 15 * 1024 * 1024

/** Bodies that are files come as their bytes; what they really are is read from them by the room. */
export function acceptFiles(app: FastifyInstance): void {
  app.addContentTypeParser(
    [
      'image/jpeg',
      'image/png',
      'image/webp',
      'image/heic',
      'image/gif',
      'application/pdf',
      'application/octet-stream',
    ],
    { parseAs: 'buffer', bodyLimit: mostFileBytes },
    (_request, body, done) => done(null, body),
  )
}

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
