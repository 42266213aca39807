import type { LabelId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import type { Label } from '@jardinero/contract/shelf'
import { computeStock, measureOfFormulation, type Stock } from '@jardinero/core/shelf'
import { useAccount } from '../state/index.ts'
import { useShelf } from './shelfStore.ts'

/** What is left of each label on the shelf, from its packages and what mixes have taken. */
export function useStock() {
  const account = useAccount()
  const shelf = useShelf()
  const packagesOf = (labelId: LabelId) => account.state.stock.filter((p) => p.labelId === labelId)
  const stocks = computed(() => {
    const each = account.state.labels.map(({ id, rules }): [string, Stock] => {
      const unit =
        packagesOf(id)[0]?.amount.unit ?? (measureOfFormulation(rules.formulation) === 'mass' ? 'oz' : 'floz')
      return [id, computeStock(packagesOf(id), shelf.taken[id] ?? [], unit)]
    })
    return new Map(each)
  })
  const stockOf = (label: Pick<Label, 'id'>): Stock | undefined =>
    packagesOf(label.id).length ? stocks.value.get(label.id) : undefined
  return { packagesOf, stockOf }
}
