import { computed } from 'vue'
import { useRoute } from 'vue-router'
import type { ChoiceRequest, LabelRules } from '@jardinero/core/shelf'
import { useWords } from '../kit/session.ts'
import { useAccount } from '../state/index.ts'
import { useShelf } from './shelfStore.ts'
import { useStock } from './useStock.ts'

/**
 * The labels to choose from: one's own, with what is left of them. In the demo the samples beside them; elsewhere only where one
 * asks what kind of product would do, and then each by its actives and their strength: no shop has an invented name.
 */
export function useChoiceProducts() {
  const account = useAccount()
  const shelf = useShelf()
  const { stockOf } = useStock()
  const route = useRoute()
  const { say, quantity } = useWords()
  const isDemo = computed(() => account.demoDay !== null)
  const asksKinds = computed(() => route.query['kinds'] === 'yes')
  const kindOf = (rules: LabelRules): LabelRules => {
    const actives = rules.actives
      .map(({ name, strength: { value, unit } }) =>
        unit === 'none' ? name : `${name} ${quantity(value, unit, true)}`,
      )
      .join(' + ')
    return {
      ...rules,
      sample: false,
      name: say('shelf.kindOf', { actives, spread: rules.formulation === 'GR' }),
    }
  }
  const products = computed<ChoiceRequest['products']>(() => {
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
    if (!isDemo.value && !asksKinds.value) return own
    const named = new Set(own.map((p) => p.rules.name))
    const samples = shelf.almanac.sampleLabels
      .filter((l) => !named.has(l.rules.name))
      .map(({ code, rules }) => ({
        id: `sample ${code}`,
        rules: isDemo.value ? rules : kindOf(rules),
        source: 'sample' as const,
      }))
    return [...own, ...samples]
  })
  return { products, isDemo, asksKinds }
}
