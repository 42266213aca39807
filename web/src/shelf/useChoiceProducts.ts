import { computed } from 'vue'
import type { ChoiceRequest } from '@jardinero/core/shelf'
import { useAccount } from '../state/index.ts'
import { useShelf } from './shelfStore.ts'
import { useStock } from './useStock.ts'

/** The labels to choose from: one's own, with what is left of them, and the samples one has no copy of. */
export function useChoiceProducts() {
  const account = useAccount()
  const shelf = useShelf()
  const { stockOf } = useStock()
  return computed<ChoiceRequest['products']>(() => {
    const own = account.state.labels.map(({ id, rules }): ChoiceRequest['products'][number] => {
      const left = stockOf({ id })?.left
      const some = left && left.value > 0
      return {
        id,
        rules,
        source: some ? 'owned' : 'copied',
        ...(some && { left: { value: left.value, unit: left.unit } }),
      }
    })
    const named = new Set(own.map((p) => p.rules.name))
    const samples = shelf.almanac.sampleLabels
      .filter((l) => !named.has(l.rules.name))
      .map(({ code, rules }) => ({ id: `sample ${code}`, rules, source: 'sample' as const }))
    return [...own, ...samples]
  })
}
