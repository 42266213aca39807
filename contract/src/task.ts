import type { Problem } from './problem.ts'

export const taskKinds = [
  'accountFile',
  'findsCsv',
  'findsGeoJson',
  'station',
  'typicalYear',
  'labels',
] as const
export type TaskKind = (typeof taskKinds)[number]
export const taskStates = ['waiting', 'running', 'done', 'refused'] as const
export type TaskState = (typeof taskStates)[number]

/** Work that takes longer than an answer: asked about until it is done or refused. */
export interface Task {
  id: string
  kind: TaskKind
  state: TaskState
  /** Rows so far, of so many; 0 of 0 while it is not known. */
  done: number
  total: number
  /** What the work came to, where it is done. */
  result: object | null
  /** Why nothing was taken in, where it is refused. */
  problem: Problem | null
}
