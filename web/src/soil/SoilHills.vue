<script setup lang="ts">
import { area } from 'd3-shape'
import { computed } from 'vue'
import type { Place } from '@jardinero/contract/yard'
import type { Day } from '@jardinero/core/quantity'
import type { PlaceOutlook } from '@jardinero/core/soil'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'
import { crossingCode, crossingDensity } from './ahead.ts'
import { useSoilNow } from './useSoilNow.ts'

/** How likely each day is the one on which a place crosses what opens the next pass: small hills on the days' own scale. */
const props = defineProps<{
  rows: { place: Place; outlook: PlaceOutlook }[]
  today: Day
  at: (day: Day) => number
  width: number
  left: number
  right: number
}>()
const { say } = useWords()
const { dayAt } = useSoilNow()
const height = 30
const hills = computed(() =>
  props.rows.flatMap(({ place, outlook }) => {
    const crossing = outlook.crossings[0]
    if (!crossing) return []
    const inside = crossingDensity(crossing, props.today).filter(
      (p) => props.at(p.day) < props.width - props.right,
    )
    return [
      {
        place,
        outlook,
        path:
          area<{ day: Day; share: number }>(
            (p) => props.at(p.day),
            height,
            (p) => height - (height - 5) * p.share,
          )(inside) ?? '',
        says: say(`soil.ahead.${crossingCode(crossing)}`, {
          from: dayAt(crossing.days.p10) ?? '',
          to: dayAt(crossing.days.p90) ?? '',
          half: dayAt(crossing.days.p50) ?? '',
        }),
        threshold: crossing.thresholdC,
      },
    ]
  }),
)
</script>

<template>
  <ul class="hills">
    <li v-for="h in hills" :key="h.place.id" :class="h.place.kind === 'edge' ? 'edge' : 'other'">
      <span>
        <strong>{{ h.place.name }}</strong>
        <FigureText :figure="h.outlook.meanToday" :title="h.place.name" />,
        {{ h.says }}
      </span>
      <svg :width="width" :height="height" aria-hidden="true">
        <path :d="h.path" />
        <line :x1="left" :x2="width - right" :y1="height - 0.5" :y2="height - 0.5" />
      </svg>
    </li>
  </ul>
  <p v-if="hills[0]" class="quiet small">
    {{ say('soil.ahead.says', { threshold: { value: hills[0].threshold, unit: 'degC' } }) }}
  </p>
</template>

<style scoped>
.hills {
  list-style: none;
  margin: 0.4rem 0 0;
  padding: 0;
}
.hills span {
  font-size: 0.9rem;
}
.hills strong {
  margin-right: 0.4em;
}
.edge strong {
  color: var(--ember-text);
}
.other strong {
  color: var(--frost-text);
}
svg {
  display: block;
  margin-top: -0.4rem;
}
.edge path {
  fill: color-mix(in srgb, var(--ember) 45%, transparent);
  stroke: var(--ember);
}
.other path {
  fill: color-mix(in srgb, var(--frost) 45%, transparent);
  stroke: var(--frost);
}
line {
  stroke: var(--rule);
}
</style>
