import { computed } from 'vue'
import { soughtNames } from '@jardinero/core/scout'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** Turf types with the botanical name beside the common one: names collide between countries. */
export function useTurfNames() {
  const account = useAccount()
  const { say } = useWords()
  const options = computed(() =>
    account.almanac.turf.map((turf) => {
      const name = say(`turf.${turf.code}`)
      return { value: turf.code, label: `${name} (${turf.botanical})`, names: soughtNames(turf, name) }
    }),
  )
  const otherNames = ({ names }: { names: Record<string, string[]> }) =>
    say('yard.otherNames', {
      names: Object.entries(names)
        .map(([country, list]) => `${country}: ${list.join(', ')}`)
        .join('; '),
    })
  return { options, otherNames }
}
