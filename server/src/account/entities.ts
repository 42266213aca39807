import { EntitySchema } from 'typeorm'
import type { Person } from '@jardinero/contract/person'
import { column, ofAccount, rowColumns } from '../platform/columns.ts'
import type { Owned } from '../yard/entities.ts'

export interface Account {
  id: string
  name: string
  /** Set for the demo: the day it is there. */
  demoDay: string | null
  createdAt: string
}

export const accountEntity = new EntitySchema<Account>({
  name: 'account',
  columns: {
    id: rowColumns.id,
    name: column.text,
    demoDay: column.dayOrNull,
    createdAt: rowColumns.createdAt,
  },
})

export interface StoredPerson extends Owned<Person> {
  /** Argon2id, in the usual encoded form; null for the demo's person, who has no password. */
  passwordHash: string | null
}

export const personEntity = new EntitySchema<StoredPerson>({
  name: 'person',
  columns: {
    ...rowColumns,
    email: { type: 'text', unique: true },
    passwordHash: column.textOrNull,
    name: column.text,
    units: column.text,
    temperature: column.text,
    locale: column.text,
    theme: column.text,
    licence: { type: 'text', default: '' },
  },
  foreignKeys: [ofAccount],
})

export const sessionEntity = new EntitySchema<{
  id: string
  personId: string | null
  data: object
  expiresAt: string
}>({
  name: 'session',
  columns: {
    id: { type: 'text', primary: true },
    personId: column.uuidOrNull,
    data: column.json,
    expiresAt: column.instant,
  },
  indices: [{ columns: ['expiresAt'] }],
  foreignKeys: [
    { target: 'person', columnNames: ['personId'], referencedColumnNames: ['id'], onDelete: 'CASCADE' },
  ],
})

export const rateCountEntity = new EntitySchema<{ key: string; count: number; expiresAt: string }>({
  name: 'rate_count',
  columns: { key: { type: 'text', primary: true }, count: column.integer, expiresAt: column.instant },
})
