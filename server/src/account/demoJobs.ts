import type { JobSeed } from '@jardinero/core/job'
import { takeStep } from '../job/index.ts'
import type { AccountScope } from '../platform/scope.ts'
import { at, demoId } from './demoPlaces.ts'

/** What its owner means to do by hand: one thing is due, another waits for the strip to green up. */
const chores = [
  { task: 'rake', zone: 'front', day: '2026-02-28', latest: null, note: 'Leaves under the maple' },
  { task: 'scalp', zone: 'strip', day: '2026-03-21', latest: '2026-04-11', note: 'Before it greens up' },
] as const

export async function addJobs(scope: AccountScope, by: string): Promise<void> {
  const clock = () => new Date(at('2026-02-14', 9))
  for (const { task, zone, day, latest, note } of chores) {
    const seed: JobSeed = {
      id: demoId(`job ${task}`),
      yardId: demoId('yard'),
      zoneId: demoId(zone),
      origin: 'hand',
      task,
      plants: [],
      products: [],
      ground: { kind: 'all', sqFt: null },
      when: { kind: 'day', day, latest },
      was: null,
      plan: null,
      chain: null,
      note,
    }
    await takeStep(
      scope,
      seed.id,
      { id: demoId(`job step ${task}`), why: '', kind: 'plan', seed },
      { by, clock },
    )
  }
}
