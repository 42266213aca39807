<script setup lang="ts">
import { line } from 'd3-shape'
import { computed } from 'vue'
import type { PlaceId } from '@jardinero/core/quantity'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { keepApart, type chartScales, type placeLines } from './chart.ts'

/** Each place's readings as dots, their five-day means as a line with its name at the end. */
const props = defineProps<{
  lines: ReturnType<typeof placeLines>
  scales: ReturnType<typeof chartScales>
  lead?: PlaceId | undefined
}>()
const { day } = useYard()
const { quantity, day: sayDay } = useWords()
const meanPath = computed(() =>
  line<{ at: Date; temperatureC: number }>(
    (p) => props.scales.x(p.at),
    (p) => props.scales.y(p.temperatureC),
  ),
)
const names = computed(() =>
  keepApart(
    props.lines.flatMap((l) => {
      const end = l.means.at(-1)
      return end ? [{ l, y: props.scales.y(end.temperatureC), x: props.scales.x(end.at) }] : []
    }),
    14,
  ),
)
</script>

<template>
  <g v-for="l in lines" :key="l.place.id" :class="[l.place.kind, { lead: l.place.id === lead }]">
    <path :d="meanPath(l.means) ?? ''" />
    <circle
      v-for="d in l.dots"
      :key="d.at.getTime()"
      :cx="scales.x(d.at)"
      :cy="scales.y(d.temperatureC)"
      :r="d.reading.day > day ? 2 : 3"
      :class="{ later: d.reading.day > day }"
    >
      <title>
        {{ `${l.place.name}, ${sayDay(d.reading.day)}: ${quantity(d.temperatureC, 'degC')}` }}
      </title>
    </circle>
  </g>
  <text
    v-for="n in names"
    :key="n.l.place.id"
    :x="n.x + 10"
    :y="n.y + 4"
    class="name"
    :class="n.l.place.kind"
  >
    {{ n.l.place.name }}
  </text>
</template>

<style scoped>
text {
  font-size: 12px;
}
path {
  fill: none;
  stroke-width: 1.8;
}
.middle path,
.wet path,
.shade path,
.thin path {
  stroke: var(--frost);
}
.wet path,
.shade path,
.thin path {
  stroke-dasharray: 5 3;
}
.edge path {
  stroke: var(--ember);
}
.lead path {
  stroke-width: 3;
}
circle {
  stroke: var(--paper);
  fill: var(--frost);
}
.edge circle {
  fill: var(--ember);
}
circle.later {
  opacity: 0.35;
}
.name {
  fill: var(--frost-text);
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.name.edge {
  fill: var(--ember-text);
}
</style>
