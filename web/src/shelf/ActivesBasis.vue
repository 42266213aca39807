<script setup lang="ts">
import { computed } from 'vue'
import { activesNamed, usualMost, type Doubted } from '@jardinero/core/shelf'
import { useWords } from '../kit/session.ts'
import { useShelf } from './shelfStore.ts'

/** On what the almanac’s figures of these labels’ actives rest: grades, limits, how long a barrier lasts. One press away. */
const props = defineProps<{
  labels: { actives: { name: string }[] }[]
  /** How the readings of the grade that is looked at stand to each other. */
  readings?: Doubted<unknown>['readings'] | undefined
}>()
const { say, range } = useWords()
const shelf = useShelf()
const lbPerAcre = ({ low, high }: Doubted<number>) => range(low, high, 'lb/acre')
const rows = computed(() =>
  activesNamed(shelf.almanac.actives, props.labels).map((active) => {
    const [most, year] = [usualMost(active, 'most'), usualMost(active, 'year')]
    return {
      name: active.name,
      source: say('shelf.basis.source', { active: active.name, source: active.source }),
      limits: say('shelf.basis.limits', {
        most: lbPerAcre(most),
        year: lbPerAcre(year),
        readings: most.readings === 'one' ? year.readings : most.readings,
      }),
    }
  }),
)
</script>

<template>
  <details v-if="rows.length" class="small">
    <summary>{{ say('shelf.basis') }}</summary>
    <p v-if="readings">{{ say(`shelf.basis.${readings}`) }}</p>
    <p v-for="r in rows" :key="r.name">{{ r.source }} {{ r.limits }}</p>
  </details>
</template>

<style scoped>
details {
  margin-top: 0.5rem;
}
details p {
  margin: 0.3rem 0;
}
</style>
