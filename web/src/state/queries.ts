import type { Ref } from 'vue'
import type { QueryClient } from '@tanstack/vue-query'
import type { KeptAnswer } from '@jardinero/contract/answer'
import type { Equipment, Opening, ShelfState, YardState, YardYear } from '@jardinero/contract/state'
import type { YardId } from '@jardinero/core/quantity'
import type { Almanac } from './almanac.ts'
import { ask } from './client.ts'
import { keys } from './keys.ts'

const never = Infinity
/** How often an answer is looked for that is being worked out, and one that is there: other devices change it too. */
const pace = { soonMs: 400, restMs: 60_000 }

/** What is asked of the server, each under its key: by person, and by the yard one stands in where none is named. */
export function createQueries(who: Ref<string>, standing: { yardId: YardId }) {
  return {
    opening: () => ({
      queryKey: keys.opening(who.value),
      queryFn: () => ask<Opening>('/api/account/opening'),
    }),
    equipment: () => ({
      queryKey: keys.equipment(who.value),
      queryFn: () => ask<Equipment>('/api/bench/equipment'),
    }),
    shelf: () => ({ queryKey: keys.shelf(who.value), queryFn: () => ask<ShelfState>('/api/shelf/state') }),
    yard: (yardId = standing.yardId) => ({
      queryKey: keys.yardState(who.value, yardId),
      queryFn: () => ask<YardState>(`/api/yard/yards/${yardId}/state`),
    }),
    year: (year: number, yardId = standing.yardId) => ({
      queryKey: keys.year(who.value, yardId, year),
      queryFn: () => ask<YardYear>(`/api/yard/yards/${yardId}/years/${year}`),
    }),
    /** Not told again where it is the one that is held. */
    answer: (client: QueryClient, yardId = standing.yardId) => ({
      queryKey: keys.answer(who.value, yardId),
      queryFn: async () => {
        const held = client.getQueryData<KeptAnswer>(keys.answer(who.value, yardId))
        const have = held?.answer && held.restsOn ? `?have=${held.restsOn}` : ''
        const told = await ask<KeptAnswer>(`/api/yard/yards/${yardId}/answer${have}`)
        return held && told.restsOn === held.restsOn && !told.answer ? { ...told, answer: held.answer } : told
      },
      // What is out of date is being worked out: it is looked for until it is there.
      refetchInterval: ({ state: { data } }: { state: { data?: KeptAnswer } }) =>
        data && !data.isCurrent && !data.stuck ? pace.soonMs : pace.restMs,
    }),
    almanac: () => ({
      queryKey: keys.reference('almanac'),
      queryFn: () => ask<Almanac>('/api/almanac'),
      staleTime: never,
      gcTime: never,
    }),
  }
}
