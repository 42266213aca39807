import type { KeptAnswer } from '@jardinero/contract/answer'
import type { AccountState } from '@jardinero/contract/account'
import type { ApplicationRecord } from '@jardinero/contract/ledger'
import type { TakenByLabel } from '@jardinero/contract/shelf'
import type { Reading } from '@jardinero/contract/soil'
import { almanac, plantAlmanac, sprouts } from '@jardinero/almanac'
import { emptyYear, keys, useHeld } from '../src/state/index.ts'

/** A server that has no answer and makes none. */
export const noAnswer = (yardId: string): KeptAnswer => ({
  yardId,
  asked: '',
  isCurrent: true,
  stuck: null,
  restsOn: null,
  day: null,
  madeAt: null,
  progress: null,
  answer: null,
})

const yearKey = (row: object): number => {
  const { day, foundOn, takenAt, appliedAt, startedAt } = row as Record<string, string | undefined>
  return Number((day ?? foundOn ?? takenAt ?? appliedAt ?? startedAt ?? '2026').slice(0, 4))
}

/** Lays the answers of the server into what the browser holds, by yard and year, as if they had been asked for. */
export function holdHome(
  state: AccountState,
  readings: Reading[],
  records: ApplicationRecord[],
  taken: TakenByLabel,
): void {
  const held = useHeld()
  const { client } = held
  // There is no server here: nothing is asked for again on its own.
  const { queries, ...others } = client.getDefaultOptions()
  client.setDefaultOptions({
    ...others,
    queries: { ...queries, staleTime: Infinity, refetchOnWindowFocus: false },
  })
  const { account, yards, zones, sections, places, sprinklers, jobs, plans } = state
  const { sprayers, calibrations, tools, labels, stock, labelFiles } = state
  const names = yards.map(({ id, name, client: whose }) => ({ id, name, client: whose ?? '' }))
  client.setQueryData(keys.opening('i'), { account, yardCount: yards.length, yards: names })
  client.setQueryData(keys.reference('almanac'), almanac)
  client.setQueryData(keys.reference('plants'), plantAlmanac)
  client.setQueryData(keys.reference('shelf'), {
    actives: almanac.actives,
    sampleLabels: almanac.sampleLabels,
    sprouts,
  })
  client.setQueryData(keys.equipment('i'), { sprayers, calibrations, tools })
  client.setQueryData(keys.shelf('i'), { labels, stock, labelFiles })
  client.setQueryData(keys.taken('i'), taken)
  client.setQueryData(keys.tanks('i'), [])
  const history = [...new Set(records.map((r) => `${r.zoneId} ${yearKey(r)}`))].map((key) => {
    const [zoneId, year] = key.split(' ') as [string, string]
    const own = records.filter((r) => r.zoneId === zoneId && yearKey(r) === Number(year))
    const groups = own.flatMap((r) => r.rules.actives.flatMap((a) => a.group ?? []))
    const actives = [...new Set(own.flatMap((r) => r.rules.actives.map((a) => a.name)))]
    const lastDay = own
      .map((r) => r.appliedAt.slice(0, 10))
      .sort()
      .at(-1)
    return { zoneId, year: Number(year), passes: own.length, groups: [...new Set(groups)], actives, lastDay }
  })
  const [yard] = yards
  const mine = zones.filter((z) => z.yardId === yard?.id)
  const ofYard = { yard, zones: mine, sections, places, sprinklers, jobs, plans, history }
  client.setQueryData(keys.yardState('i', yard?.id ?? ''), ofYard)
  // Nothing is kept at a server: what is asked is worked out here.
  client.setQueryData(keys.answer('i', yard?.id ?? ''), noAnswer(yard?.id ?? ''))
  const thisYear = Number((account.demoDay ?? new Date().toISOString()).slice(0, 4))
  for (const year of [thisYear - 2, thisYear - 1, thisYear, thisYear + 1]) {
    const inYear = <T extends object>(rows: T[]) => rows.filter((r) => yearKey(r) === year)
    const own = inYear(records)
    client.setQueryData(keys.year('i', yard?.id ?? '', year), {
      ...emptyYear(),
      readings: inYear(readings),
      records: own.map((r, i) => ({ ...r, rules: i })),
      rules: own.map((r) => r.rules),
      finds: inYear(state.finds),
      photos: year === thisYear ? state.photos : [],
      signs: inYear(state.signs),
      waters: inYear(state.waters),
      outings: inYear(state.outings),
      ratings: inYear(state.ratings),
      recordPhotos: year === thisYear ? state.recordPhotos : [],
    })
  }
  Object.assign(held.standing, { yardId: yard?.id ?? '', year: thisYear })
}
