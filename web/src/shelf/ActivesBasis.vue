<script setup lang="ts">
import { computed } from 'vue'
import { activesNamed, createActiveFinder, usualMost, type Doubted } from '@jardinero/core/shelf'
import { useWords } from '../kit/session.ts'
import { useAccount } from '../state/index.ts'
import { useShelf } from './shelfStore.ts'

/** On what the almanac’s figures of these labels’ actives rest: grades, limits, how long a barrier lasts. One press away. */
const props = defineProps<{
  labels: { actives: { name: string }[] }[]
  /** How the readings of the grade that is looked at stand to each other. */
  readings?: Doubted<unknown>['readings'] | undefined
}>()
const { say, range } = useWords()
const shelf = useShelf()
const account = useAccount()
const barrierOf = computed(() => createActiveFinder(account.almanac.barriers))
const lbPerAcre = ({ low, high }: Doubted<number>) => range(low, high, 'lb/acre')
const rows = computed(() =>
  activesNamed(shelf.almanac.actives, props.labels).map((active) => {
    const [most, year] = [usualMost(active, 'most'), usualMost(active, 'year')]
    const barrier = barrierOf.value(active.name)
    return {
      name: active.name,
      source: say('shelf.basis.source', { active: active.name, source: active.source }),
      limits: say('shelf.basis.limits', {
        most: lbPerAcre(most),
        year: lbPerAcre(year),
        readings: most.readings === 'one' ? year.readings : most.readings,
      }),
      lasts:
        barrier &&
        say('shelf.basis.lasts', {
          days: barrier.halfLifeDays,
          at: { value: 20, unit: 'degC' },
          least: barrier.dissipationDays[0],
          most: barrier.dissipationDays[1],
        }),
    }
  }),
)
</script>

<template>
  <details v-if="rows.length" class="small">
    <summary>{{ say('shelf.basis') }}</summary>
    <p v-if="readings">{{ say(`shelf.basis.${readings}`) }}</p>
    <p v-for="r in rows" :key="r.name">{{ r.source }} {{ r.limits }} {{ r.lasts }}</p>
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
