import { addDays, type Day, type Params } from '../quantity/index.ts'
import { computeLedgerEvents, type PassDown } from '../ledger/index.ts'
import type { JobEvent } from '../job/index.ts'
import {
  computeEvents,
  proposedEvents,
  type NextAnswer,
  type PassDay,
  type PlanContext,
  type Programme,
} from '../season/index.ts'
import type { Active } from '../shelf/index.ts'

/** One thing of the weeks ahead: its words under season.event.<code>. */
export interface AgendaEntry {
  id: string
  code: string
  from: Day
  /** The last day, inclusive. */
  to: Day
  params: Params
}

export interface AgendaFacts {
  day: Day
  /** The plan in force, with its days as the weather has them now. */
  plan?: { programme: Programme; days: PassDay[] }
  context: Pick<PlanContext, 'zones' | 'labels' | 'wishes'>
  next?: NextAnswer
  /** Jobs that are not of the plan, as days. */
  jobs: JobEvent[]
  /** What is down. */
  passes: PassDown[]
  activeOf: (name: string) => Active | undefined
}

/** Where the title of a day's entry stands: a job is told by what it is. */
export const entryKey = (code: string): string => (code.includes('.') ? code : `season.event.${code}`)

/** The agenda reaches so far ahead: eight weeks. */
export const agendaDays = 56

/** What the weeks ahead hold, in the order of the days: what is planned or proposed, what is wished, what follows what is down. */
export function computeAgenda(facts: AgendaFacts): AgendaEntry[] {
  const { day, plan, context, next, jobs, passes, activeOf } = facts
  const empty: Programme = { passes: [], fertiliser: [] }
  const planned = computeEvents(plan?.programme ?? empty, plan?.days ?? [], context)
  const last = addDays(day, agendaDays)
  return [...planned, ...proposedEvents(next), ...jobs, ...computeLedgerEvents(passes, activeOf)]
    .filter((e) => e.to >= day && e.from <= last)
    .toSorted((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0))
}
