<script setup lang="ts">
import { computed } from 'vue'
import type { JudgedProgramme } from '@jardinero/core/season'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'

/** What comes through, weed by weed and place by place: the mean of the seasons, and one and nine of ten. */
const props = defineProps<{ judged: JudgedProgramme }>()
const { places } = useYard()
const { say, day: sayDay, quantity, number } = useWords()
const plants = computed(() => [...new Set(props.judged.judgement.weeds.map((w) => w.plant))])
const rows = computed(() =>
  props.judged.judgement.places.flatMap((judged) => {
    const place = places.value.find((p) => p.id === judged.placeId)
    if (!place) return []
    const own = props.judged.judgement.weeds.filter((w) => w.placeId === place.id)
    return [{ place, judged, cells: plants.value.map((plant) => own.find((w) => w.plant === plant)) }]
  }),
)
const share = (value: number) => quantity(value, 'ratio')
</script>

<template>
  <details>
    <summary>{{ say('season.through') }}</summary>
    <table class="rows">
      <thead>
        <tr>
          <th scope="col">{{ say('season.place') }}</th>
          <th v-for="p in plants" :key="p" scope="col">{{ say(`plant.${p}`) }}</th>
          <th scope="col">{{ say('season.gapChance') }}</th>
          <th scope="col">{{ say('season.gapWeeks') }}</th>
          <th scope="col">{{ say('season.seedFrom') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.place.id">
          <th scope="row">{{ r.place.name }}</th>
          <td v-for="(c, i) in r.cells" :key="plants[i]">
            <template v-if="c">
              {{ share(c.escaped) }}
              <span class="quiet small">({{ share(c.p10) }} – {{ share(c.p90) }})</span>
            </template>
            <template v-else>—</template>
          </td>
          <td>{{ share(r.judged.gapChance) }}</td>
          <td>{{ number(r.judged.gapWeeks, { maximumFractionDigits: 1 }) }}</td>
          <td>{{ r.judged.seedFrom ? sayDay(r.judged.seedFrom.p90) : '—' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">{{ say('season.throughSays') }}</p>
  </details>
</template>

<style scoped>
details {
  margin-top: 1rem;
  overflow-x: auto;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
