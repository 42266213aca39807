<script setup lang="ts">
import { area } from 'd3-shape'
import { computed } from 'vue'
import type { Day } from '@jardinero/core/quantity'
import type { RibbonScale } from './ribbonScale.ts'
import { useRibbonPlan } from './useRibbonPlan.ts'

/** The plan on the ribbon: its barrier as hatching that thins as it wears, its passes as open pegs. */
const props = defineProps<{ scale: RibbonScale }>()
const { barrier, planned } = useRibbonPlan()
const ground = 64
const path = computed(
  () =>
    area<{ day: Day; share: number }>(
      (p) => props.scale.x(p.day),
      ground,
      (p) => ground - 24 * p.share,
    )(barrier.value.filter((p) => props.scale.inside(p.day))) ?? '',
)
const pegs = computed(() => planned.value.filter((p) => props.scale.inside(p.day)))
</script>

<template>
  <g>
    <pattern
      id="ribbonHatch"
      width="4"
      height="4"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <line y2="4" />
    </pattern>
    <path :d="path" fill="url(#ribbonHatch)" />
    <g v-for="p in pegs" :key="p.id" class="peg" :transform="`translate(${scale.x(p.day)} 0)`">
      <line y1="26" :y2="ground" />
      <path d="M0 26h9l-3 4 3 4h-9z" />
    </g>
  </g>
</template>

<style scoped>
pattern line {
  stroke: var(--moss);
  stroke-width: 1.2;
}
.peg line,
.peg path {
  stroke: var(--clay);
  fill: var(--paper);
  stroke-width: 1.3;
}
</style>
