<script setup lang="ts">
import type { ProbeReading } from '@jardinero/core/soil'
import { useWords } from '../kit/session.ts'

/** Readings as pins: how deep, and named above the ground where there is room. */
defineProps<{
  pins: (Pick<ProbeReading, 'day' | 'hour' | 'depthCm' | 'temperatureC'> & {
    at: number
    named: boolean
    out: boolean
  })[]
  /** Where the ground begins, px. */
  top: number
  y: (depthM: number) => number
}>()
const { quantity } = useWords()
const plain = (c: number) => quantity(c, 'degC').replace(/[^\d.,-]/g, '')
</script>

<template>
  <g
    v-for="p in pins"
    :key="`${p.day} ${p.hour}`"
    class="pin"
    :class="{ out: p.out }"
    :transform="`translate(${p.at} ${y(p.depthCm / 100)})`"
  >
    <line y1="-4" :y2="top - y(p.depthCm / 100) - 8" />
    <circle r="3.4" />
    <text v-if="p.named" :y="top - y(p.depthCm / 100) - 11">{{ plain(p.temperatureC) }}</text>
  </g>
</template>

<style scoped>
text {
  font-size: 12px;
}
.pin line {
  stroke: var(--ink);
  stroke-width: 1.1;
}
.pin circle {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.pin text {
  text-anchor: middle;
  fill: var(--ink);
  font-weight: 600;
  font-variant-numeric: tabular-nums;
}
.pin.out circle {
  stroke: var(--stop);
  stroke-dasharray: 2 1.5;
}
.pin.out text,
.pin.out line {
  fill: var(--stop);
  stroke-dasharray: 2 2;
}
</style>
