import type { Ref } from 'vue'
import type { Equipment, Opening, ShelfState, YardState, YardYear } from '@jardinero/contract/state'
import type { YardId } from '@jardinero/core/quantity'
import type { Almanac } from './almanac.ts'
import { ask } from './client.ts'
import { keys } from './keys.ts'

const never = Infinity

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
    almanac: () => ({
      queryKey: keys.reference('almanac'),
      queryFn: () => ask<Almanac>('/api/almanac'),
      staleTime: never,
      gcTime: never,
    }),
  }
}
