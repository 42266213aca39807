import type { Params } from '@jardinero/core/quantity'

/** One fault inside a problem: a stable code, the field, the words in the reader's language. */
export interface ProblemFault {
  code: string
  field?: string
  params: Params
  detail: string
}

/** RFC 9457 problem details, with a stable code and the faults at their fields. */
export interface Problem {
  type: string
  title: string
  status: number
  detail: string
  code: string
  faults: ProblemFault[]
  /** On a stale edit: the row as it stands now. */
  current?: Record<string, unknown>
}
