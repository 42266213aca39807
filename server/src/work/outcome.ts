import { In, type DataSource } from 'typeorm'
import { wordsFor } from '@jardinero/words/whole'
import type { StoredPerson } from '../platform/accountEntities.ts'
import { ProblemError } from '../platform/problem.ts'
import { describeProblem } from '../platform/problemHandler.ts'
import type { StoredTask } from '../tasks/index.ts'

const open = In(['waiting', 'running'])

async function wordsOfTask(database: DataSource, id: string) {
  const task = await database.manager.findOneByOrFail<StoredTask>('task', { id })
  return wordsFor(await database.manager.findOneByOrFail<StoredPerson>('person', { id: task.personId }))
}

/** Ends a task that has not ended with the reason why nothing was taken in; what was sent is not needed any more. */
export async function refuseTask(database: DataSource, id: string, problem: ProblemError): Promise<void> {
  const told = describeProblem(problem, await wordsOfTask(database, id))
  await database.manager.update('task', { id, state: open }, { state: 'refused', problem: told, body: null })
}

/** Ends a task that broke off each time it was tried. What was sent stays for a while, for whoever mends the cause. */
export async function giveUp(database: DataSource, id: string): Promise<void> {
  if (!(await database.manager.existsBy('task', { id, state: open }))) return
  const told = describeProblem(new ProblemError('internal'), await wordsOfTask(database, id))
  await database.manager.update('task', { id, state: open }, { state: 'givenUp', problem: told })
}
