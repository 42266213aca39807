import { computed } from 'vue'
import { openGrounds } from '@jardinero/core/yard'
import { soughtNames } from '@jardinero/core/scout'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** Turf types (and other ground) with the botanical name beside the common one: names collide between countries. */
export function useTurfNames() {
  const account = useAccount()
  const { say } = useWords()
  const turf = computed(() =>
    account.almanac.turf.map((turf) => {
      const name = say(`turf.${turf.code}`)
      return { value: turf.code, label: `${name} (${turf.botanical})`, names: soughtNames(turf, name) }
    }),
  )
  /** Turf, and after it ground that is none. */
  const options = computed(() => [
    ...turf.value,
    ...openGrounds.map((value) => {
      const label = say(`turf.${value}`)
      return { value: value as string, label, names: soughtNames({ names: {}, botanical: '' }, label) }
    }),
  ])
  const otherNames = ({ names }: { names: Record<string, string[]> }) =>
    say('yard.otherNames', {
      names: Object.entries(names)
        .map(([country, list]) => `${country}: ${list.join(', ')}`)
        .join('; '),
    })
  return { turf, options, otherNames }
}
