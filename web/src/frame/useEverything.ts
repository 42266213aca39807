import { tryOnScopeDispose } from '@vueuse/core'
import MiniSearch from 'minisearch'
import { computed } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import type { YardNames } from '@jardinero/contract/state'
import { soughtNames } from '@jardinero/core/scout'
import { useWords } from '../kit/session.ts'
import { openTerm, termCodes, type Term } from '../kit/terms.ts'
import { usePlants } from '../scout/index.ts'
import { useJobDays } from '../season/index.ts'
import { ask, useAccount, useHeld, useJobs, useYard } from '../state/index.ts'
import { stations } from './stations.ts'

/** One thing that can be found: what it is, and where it leads or what it does. */
export interface Found {
  id: string
  kind: 'action' | 'yard' | 'weed' | 'label' | 'job' | 'record' | 'word'
  title: string
  more: string
  /** Other names it is found by. */
  names: string
  to?: RouteLocationRaw
  term?: Term
}

/** What can be done from anywhere, and where. */
const actions: Record<string, RouteLocationRaw> = {
  name: { name: 'scout', query: { at: 'key' } },
  drill: { name: 'scout', query: { at: 'drill' } },
  read: { name: 'soil', query: { read: '1' } },
  label: { name: 'shelf', query: { at: 'label' } },
  labels: { name: 'shelf', query: { at: 'labels' } },
  jobs: { name: 'season', query: { at: 'jobs' } },
  settings: { name: 'you' },
  words: { name: 'words' },
  addYard: { name: 'welcome' },
}
const most = 12
/** Letters that may be off, as a share of a word’s length. */
const slip = 0.2

/** Everything of the open yard and the account, found by any of its names despite a slip; other yards are asked of the server. */
export function useEverything() {
  const account = useAccount()
  const held = useHeld()
  const { say, day } = useWords()
  const { records, zones } = useYard()
  const { jobs } = useJobs()
  const { wordsOf } = useJobDays()
  const { plants, load } = usePlants()
  void load()
  const zoneName = (id: string) => zones.value.find((z) => z.id === id)?.name ?? ''

  const ways = (): Found[] => [
    ...['today', ...stations.map((s) => s.name)].map((name) => ({
      id: `station.${name}`,
      kind: 'action' as const,
      title: say(`frame.${name}`),
      more: say('find.open'),
      names: '',
      to: { name },
    })),
    ...Object.entries(actions).map(([code, to]) => ({
      id: `action.${code}`,
      kind: 'action' as const,
      title: say(`find.action.${code}`),
      more: '',
      names: say(`find.action.${code}.names`),
      to,
    })),
  ]
  const ofAccount = (): Found[] => [
    ...account.state.labels.map((l) => ({
      id: l.id,
      kind: 'label' as const,
      title: l.rules.name,
      more: l.rules.actives.map((a) => a.name).join(', '),
      names: '',
      to: { name: 'shelf', query: { at: 'label', label: l.id } },
    })),
    ...jobs.value.map((job) => ({
      id: job.id,
      kind: 'job' as const,
      title: say('job.title', wordsOf(job)),
      more: '',
      names: '',
      to: { name: 'season', query: { at: 'jobs', job: job.id } },
    })),
    ...records.value.map((r) => ({
      id: r.id,
      kind: 'record' as const,
      title: `${r.rules.name}, ${zoneName(r.zoneId)}`,
      more: day(r.day, 'long'),
      names: '',
      to: { name: 'ledger', query: { record: r.id } },
    })),
  ]
  const ofField = (): Found[] => [
    ...plants.value.map((plant) => {
      const title = say(`plant.${plant.code}`)
      const to = { name: 'scout', query: { at: 'name', plant: plant.code } }
      return {
        id: plant.code,
        kind: 'weed' as const,
        title,
        more: plant.botanical,
        names: soughtNames(plant, title),
        to,
      }
    }),
    ...termCodes.map((term) => {
      const [title = '', ...others] = say(`term.${term}`).split('|')
      const more = say(`glossary.${term}`)
      return { id: `word.${term}`, kind: 'word' as const, title, more, names: others.join(' '), term }
    }),
  ]
  const asYard = (y: { id: string; name: string; client?: string | null }): Found => ({
    id: y.id,
    kind: 'yard',
    title: y.name,
    more: y.client ?? '',
    names: '',
    to: { name: 'today', params: { yardId: y.id } },
  })
  const all = computed(() => [
    ...(held.opening?.yards ?? []).map(asYard),
    ...ways(),
    ...ofAccount(),
    ...ofField(),
  ])
  const index = computed(() => {
    const made = new MiniSearch<Found>({
      fields: ['title', 'names', 'more'],
      storeFields: ['id'],
      searchOptions: { prefix: true, fuzzy: slip, boost: { title: 3, names: 2 }, combineWith: 'AND' },
    })
    // An id stands once, whichever lists it is in.
    made.addAll([...new Map(all.value.map((f) => [f.id, f])).values()])
    return made
  })
  const byId = computed(() => new Map(all.value.map((f) => [f.id, f])))
  let gone = false
  tryOnScopeDispose(() => (gone = true))

  /** What is found at once; the actions where nothing is typed yet. */
  function find(typed: string): Found[] {
    if (!typed.trim()) return ways()
    return index.value
      .search(typed)
      .slice(0, most)
      .flatMap(({ id }) => byId.value.get(String(id)) ?? [])
  }
  /** Yards that are not here: there are more than the first sixty. */
  async function findYards(typed: string): Promise<Found[]> {
    if (!typed.trim() || (held.opening?.yardCount ?? 0) <= (held.opening?.yards.length ?? 0)) return []
    const page = await ask<YardNames>(`/api/yard/names?search=${encodeURIComponent(typed.trim())}`)
    return gone ? [] : page.yards.slice(0, most).map(asYard)
  }
  const open = ({ term }: Found) => void (openTerm.term = term)
  return { find, findYards, open }
}
