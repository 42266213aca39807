import { keepPreviousData, useQueries, useQuery, type QueryKey } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { computed, markRaw, reactive } from 'vue'
import type { Equipment, Opening, ShelfState, YardState, YardYear } from '@jardinero/contract/state'
import { dayIn, yearOf, type Day, type YardId } from '@jardinero/core/quantity'
import { useSession } from '../kit/session.ts'
import type { Almanac } from './almanac.ts'
import { createClient } from './client.ts'
import { clock } from './clock.ts'
import { keys } from './keys.ts'
import { createQueries } from './queries.ts'

export const emptyYear = (): YardYear => ({
  readings: [],
  records: [],
  rules: [],
  finds: [],
  photos: [],
  signs: [],
  waters: [],
  outings: [],
  ratings: [],
  recordPhotos: [],
})

/** The yard's answer is waited for so long before a page stands without it. */
const answerPatienceMs = 800

/**
 * What the server said of the open yard and the account around it. It holds nothing of its own: every answer lies in the
 * client's cache, by person, yard and year, and is changed only by what the server answers next.
 */
export const useHeld = defineStore('held', () => {
  const session = useSession()
  const { client: made, keep } = createClient()
  const client = markRaw(made)
  const who = computed(() => session.person?.id ?? '')
  /** The yard and the year one stands in, as the address says. */
  const standing = reactive({ yardId: '', year: 0 })
  const isHere = computed(() => Boolean(who.value))
  const yardIsOpen = computed(() => Boolean(who.value && standing.yardId))

  const queries = createQueries(who, standing)
  const watched = <T>(query: () => { queryKey: QueryKey; queryFn: () => Promise<T> }, enabled = isHere) =>
    useQuery(
      computed(() => ({ ...query(), enabled: enabled.value, shallow: true })),
      client,
    ).data

  const opening = watched<Opening>(queries.opening)
  const equipment = watched<Equipment>(queries.equipment)
  const shelf = watched<ShelfState>(queries.shelf)
  const yard = watched<YardState>(() => queries.yard(), yardIsOpen)
  const almanac = watched<Almanac>(queries.almanac)
  const answer = useQuery(
    computed(() => ({ ...queries.answer(client), enabled: yardIsOpen.value, shallow: true })),
    client,
  ).data

  const timeZone = computed(() => yard.value?.yard.timeZone ?? 'UTC')
  /** Today in the yard: the demo's own day, else by the clock. */
  const today = computed<Day>(() => opening.value?.account.demoDay ?? dayIn(clock.now, timeZone.value))
  /** Of the year one stands in and of this one, each with the year before. */
  const yearsOf = (standingYear: number, thisYear: number) =>
    [...new Set([standingYear - 1, standingYear, thisYear - 1, thisYear])].sort((a, b) => a - b)
  const years = computed(() => yearsOf(standing.year || yearOf(today.value), yearOf(today.value)))
  const yearResults = useQueries(
    {
      queries: computed(() =>
        years.value.map((year) => ({
          ...queries.year(year),
          enabled: yardIsOpen.value,
          placeholderData: keepPreviousData,
        })),
      ),
      shallow: true,
    },
    client,
  )
  /** The years that are here, oldest first: another list only where one of them is another. */
  const held = computed<YardYear[]>((before) => {
    const now = (yearResults.value as { data?: YardYear }[]).flatMap((r) => r.data ?? [])
    return before?.length === now.length && now.every((y, i) => y === before[i]) ? before : now
  })

  /** Fetches what is not here yet of the account's outline. */
  async function open(): Promise<Opening> {
    const [opened] = await Promise.all([
      client.ensureQueryData(queries.opening()),
      client.ensureQueryData(queries.almanac()),
      client.ensureQueryData(queries.equipment()),
      client.ensureQueryData(queries.shelf()),
    ])
    return opened
  }
  /**
   * Sends for a yard and its years at once, before it is known whether it is the right one: what is awaited after it finds
   * it on its way.
   */
  function sendFor(yardId: YardId, year = yearOf(dayIn(clock.now, 'UTC'))): void {
    const soon = [
      client.ensureQueryData(queries.yard(yardId)),
      ...[year - 1, year].map((y) => client.ensureQueryData(queries.year(y, yardId))),
      client.ensureQueryData(queries.answer(client, yardId)),
    ]
    // Who awaits it later hears what is wrong.
    for (const one of soon) one.catch(() => undefined)
  }
  /** Steps from yard to yard: the last one counts, however late the others come. */
  let steps = 0
  /** Fetches what is not here yet of a yard and a year, and stands there. @throws ApiProblem notFound */
  async function stand(yardId: YardId, year: number | undefined): Promise<void> {
    const mine = ++steps
    sendFor(yardId, year)
    const opened = await open()
    const state = await client.ensureQueryData(queries.yard(yardId))
    const thisYear = yearOf(opened.account.demoDay ?? dayIn(clock.now, state.yard.timeZone))
    await Promise.all(
      yearsOf(year ?? thisYear, thisYear).map((y) => client.ensureQueryData(queries.year(y, yardId))),
    )
    // The page begins with it where it comes at once; it is not waited for where it does not.
    await Promise.race([
      client.ensureQueryData(queries.answer(client, yardId)).catch(() => undefined),
      new Promise((done) => setTimeout(done, answerPatienceMs)),
    ])
    // Who has gone on to another yard meanwhile stands there.
    if (mine === steps) Object.assign(standing, { yardId, year: year ?? thisYear })
  }
  /** Lays an answer over what is held: what is on its way is older, and is asked for again. */
  async function lay<T>(queryKey: QueryKey, change: (held: T) => T): Promise<void> {
    const asking = client.isFetching({ queryKey, exact: true }) > 0
    if (asking) await client.cancelQueries({ queryKey, exact: true })
    client.setQueryData<T>(queryKey, (there) => there && change(there))
    keep(queryKey)
    if (asking) void client.invalidateQueries({ queryKey, exact: true })
    // Whatever changed, the answer may rest on it.
    void client.invalidateQueries({ queryKey: keys.answer(who.value, standing.yardId), exact: true })
  }
  const askAgain = (...stale: QueryKey[]): void => {
    for (const queryKey of stale) void client.invalidateQueries({ queryKey })
  }
  return {
    client,
    who,
    standing,
    queries,
    opening,
    equipment,
    shelf,
    yard,
    almanac,
    answer,
    years: held,
    /** Which years they are. */
    yearsAsked: years,
    timeZone,
    today,
    open,
    sendFor,
    stand,
    lay,
    askAgain,
  }
})
