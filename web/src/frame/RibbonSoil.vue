<script setup lang="ts">
import { area, line } from 'd3-shape'
import { computed } from 'vue'
import type { Day } from '@jardinero/core/quantity'
import type { SoilPoint } from '../soil/index.ts'
import { ribbonHeight, type RibbonScale } from './ribbonScale.ts'
import { useSeasonLines } from './useSeasonLines.ts'

/** The soil of the middle and the edge on the ribbon: readings as dots, what was and what is likely as lines, its spread as a band. */
const props = defineProps<{ scale: RibbonScale }>()
const { lines } = useSeasonLines()
const inside = <T extends { day: Day }>(points: T[]) => points.filter((p) => props.scale.inside(p.day))
const shown = computed(() =>
  lines.value.map(({ kind, dots, past, ahead }) => ({
    kind,
    dots: inside(dots),
    past: inside(past),
    ahead: inside(ahead),
  })),
)
const y = computed(() =>
  ribbonHeight(
    shown.value.flatMap((l) => [
      ...l.dots.map((p) => p.temperatureC),
      ...l.past.map((p) => p.temperatureC),
      ...l.ahead.flatMap((p) => [p.p10C, p.p90C]),
    ]),
    14,
    60,
  ),
)
const pathOf = line<{ day: Day; temperatureC: number }>(
  (p) => props.scale.x(p.day),
  (p) => y.value(p.temperatureC),
)
const bandOf = area<SoilPoint>(
  (p) => props.scale.x(p.day),
  (p) => y.value(p.p10C),
  (p) => y.value(p.p90C),
)
/** Made once a change of the soil or the width; dragging moves the needle alone. */
const drawn = computed(() =>
  shown.value.map(({ kind, dots, past, ahead }) => ({
    kind,
    dots: dots.map((p) => ({ day: p.day, x: props.scale.x(p.day), y: y.value(p.temperatureC) })),
    past: pathOf(past) ?? '',
    likely: pathOf(ahead.map((p) => ({ day: p.day, temperatureC: p.p50C }))) ?? '',
    band: bandOf(ahead) ?? '',
  })),
)
</script>

<template>
  <g v-for="l in drawn" :key="l.kind" v-memo="[l]" :class="l.kind">
    <path :d="l.band" class="band" />
    <path :d="l.past" />
    <path :d="l.likely" class="likely" />
    <circle v-for="p in l.dots" :key="p.day" :cx="p.x" :cy="p.y" r="1.8" />
  </g>
</template>

<style scoped>
.middle path,
.edge path {
  fill: none;
  stroke-width: 1.8;
}
.middle path {
  stroke: var(--frost);
}
path.likely {
  stroke-opacity: 0.55;
}
.middle path.band {
  fill: color-mix(in srgb, var(--frost) 18%, transparent);
  stroke: none;
}
.edge path.band {
  fill: color-mix(in srgb, var(--ember) 16%, transparent);
  stroke: none;
}
.middle circle {
  fill: var(--frost);
}
.edge path {
  stroke: var(--ember);
}
.edge circle {
  fill: var(--ember);
}
</style>
