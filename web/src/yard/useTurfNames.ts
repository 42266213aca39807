import { computed } from 'vue'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** Turf types with the botanical name beside the common one: names collide between countries. */
export function useTurfNames() {
  const account = useAccount()
  const { say } = useWords()
  const options = computed(() =>
    account.almanac.turf.map(({ code, botanical }) => ({
      value: code,
      label: `${say(`turf.${code}`)} (${botanical})`,
    })),
  )
  const otherNames = ({ names }: { names: Record<string, string[]> }) =>
    say('yard.otherNames', {
      names: Object.entries(names)
        .map(([country, list]) => `${country}: ${list.join(', ')}`)
        .join('; '),
    })
  return { options, otherNames }
}
