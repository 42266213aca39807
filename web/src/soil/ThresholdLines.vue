<script setup lang="ts">
import type { ScaleLinear } from 'd3-scale'
import { useWords } from '../kit/session.ts'

/** The temperatures a school of timing goes by, across a chart, each named. */
defineProps<{
  lines: { parameter: string; thresholdC: number }[]
  y: ScaleLinear<number, number>
  /** Where they begin and end, px. */
  from: number
  to: number
}>()
const { say } = useWords()
</script>

<template>
  <g v-for="t in lines" :key="t.parameter" class="threshold" :transform="`translate(0 ${y(t.thresholdC)})`">
    <line :x1="from" :x2="to" />
    <text :x="from + 5" dy="-4">
      {{
        say('soil.threshold', {
          temperature: { value: t.thresholdC, unit: 'degC' },
          which: say(`soil.parameter.${t.parameter}`),
        })
      }}
    </text>
  </g>
</template>

<style scoped>
.threshold line {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.threshold text {
  font-size: 12px;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
</style>
