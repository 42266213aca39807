import { computed } from 'vue'
import type { Zone } from '@jardinero/contract/yard'
import type { Day } from '@jardinero/core/quantity'
import {
  groundFacts,
  situationOf,
  usualSituation,
  type Circumstances,
  type OutlookDay,
} from '@jardinero/core/shelf'
import { connection } from '../kit/api.ts'
import { useAccount, useYard } from '../state/index.ts'
import { useSoil } from '../soil/index.ts'
import { useShelf } from './shelfStore.ts'

/** What stands around an application in the open yard: the one place where the stations take it from. */
export function useCircumstances() {
  const account = useAccount()
  const shelf = useShelf()
  const soil = useSoil()
  const { yard, zones, situation } = useYard()
  void shelf.load()
  /** The actives are here, and the weather as far as it will come; where nobody answers, what there is must do. */
  const isReady = computed(
    () =>
      connection.away ||
      (shelf.loaded && (!soil.attended || Boolean(soil.weatherFor(yard.value?.id)) || Boolean(soil.problem))),
  )

  /** The week from a day, as far as its weather is known; empty where it is not, or is invented. */
  const outlookFrom = (day: Day): OutlookDay[] => {
    if (soil.isInvented) return []
    const { observed = [], forecast = [] } = soil.weatherFor(yard.value?.id) ?? {}
    return [...observed, ...forecast]
      .filter((d) => d.day >= day)
      .slice(0, 7)
      .map(({ day: on, maximumC, minimumC }) => ({ day: on, highC: maximumC, lowC: minimumC }))
  }
  const situationNow = () => (yard.value ? situationOf(yard.value) : usualSituation)
  /** Who it is for and what is beside it. @param touched lawns it goes over */
  const around = (touched: Pick<Zone, 'id'>[]): Omit<Circumstances, 'actives' | 'outlook' | 'override'> => ({
    situation: situationNow(),
    neighbours: zones.value
      .filter((z) => !touched.some((t) => t.id === z.id))
      .map(({ name, turf, state }) => ({ name, turf, state })),
    hemisphere: situation.value.hemisphere,
    sprouts: shelf.almanac.sprouts,
  })
  /** What is known of a lawn on a day. */
  const factsOf = (zone: Zone, day: Day) =>
    groundFacts(zone, { seeding: [], ...yard.value?.seasonWishes, finds: account.state.finds }, day)
  return { isReady, outlookFrom, situationNow, around, factsOf }
}
