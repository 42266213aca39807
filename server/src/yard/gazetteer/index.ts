import type { Town } from '@jardinero/contract/yard'
import type { App } from '../../platform/app.ts'
import { createThreads, workerAt } from '../../platform/threads.ts'
import type { KnownTown } from './places.ts'
import type { TownAnswer, TownOrder } from './townThread.ts'

export type { KnownTown } from './places.ts'

/** The list of towns and postcodes, in a thread of its own: it is read when the first person looks for one (about a second). */
export function createGazetteer(app: App) {
  const ask = createThreads<TownOrder, TownAnswer>((close) => app.addHook('onClose', close), {
    filename: workerAt('townThread', import.meta.url),
    name: 'answerTown',
    threads: 1,
    waiting: 100,
    mostMs: 20_000,
    memoryMb: 512,
  })
  const one = async (order: TownOrder): Promise<KnownTown | null> => {
    const answer = await ask(order)
    return 'town' in answer ? answer.town : null
  }
  return {
    find: async (search: string, near: string): Promise<Town[]> => {
      const answer = await ask({ search, near })
      return 'towns' in answer ? answer.towns : []
    },
    /** The town that is nearest; nothing farther than 150 km. */
    nearest: (latitude: number, longitude: number) => one({ latitude, longitude }),
    largestIn: (timeZone: string) => one({ timeZone }),
  }
}
