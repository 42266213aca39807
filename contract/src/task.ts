import type { TaskId } from '@jardinero/core/quantity'
import type { Problem } from './problem.ts'

export const taskKinds = [
  'accountFile',
  'findsCsv',
  'findsGeoJson',
  'station',
  'typicalYear',
  'labels',
  'lawns',
  'seasonReport',
] as const
export type TaskKind = (typeof taskKinds)[number]
/** Refused: not taken in, for a reason the sender can mend. Given up: it broke off each time. */
export const taskStates = ['waiting', 'running', 'done', 'refused', 'cancelled', 'givenUp'] as const
export type TaskState = (typeof taskStates)[number]

/** What came of work that makes a file: it lies at /api/account/tasks/<id>/file. */
export interface TaskFile {
  taskId: TaskId
  name: string
  type: string
  bytes: number
}

/** Work that takes longer than an answer: asked about until it is done or refused. */
export interface Task {
  id: TaskId
  kind: TaskKind
  state: TaskState
  /** How often it was begun: more than once where a worker was lost on the way. */
  tries: number
  /** Rows so far, of so many; 0 of 0 while it is not known. */
  done: number
  total: number
  /** What the work came to, where it is done. */
  result: object | null
  /** Why nothing was taken in, where it is refused. */
  problem: Problem | null
}

/** What taking an account file in did. */
export interface ImportResult {
  added: Record<string, number>
  /** Rows that were here already, left as they are. */
  kept: Record<string, number>
}
