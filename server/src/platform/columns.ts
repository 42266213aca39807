import type { AccountId } from '@jardinero/core/quantity'
import type { EntitySchemaColumnOptions } from 'typeorm'

type Columns<T> = { [K in keyof T]-?: EntitySchemaColumnOptions }

/** PostgreSQL's numeric comes as text, so that nothing is lost on the way; here it becomes a number, and null stays null. */
export const numericTransformer = {
  from: (stored: string | null): number | null => {
    if (stored === null) return null
    const value = Number(stored)
    if (!Number.isFinite(value)) throw new RangeError(`not a number in the database: ${stored}`)
    return value
  },
  to: (value: number | null | undefined): number | null | undefined => {
    if (typeof value === 'number' && !Number.isFinite(value))
      throw new RangeError(`not a storable number: ${value}`)
    return value
  },
}

export const column = {
  text: { type: 'text' },
  textOrNull: { type: 'text', nullable: true },
  uuid: { type: 'uuid' },
  uuidOrNull: { type: 'uuid', nullable: true },
  integer: { type: 'integer' },
  integerOrNull: { type: 'integer', nullable: true },
  boolean: { type: 'boolean' },
  day: { type: 'date' },
  dayOrNull: { type: 'date', nullable: true },
  json: { type: 'jsonb' },
  jsonOrNull: { type: 'jsonb', nullable: true },
  /** Read only where it is asked for. */
  bytes: { type: 'bytea', select: false },
  numeric: { type: 'numeric', transformer: numericTransformer },
  numericOrNull: { type: 'numeric', nullable: true, transformer: numericTransformer },
  instant: {
    type: 'timestamp with time zone',
    transformer: { from: (d: Date) => d.toISOString(), to: (s: string) => s },
  },
  instantOrNull: {
    type: 'timestamp with time zone',
    nullable: true,
    transformer: { from: (d: Date | null) => d?.toISOString() ?? null, to: (s: string | null) => s },
  },
} as const satisfies Record<string, EntitySchemaColumnOptions>

/** Columns of every row that belongs to an account and is edited in place. */
export const rowColumns = {
  id: { type: 'uuid', primary: true },
  accountId: column.uuid,
  version: { type: 'integer', default: 1 },
  createdAt: { type: 'timestamp with time zone', createDate: true },
} as const satisfies Columns<{ id: string; accountId: AccountId; version: number; createdAt: string }>

/** Of rows that can be brought back for some weeks after they were removed: until then the scope finds none of them. */
export const removable = { removedAt: column.instantOrNull } as const

/** Rows of one account refer only to rows of the same account: the key is the pair. */
export const accountKey = { columns: ['accountId', 'id'] }
export const belongsTo = (target: string, column: string, onDelete: 'CASCADE' | 'NO ACTION' = 'CASCADE') => ({
  target,
  columnNames: ['accountId', column],
  referencedColumnNames: ['accountId', 'id'],
  onDelete,
})
export const ofAccount = {
  target: 'account',
  columnNames: ['accountId'],
  referencedColumnNames: ['id'],
  onDelete: 'CASCADE' as const,
}

export type Removable<T> = T & { removedAt?: string | null }
export type Owned<T> = T & { accountId: AccountId; createdAt: string }
