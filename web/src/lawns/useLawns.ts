import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { lawnDues, lawnOrders, type LawnDue, type LawnOrder } from '@jardinero/contract/constants'
import type { LawnPage, LawnRow, LawnWishes } from '@jardinero/contract/lawns'
import { ask, keys, useHeld } from '../state/index.ts'

/** Lawns fetched at once. */
const pageOf = 100
/** How often lawns are looked at again whose dates are being worked out. */
const workingMs = 8000
const mostIdle = 8
const noCounts = Object.fromEntries(lawnDues.map((due) => [due, 0])) as Record<LawnDue, number>

export interface LawnChoice {
  wishes: LawnWishes
  order: LawnOrder
  descending: boolean
}

/** What an address asks for; a view that is kept by its name is such an address. */
export function choiceOf(query: Record<string, unknown>): LawnChoice {
  const text = (key: string) => (typeof query[key] === 'string' && query[key] ? query[key] : undefined)
  const figure = (key: string) => {
    const value = Number(text(key))
    return text(key) !== undefined && Number.isFinite(value) ? value : undefined
  }
  const oneOf = <T extends string>(key: string, all: readonly T[]) => all.find((one) => one === text(key))
  const wishes = {
    search: text('search'),
    turf: text('turf'),
    due: oneOf('due', lawnDues),
    client: text('client'),
    tag: text('tag'),
    risk: figure('risk'),
    warm: figure('warm'),
    lacks: oneOf('lacks', ['size', 'reading']),
    archived: text('archived') === 'true' ? true : undefined,
  }
  return {
    wishes: Object.fromEntries(Object.entries(wishes).filter(([, v]) => v !== undefined)),
    order: oneOf('order', lawnOrders) ?? 'due',
    descending: text('descending') === 'true',
  }
}
/** The same as an address. */
export const queryOf = ({ wishes, order, descending }: LawnChoice): Record<string, string> => ({
  ...Object.fromEntries(Object.entries(wishes).map(([key, value]) => [key, String(value)])),
  ...(order !== 'due' && { order }),
  ...(descending && { descending: 'true' }),
})

/** The list as the address asks for it: its rows come in as they are gone down to. */
export function useLawns() {
  const held = useHeld()
  const route = useRoute()
  const router = useRouter()
  const choice = computed(() => choiceOf(route.query))
  /** As many as there are; those that are not here yet are holes. */
  const rows = shallowRef<(LawnRow | undefined)[]>([])
  const counts = ref(noCounts)
  const total = ref<number>()
  const fault = ref<unknown>()
  const asked = new Set<number>()
  /** What the rows that are here were asked for with. */
  let shown: string | undefined
  const word = computed(() => new URLSearchParams(queryOf(choice.value)).toString())

  async function fetchPage(page: number): Promise<void> {
    if (asked.has(page)) return
    asked.add(page)
    const query = word.value
    try {
      const told = await held.client.fetchQuery({
        queryKey: keys.lawns(held.who, `${query} ${page}`),
        queryFn: () => ask<LawnPage>(`/api/yard/lawns?${query}&offset=${page * pageOf}&limit=${pageOf}`),
        staleTime: 0,
      })
      if (query !== word.value) return
      const next = query === shown ? rows.value.slice() : new Array<LawnRow | undefined>(told.total)
      shown = query
      next.length = told.total
      told.lawns.forEach((lawn, i) => (next[page * pageOf + i] = lawn))
      rows.value = next
      counts.value = told.counts
      total.value = told.total
      fault.value = undefined
    } catch (error) {
      asked.delete(page)
      if (query === word.value) fault.value = error
    }
  }
  /** Rows from one to another are about to be seen. */
  function see(first: number, last: number): void {
    for (
      let page = Math.floor(first / pageOf);
      page <= Math.floor(Math.max(first, last - 1) / pageOf);
      page++
    )
      if (page === 0 || page * pageOf < (total.value ?? 0)) void fetchPage(page)
  }
  async function again(): Promise<void> {
    asked.clear()
    await fetchPage(0)
  }
  watch(word, () => void again(), { immediate: true })
  // While dates are being worked out the counts are asked for again, and with them the rows that are seen.
  let [unknown, idle] = [0, 0]
  useIntervalFn(() => {
    idle = counts.value.unknown === unknown ? idle + 1 : 0
    unknown = counts.value.unknown
    // Where nothing comes of it (no weather, say) it is left alone.
    if (unknown && idle < mostIdle) void again()
  }, workingMs)

  function choose(next: LawnChoice): void {
    const { day, show } = route.query
    void router.replace({ query: { ...queryOf(next), ...(day && { day }), ...(show && { show }) } })
  }
  const wish = (patch: LawnWishes): void => {
    const wishes = { ...choice.value.wishes, ...patch }
    const told = Object.entries(wishes).filter(([, v]) => v !== undefined && v !== '')
    choose({ ...choice.value, wishes: Object.fromEntries(told) })
  }
  return { choice, word, rows, counts, total, fault, see, again, choose, wish }
}
