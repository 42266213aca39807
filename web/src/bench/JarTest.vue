<script setup lang="ts">
import { computed } from 'vue'
import { computeJar, jarVolumes, type TankRequest } from '@jardinero/core/bench'
import { useSession, useWords } from '../kit/session.ts'

/** The tank's own ratios in a jar: when two products have never met, they meet here first. */
const props = defineProps<{ request: TankRequest; order: number[] }>()
const session = useSession()
const { say, quantity } = useWords()
const jar = computed(() => (session.preferences.units === 'us' ? jarVolumes.pint : jarVolumes.halfLitre))
const doses = computed(() => {
  const products = props.request.products.map((p, index) => ({
    index,
    ...(p.rate && { rate: p.rate }),
    ...(p.concentration && { concentration: p.concentration }),
  }))
  const each = computeJar(products, props.request.carrierVolume, jar.value)
  return props.order.flatMap((i) => each[i] ?? [])
})
</script>

<template>
  <details class="jar">
    <summary>{{ say('bench.jar') }}</summary>
    <p class="small">{{ say('bench.jarSays', { jar: quantity(jar.value, jar.unit, true) }) }}</p>
    <ol>
      <li v-for="d in doses" :key="d.index">
        {{
          say('bench.jarDose', {
            amount: quantity(d.amount.value, d.amount.unit, true),
            tsp: d.amount.unit === 'mL' ? quantity(d.amount.value / 4.92892159375, 'tsp', true) : 'none',
            label: request.products[d.index]!.rules.name,
          })
        }}
      </li>
    </ol>
    <p class="small quiet">{{ say('bench.jarLook') }}</p>
  </details>
</template>

<style scoped>
.jar {
  margin-top: 0.8rem;
}
summary {
  cursor: pointer;
  font-weight: 600;
}
</style>
