import { EntitySchema } from 'typeorm'
import type { AccountId, Day, YardId, ZoneId } from '@jardinero/core/quantity'
import type { NextAnswer } from '@jardinero/core/season'
import { belongsTo, column } from '../platform/columns.ts'

/** The answer for a yard as it was last worked out. It stays until another is there, and says how old it is. */
export interface StoredAnswer {
  yardId: YardId
  accountId: AccountId
  /** The yard's day it was worked out on. */
  day: Day
  /** What it rests on, in a word of 64 letters: it holds as long as that is the same. */
  restsOn: string
  /** The same for lawns whose soil is: those follow each other at night. */
  alike: string
  /** The answer, as JSON. */
  body: string
  /** What a list of many lawns says of it. */
  outline: AnswerOutline
  madeAt: string
}
/** The next application, as the answer tells it, and how warm the ground is. */
export interface AnswerOutline {
  next: {
    kind: NextAnswer['kind']
    day: Day | null
    label: string | null
    zoneIds: ZoneId[]
    escaped: number | null
  } | null
  /** Five days' mean of the open middle, else of the first place, °C. */
  soilC: number | null
}

export const answerEntity = new EntitySchema<StoredAnswer>({
  name: 'kept_answer',
  columns: {
    yardId: { type: 'uuid', primary: true },
    accountId: column.uuid,
    day: column.day,
    restsOn: column.text,
    alike: column.text,
    body: column.text,
    outline: column.json,
    madeAt: column.instant,
  },
  foreignKeys: [belongsTo('yard', 'yardId')],
})

/** An answer that is being worked out: members of its seasons done. Gone when it is there. */
export interface StoredProgress {
  yardId: YardId
  restsOn: string
  done: number
  at: string
}
export const answerProgressEntity = new EntitySchema<StoredProgress>({
  name: 'answer_progress',
  columns: {
    yardId: { type: 'uuid', primary: true },
    restsOn: column.text,
    done: column.integer,
    at: column.instant,
  },
})

/** Seasons, or a ground under them, as simulated: shared by all yards that have the same. It belongs to nobody. */
export interface StoredRun {
  key: string
  content: Buffer
  usedAt: string
}
export const runEntity = new EntitySchema<StoredRun>({
  name: 'kept_run',
  columns: {
    key: { type: 'text', primary: true },
    content: { type: 'bytea' },
    usedAt: column.instant,
  },
  indices: [{ name: 'run_by_use', columns: ['usedAt'] }],
})
