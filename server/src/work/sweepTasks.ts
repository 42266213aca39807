import type { DataSource } from 'typeorm'
import { wordsFor } from '@jardinero/words/whole'
import { ProblemError } from '../platform/problem.ts'
import { describeProblem } from '../platform/problemHandler.ts'

/** Ends tasks that nobody came to, since they stand in the way of the next, and forgets those that were told long ago. */
export async function sweepTasks(database: DataSource): Promise<void> {
  const words = wordsFor({ locale: 'en', units: 'us', temperature: 'F' })
  const problem = describeProblem(new ProblemError('tookTooLong'), words)
  await database.query(
    `UPDATE task SET state = 'refused', body = NULL, problem = $1
       WHERE state IN ('waiting', 'running') AND made_at < now() - interval '2 hours'`,
    [problem],
  )
  await database.query(
    `DELETE FROM task WHERE state NOT IN ('waiting', 'running') AND made_at < now() - interval '7 days'`,
  )
}
