import { computed } from 'vue'
import { computeSprinkler } from '@jardinero/core/soil'
import { useAccount, useYard } from '../state/index.ts'

/** What the yard's first sprinkler gives, mm an hour; nothing without a cup test. */
export function useSprinklerOutput() {
  const account = useAccount()
  const { yard } = useYard()
  return computed(() => {
    const first = account.state.sprinklers.find((s) => s.yardId === yard.value?.id)
    const made = first && computeSprinkler(first)
    return made?.ok ? made.value.output.value : undefined
  })
}
