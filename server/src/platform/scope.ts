import type { EntityManager, FindOptionsOrder, ObjectLiteral } from 'typeorm'
import { ProblemError } from './problem.ts'

type Stored = ObjectLiteral & { id: string; version?: number }

/**
 * One account's view of the database inside one transaction. Every query of the rooms goes through here, so that
 * no row of another account can be read or touched.
 */
export class AccountScope {
  constructor(
    readonly manager: EntityManager,
    readonly accountId: string,
  ) {}

  find<T extends Stored>(entity: string, where: Partial<T> = {}, order?: FindOptionsOrder<T>): Promise<T[]> {
    return this.manager.find<T>(entity, {
      where: { ...where, accountId: this.accountId } as never,
      ...(order && { order }),
    })
  }

  /** @throws ProblemError notFound */
  async get<T extends Stored>(entity: string, id: string): Promise<T> {
    const row = await this.manager.findOne<T>(entity, { where: { id, accountId: this.accountId } as never })
    if (!row) throw new ProblemError('notFound')
    return row
  }

  /**
   * Adds a row under the id the client chose. The same id again answers with the row that is there: a double submit
   * adds one row. @throws ProblemError idTaken when the id belongs to another account.
   */
  async add<T extends Stored>(entity: string, row: T): Promise<{ row: T; added: boolean }> {
    const result = await this.manager
      .createQueryBuilder()
      .insert()
      .into(entity)
      .values({ ...row, accountId: this.accountId })
      .orIgnore()
      .returning('id')
      .execute()
    const added = (result.raw as unknown[]).length > 0
    const stored = await this.manager.findOne<T>(entity, {
      where: { id: row.id, accountId: this.accountId } as never,
    })
    if (!stored) throw new ProblemError('idTaken')
    return { row: stored, added }
  }

  /** Changes a row that still has the version the edit started from. @throws ProblemError staleEdit with the row as it stands, notFound. */
  async change<T extends Stored>(entity: string, id: string, version: number, patch: Partial<T>): Promise<T> {
    const result = await this.manager
      .createQueryBuilder()
      .update(entity)
      .set({ ...patch, version: () => 'version + 1' } as never)
      .where('id = :id AND account_id = :accountId AND version = :version', {
        id,
        accountId: this.accountId,
        version,
      })
      .execute()
    const row = await this.get<T>(entity, id)
    if (!result.affected) throw new ProblemError('staleEdit', [], { current: row })
    return row
  }

  /** @throws ProblemError staleEdit, notFound; inUse where other rows rest on this one. */
  async remove(entity: string, id: string, version: number): Promise<void> {
    const result = await this.manager
      .createQueryBuilder()
      .delete()
      .from(entity)
      .where('id = :id AND account_id = :accountId AND version = :version', {
        id,
        accountId: this.accountId,
        version,
      })
      .execute()
    if (result.affected) return
    throw new ProblemError('staleEdit', [], { current: await this.get(entity, id) })
  }
}
