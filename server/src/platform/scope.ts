import { In, type EntityManager, type FindOptionsOrder, type ObjectLiteral } from 'typeorm'
import { ProblemError } from './problem.ts'

type Stored = ObjectLiteral & { id: string; version?: number }

/** What stands between a row and an account that is full. */
export interface QuotaGuard {
  /** @throws ProblemError refused where so much more would be over what the account may hold */
  take: (rows: number, bytes?: number) => Promise<void>
}

/**
 * One account's view of the database inside one transaction. Every query of the rooms goes through here, so that
 * no row of another account can be read or touched.
 */
export class AccountScope {
  constructor(
    readonly manager: EntityManager,
    readonly accountId: string,
    readonly quota?: QuotaGuard,
  ) {}

  find<T extends Stored>(entity: string, where: Partial<T> = {}, order?: FindOptionsOrder<T>): Promise<T[]> {
    return this.manager.find<T>(entity, {
      where: { ...where, accountId: this.accountId } as never,
      ...(order && { order }),
    })
  }

  /** Rows of a statement that no entity stands for. */
  rows<T>(sql: string, values: unknown[] = []): Promise<T[]> {
    return this.manager.query<T[]>(sql, values)
  }

  count(entity: string, where: object = {}): Promise<number> {
    return this.manager.countBy(entity, { ...where, accountId: this.accountId } as never)
  }

  /** @throws ProblemError notFound */
  async get<T extends Stored>(entity: string, id: string): Promise<T> {
    const row = await this.manager.findOne<T>(entity, { where: { id, accountId: this.accountId } as never })
    if (!row) throw new ProblemError('notFound')
    return row
  }

  /** Others who want the same wait until this transaction is over. */
  async takeTurn(at: string): Promise<void> {
    // By number, not by row: the ledger's rows may not be locked, since they may not be changed.
    await this.manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [at])
  }

  /** As get, in turn with others who want it. @throws ProblemError notFound */
  async lock<T extends Stored>(entity: string, id: string): Promise<T> {
    await this.takeTurn(`${entity}/${id}`)
    return this.get<T>(entity, id)
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
    if (added) await this.quota?.take(1, (row as { picture?: Buffer }).picture?.length)
    const stored = await this.manager.findOne<T>(entity, {
      where: { id: row.id, accountId: this.accountId } as never,
    })
    if (!stored) throw new ProblemError('idTaken')
    return { row: stored, added }
  }

  /** Adds many rows; those whose ids are here already stay as they are. @returns how many were added @throws ProblemError idTaken */
  async addAll<T extends Stored>(entity: string, rows: T[]): Promise<number> {
    let added = 0
    for (let i = 0; i < rows.length; i += 500) {
      const some = rows.slice(i, i + 500)
      const result = await this.manager
        .createQueryBuilder()
        .insert()
        .into(entity)
        .values(some.map((row) => ({ ...row, accountId: this.accountId })))
        .orIgnore()
        .returning('id')
        .execute()
      const fresh = (result.raw as unknown[]).length
      await this.quota?.take(fresh)
      added += fresh
      if (fresh === some.length) continue
      const here = await this.manager.countBy(entity, {
        id: In(some.map((r) => r.id)),
        accountId: this.accountId,
      } as never)
      if (here < new Set(some.map((r) => r.id)).size) throw new ProblemError('idTaken')
    }
    return added
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
