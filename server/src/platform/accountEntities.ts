import type { Role } from '@jardinero/contract/roles'
import type { AccountId, Day, PersonId } from '@jardinero/core/quantity'
import { EntitySchema } from 'typeorm'
import type { Person } from '@jardinero/contract/person'
import { column, ofAccount, rowColumns, type Owned } from './columns.ts'

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
  licenceUntil: Day | null
  /** Under whose licence somebody of the crew works. */
  worksUnder: PersonId | null
  /** Since when there is no way in any more; what was written down keeps the name. */
  leftAt: string | null
  /** Argon2id, in the usual encoded form; null for the demo's person, who has no password. */
  passwordHash: string | null
  /** Since the last time that somebody came in. */
  failedSignIns: number
  lastFailedAt: string | null
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
    role: { type: 'text', default: 'owner' },
    licence: { type: 'text', default: '' },
    licenceUntil: column.dayOrNull,
    worksUnder: column.uuidOrNull,
    leftAt: column.instantOrNull,
    failedSignIns: { type: 'integer', default: 0 },
    lastFailedAt: column.instantOrNull,
  },
  indices: [{ columns: ['accountId'] }],
  foreignKeys: [
    ofAccount,
    { target: 'person', columnNames: ['worksUnder'], referencedColumnNames: ['id'], onDelete: 'SET NULL' },
  ],
})

export const sessionEntity = new EntitySchema<{
  id: string
  personId: PersonId | null
  data: object
  expiresAt: string
  /** What the person knows it by. */
  deviceId: string
  userAgent: string
  createdAt: string
  seenAt: string
}>({
  name: 'session',
  columns: {
    id: { type: 'text', primary: true },
    personId: column.uuidOrNull,
    data: column.json,
    expiresAt: column.instant,
    deviceId: { type: 'uuid', generated: 'uuid' },
    userAgent: { type: 'text', default: '' },
    createdAt: { type: 'timestamp with time zone', createDate: true },
    seenAt: { type: 'timestamp with time zone', default: () => 'now()' },
  },
  indices: [{ columns: ['expiresAt'] }, { columns: ['personId'] }],
  foreignKeys: [
    { target: 'person', columnNames: ['personId'], referencedColumnNames: ['id'], onDelete: 'CASCADE' },
  ],
})

export const rateCountEntity = new EntitySchema<{ key: string; count: number; expiresAt: string }>({
  name: 'rate_count',
  columns: { key: { type: 'text', primary: true }, count: column.integer, expiresAt: column.instant },
})

const ofPerson = {
  target: 'person',
  columnNames: ['personId'],
  referencedColumnNames: ['id'],
  onDelete: 'CASCADE' as const,
}

/** A code that lets a person in once who has forgotten the password; as its hash. */
export interface RecoveryCode {
  id: string
  personId: PersonId
  hash: string
  usedAt: string | null
}
export const recoveryCodeEntity = new EntitySchema<RecoveryCode>({
  name: 'recovery_code',
  columns: {
    id: rowColumns.id,
    personId: column.uuid,
    hash: column.text,
    usedAt: column.instantOrNull,
  },
  foreignKeys: [ofPerson],
})

/** A key that lets a person in without the password (WebAuthn): its public half, and how often it was used. */
export interface StoredPasskey {
  id: string
  personId: PersonId
  /** As the key names itself, base64url. */
  keyId: string
  publicKey: Buffer
  uses: number
  transports: string[]
  name: string
  createdAt: string
  usedAt: string | null
}
export const passkeyEntity = new EntitySchema<StoredPasskey>({
  name: 'passkey',
  columns: {
    id: rowColumns.id,
    personId: column.uuid,
    keyId: { type: 'text', unique: true },
    publicKey: { type: 'bytea' },
    uses: { type: 'integer', default: 0 },
    transports: column.json,
    name: column.text,
    createdAt: rowColumns.createdAt,
    usedAt: column.instantOrNull,
  },
  indices: [{ columns: ['personId'] }],
  foreignKeys: [ofPerson],
})

/** A link by which somebody joins an account, as the hash of what stands in it. */
export interface StoredInvitation {
  id: string
  accountId: AccountId
  version: number
  hash: string
  name: string
  role: Role
  worksUnder: PersonId | null
  expiresAt: string
}
export const invitationEntity = new EntitySchema<StoredInvitation & { createdAt: string }>({
  name: 'invitation',
  columns: {
    ...rowColumns,
    hash: { type: 'text', unique: true },
    name: column.text,
    role: column.text,
    worksUnder: column.uuidOrNull,
    expiresAt: column.instant,
  },
  indices: [{ columns: ['accountId'] }],
  foreignKeys: [ofAccount],
})

/** A link to set a new password, as the hash of what stands in it. */
export interface ResetLink {
  hash: string
  personId: PersonId
  expiresAt: string
}
export const resetLinkEntity = new EntitySchema<ResetLink>({
  name: 'reset_link',
  columns: {
    hash: { type: 'text', primary: true },
    personId: column.uuid,
    expiresAt: column.instant,
  },
  foreignKeys: [ofPerson],
})

/** Who has tried in vain, and when the next try is heard. */
export const signInQueueEntity = new EntitySchema<{
  key: string
  failures: number
  nextAt: string
  expiresAt: string
}>({
  name: 'sign_in_queue',
  columns: {
    key: { type: 'text', primary: true },
    failures: column.integer,
    nextAt: column.instant,
    expiresAt: column.instant,
  },
})
