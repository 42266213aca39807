import type { AccountId } from '@jardinero/core/quantity'
import {
  In,
  IsNull,
  MoreThan,
  Not,
  type DataSource,
  type EntityManager,
  type ObjectLiteral,
  type SelectQueryBuilder,
} from 'typeorm'
import { ProblemError } from './problem.ts'

type Stored = ObjectLiteral & { id: string; version?: number }

/** A row as a room makes it: whose it is, the scope says. */
type Own<T extends Stored> = Omit<T, 'accountId'> & { id: string }

/** Rows that hang on another: they are discarded with it. */
export interface Hanging {
  entity: string
  /** The column that names it. */
  by: string
}

/** What stands between a row and an account that is full. */
export interface QuotaGuard {
  /** @throws ProblemError refused where so much more would be over what the account may hold */
  take: (rows: number, bytes?: number) => Promise<void>
}

/** Tables whose rows belong to an account. */
const ofAccounts = new WeakMap<DataSource, string[]>()
function accountTables(database: DataSource): string[] {
  const known = ofAccounts.get(database)
  if (known) return known
  const names = database.entityMetadatas
    .filter((e) => e.findColumnWithPropertyName('accountId'))
    .map((e) => e.tableName)
  ofAccounts.set(database, names)
  return names
}

/** Of a statement's words, these are tables of accounts. */
const tablesIn = (sql: string, tables: string[]): string[] => {
  const words = new Set(sql.match(/[a-z_]+/g))
  return tables.filter((t) => words.has(t))
}

/** PostgreSQL takes so many parameters in one statement; a row may have some twenty. */
const rowsAtOnce = 500

/** Rows that come together were made one after the other, a microsecond apart: so their order is kept. */
function madeInOrder(): (row: object) => object {
  let last = 0
  return (row) => {
    last = Math.max(last + 1, Date.now() * 1000)
    const whole = new Date(Math.floor(last / 1000)).toISOString().slice(0, -1)
    const instant = `${whole}${String(last % 1000).padStart(3, '0')}Z`
    // As the database reads it: a date of this language has thousandths only.
    return { ...row, createdAt: () => `'${instant}'::timestamptz` }
  }
}

/**
 * One account's view of the database inside one transaction, and the one place where its id is put into a query: rooms name
 * what they look for, never whose it is.
 */
export class AccountScope {
  constructor(
    protected readonly manager: EntityManager,
    readonly accountId: AccountId,
    readonly quota?: QuotaGuard,
  ) {}

  /** Rows of one transaction have one time of the database: in what order they were made is said here. */
  private inOrder(entity: string): (row: object) => object {
    const has = this.manager.connection.getMetadata(entity).findColumnWithPropertyName('createdAt')
    return has ? (this.order ??= madeInOrder()) : (row) => row
  }
  private order?: (row: object) => object

  private own(where: object): ObjectLiteral {
    return { ...where, accountId: this.accountId }
  }
  private isRemovable(entity: string): boolean {
    return Boolean(this.manager.connection.getMetadata(entity).findColumnWithPropertyName('removedAt'))
  }
  /** The account's own, without what was removed and can be brought back. */
  private here(entity: string, where: object): ObjectLiteral {
    return this.own({ ...where, ...(this.isRemovable(entity) && { removedAt: IsNull() }) })
  }

  find<T extends ObjectLiteral>(
    entity: string,
    where: object = {},
    { order, take }: { order?: object; take?: number } = {},
  ): Promise<T[]> {
    return this.manager.find<ObjectLiteral>(entity, {
      where: this.here(entity, where),
      ...(order && { order }),
      ...(take && { take }),
    }) as Promise<T[]>
  }

  /** A query over one table's rows of this account, for what `find` cannot say. Tables joined to it are joined by their ids. */
  query<T extends ObjectLiteral>(entity: string, alias: string): SelectQueryBuilder<T> {
    const query = this.manager
      .createQueryBuilder<T>(entity, alias)
      .where(`${alias}.account_id = :ofAccount`, { ofAccount: this.accountId })
    return this.isRemovable(entity) ? query.andWhere(`${alias}.removed_at IS NULL`) : query
  }

  /**
   * A statement in SQL. Every table in it that belongs to accounts stands for this account's rows alone: under its name the
   * statement finds those, not the table.
   */
  rows<T>(sql: string, values: unknown[] = []): Promise<T[]> {
    const shadows = tablesIn(sql, accountTables(this.manager.connection)).map((t) => {
      const there = this.isRemovable(t) ? ' AND removed_at IS NULL' : ''
      return `"${t}" AS NOT MATERIALIZED (SELECT * FROM public."${t}" WHERE account_id = $${values.length + 1}${there})`
    })
    if (!shadows.length) throw new Error('a statement over no table of an account')
    return this.manager.query<T[]>(`WITH ${shadows.join(', ')} ${sql}`, [...values, this.accountId])
  }

  /** The account's own row. */
  account<T extends { id: string }>(): Promise<T> {
    return this.manager.findOneByOrFail<ObjectLiteral>('account', { id: this.accountId }) as Promise<T>
  }
  async changeAccount(patch: object): Promise<void> {
    await this.manager.update('account', { id: this.accountId }, patch)
  }

  count(entity: string, where: object = {}): Promise<number> {
    return this.manager.countBy(entity, this.here(entity, where))
  }

  /** @throws ProblemError notFound */
  async get<T extends Stored>(entity: string, id: string): Promise<T> {
    const row = await this.manager.findOne<ObjectLiteral>(entity, { where: this.here(entity, { id }) })
    if (!row) throw new ProblemError('notFound')
    return row as T
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
  async add<T extends Stored>(entity: string, row: Own<T>): Promise<{ row: T; added: boolean }> {
    const result = await this.manager
      .createQueryBuilder()
      .insert()
      .into(entity)
      .values(this.own(this.inOrder(entity)(row)))
      .orIgnore()
      .returning('id')
      .execute()
    const added = (result.raw as unknown[]).length > 0
    if (!added) await this.revive(entity, [row.id])
    if (added) await this.quota?.take(1, (row as { picture?: Buffer }).picture?.length)
    const stored = await this.manager.findOne<ObjectLiteral>(entity, { where: this.own({ id: row.id }) })
    if (!stored) throw new ProblemError('idTaken')
    return { row: stored as T, added }
  }

  /** Adds many rows; those whose ids are here already stay as they are. @returns how many were added @throws ProblemError idTaken */
  async addAll<T extends Stored>(entity: string, rows: Own<T>[]): Promise<number> {
    let added = 0
    const made = this.inOrder(entity)
    for (let i = 0; i < rows.length; i += rowsAtOnce) {
      const some = rows.slice(i, i + rowsAtOnce)
      const result = await this.manager
        .createQueryBuilder()
        .insert()
        .into(entity)
        .values(some.map((row) => this.own(made(row))))
        .orIgnore()
        .returning('id')
        .execute()
      const ids = some.map((r) => r.id)
      const fresh = (result.raw as unknown[]).length + (await this.revive(entity, ids))
      await this.quota?.take(fresh)
      added += fresh
      if (fresh === some.length) continue
      const here = await this.manager.countBy(entity, this.own({ id: In(ids) }))
      if (here < new Set(ids).size) throw new ProblemError('idTaken')
    }
    return added
  }

  /** Adds rows as they are; one whose key is here already is an error of the database. */
  async insert(entity: string, rows: object[]): Promise<void> {
    const { manager } = this
    const made = this.inOrder(entity)
    for (let i = 0; i < rows.length; i += rowsAtOnce)
      await manager.insert(
        entity,
        rows.slice(i, i + rowsAtOnce).map((row) => this.own(made(row))),
      )
  }

  /** Adds rows; one whose key is here already takes the new values. */
  async put(entity: string, rows: object[], key: string[]): Promise<void> {
    for (let i = 0; i < rows.length; i += rowsAtOnce)
      await this.manager.upsert(
        entity,
        rows.slice(i, i + rowsAtOnce).map((row) => this.own(row)),
        key,
      )
  }

  /** Changes all rows that are so, whatever their version. @returns how many */
  async update(entity: string, where: object, patch: object): Promise<number> {
    return (await this.manager.update(entity, this.own(where), patch)).affected ?? 0
  }

  /** Removes all rows that are so. */
  async delete(entity: string, where: object): Promise<void> {
    await this.manager.delete(entity, this.own(where))
  }

  /** Removes all rows that are so, of whichever account: for what only one of all may have. */
  async deleteOfAll(entity: string, where: object): Promise<void> {
    await this.manager.delete(entity, where)
  }

  /** Whether a row still had the version, and was changed: one that is here, or one that was discarded. */
  private async step(
    entity: string,
    id: string,
    version: number,
    patch: object,
    isDiscarded = false,
  ): Promise<boolean> {
    const there = this.isRemovable(entity) ? ` AND removed_at IS ${isDiscarded ? 'NOT ' : ''}NULL` : ''
    const result = await this.manager
      .createQueryBuilder()
      .update<ObjectLiteral>(entity)
      .set({ ...patch, version: () => 'version + 1' })
      .where(`id = :id AND account_id = :accountId AND version = :version${there}`, {
        id,
        accountId: this.accountId,
        version,
      })
      .execute()
    return Boolean(result.affected)
  }

  /** Changes a row that still has the version the edit started from. @throws ProblemError staleEdit with the row as it stands, notFound. */
  async change<T extends Stored>(entity: string, id: string, version: number, patch: Partial<T>): Promise<T> {
    const isChanged = await this.step(entity, id, version, patch)
    const row = await this.get<T>(entity, id)
    if (!isChanged) throw new ProblemError('staleEdit', [], { current: row })
    return row
  }

  /**
   * Removes a row so that it can be brought back, and what hangs on it with it. @throws ProblemError staleEdit, notFound
   */
  async discard(entity: string, id: string, version: number, hanging: Hanging[]): Promise<void> {
    const removedAt = new Date().toISOString()
    if (!(await this.step(entity, id, version, { removedAt })))
      throw new ProblemError('staleEdit', [], { current: await this.get(entity, id) })
    for (const { entity: of, by } of hanging)
      await this.manager.update(of, this.here(of, { [by]: id }), { removedAt })
  }
  /** Brings a row back that was discarded, and what was discarded with it. @throws ProblemError notFound */
  async bringBack<T extends Stored>(entity: string, id: string, hanging: Hanging[]): Promise<T> {
    const where = this.own({ id, removedAt: Not(IsNull()) })
    const row = await this.manager.findOne<ObjectLiteral>(entity, { where })
    if (!row) return this.get<T>(entity, id)
    const { removedAt } = row as { removedAt: string }
    for (const { entity: of, by } of hanging)
      await this.manager.update(of, this.own({ [by]: id, removedAt }), { removedAt: null })
    await this.step(entity, id, Number(row['version']), { removedAt: null }, true)
    return this.get<T>(entity, id)
  }
  /** Rows that were discarded and are added again are there again. @returns how many */
  private async revive(entity: string, ids: string[]): Promise<number> {
    if (!this.isRemovable(entity)) return 0
    const where = this.own({ id: In(ids), removedAt: Not(IsNull()) })
    return (await this.manager.update(entity, where, { removedAt: null })).affected ?? 0
  }
  /** Rows that were discarded since an instant, the last first. */
  discardedSince<T extends Stored>(entity: string, instant: string, take: number): Promise<T[]> {
    return this.manager.find<ObjectLiteral>(entity, {
      where: this.own({ removedAt: MoreThan(instant) }),
      order: { removedAt: 'DESC' },
      take,
    }) as Promise<T[]>
  }
  /** Of rows that were discarded those that rest on another are gone for good: that one goes. */
  async purge(entity: string, where: object): Promise<void> {
    await this.manager.delete(entity, this.own({ ...where, removedAt: Not(IsNull()) }))
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
