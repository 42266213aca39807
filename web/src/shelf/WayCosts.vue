<script setup lang="ts">
import { computed } from 'vue'
import { convert } from '@jardinero/core/quantity'
import { computeProductCost, keepsYears, measureOfFormulation, rateFor } from '@jardinero/core/shelf'
import { useSession, useWords } from '../kit/session.ts'
import type { ShelfChoice } from './useChoice.ts'

/** What each product that works here costs: by area, for the lawn, and what is left of its package after a year. */
const props = defineProps<{ shelf: ShelfChoice }>()
const session = useSession()
const { say, quantity, money } = useWords()
const list = (names: string[]) => new Intl.ListFormat(session.preferences.locale).format(names)
/** The ground a cost is told by, as labels of the reader’s country have it. */
const per = computed(() => (session.preferences.units === 'metric' ? convert(100, 'm2', 'ft2') : 1000))
const rows = computed(() => {
  const request = props.shelf.request.value!
  const areaSqFt = request.grounds.reduce((sum, g) => sum + g.areaSqFt, 0)
  return props.shelf.choice
    .value!.judged.filter((j) => j.product.source !== 'sample' || props.shelf.isDemo.value)
    .filter((j) => !j.refusals.length && [...j.marks.values()].some((m) => m.mark === 'controls'))
    .flatMap((j) => {
      const rate = rateFor(j, request)
      const [use] = j.uses.values()
      const { rules } = j.product
      const cost = rate && use && areaSqFt > 0 ? computeProductCost(rules, use, rate, areaSqFt) : undefined
      if (!cost) return []
      const bought = cost.purchase.counts.flatMap((count, i) => {
        const { amount } = rules.packages![i]!
        return count ? [say('shelf.packages', { count, size: quantity(amount.value, amount.unit) })] : []
      })
      return [
        {
          id: j.product.id,
          name: rules.name,
          cost,
          bought: list(bought),
          measure: measureOfFormulation(rules.formulation),
        },
      ]
    })
    .toSorted((a, b) => a.cost.centsPerTreatment - b.cost.centsPerTreatment)
    .slice(0, 8)
})
</script>

<template>
  <details v-if="rows.length">
    <summary>{{ say('shelf.costs', { count: rows.length }) }}</summary>
    <ul class="small">
      <li v-for="row in rows" :key="row.id">
        <b>{{ row.name }}</b>:
        {{
          say('shelf.costs.row', {
            each: money((row.cost.centsPerThousand * per) / 1000),
            area: quantity(per, 'ft2'),
            once: money(row.cost.centsPerTreatment),
            buy: row.bought,
            price: money(row.cost.purchase.cents),
            times: row.cost.treatments,
            left: quantity(row.cost.left.value, row.cost.left.unit),
          })
        }}
        <span v-if="row.cost.outlasts" class="mind">{{
          say('shelf.costs.outlasts', { years: Math.round(row.cost.years), keeps: keepsYears[row.measure] })
        }}</span>
      </li>
    </ul>
  </details>
</template>
