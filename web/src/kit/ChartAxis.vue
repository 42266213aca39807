<script setup lang="ts" generic="T extends Date | number">
import { axisBottom, axisLeft, type AxisScale } from 'd3-axis'
import { select } from 'd3-selection'
import { ref, watchEffect } from 'vue'

/**
 * An axis of a chart: its marks named, and a rule across the chart at each where `across` says how long. A bottom axis is
 * placed by `at`, the chart's lower edge; a left one by its own scale.
 */
const props = defineProps<{
  side: 'left' | 'bottom'
  scale: AxisScale<T>
  marks: T[]
  named: (mark: T) => string
  /** Where it stands: px from the left, or from the top. */
  at: number
  /** Length of the rules, px; none where it is absent. */
  across?: number
}>()
const group = ref<SVGGElement>()
watchEffect(() => {
  if (!group.value) return
  const axis = (props.side === 'left' ? axisLeft : axisBottom)(props.scale)
    .tickValues(props.marks)
    .tickFormat(props.named)
    .tickSize(-(props.across ?? 0))
    .tickPadding(6)
    .offset(0)
  select(group.value).call(axis)
})
</script>

<template>
  <g
    ref="group"
    class="chart-axis"
    :transform="side === 'left' ? `translate(${at} 0)` : `translate(0 ${at})`"
  />
</template>

<style>
.chart-axis {
  font-family: inherit;
}
.chart-axis .domain {
  display: none;
}
.chart-axis .tick line {
  stroke: var(--rule);
}
.chart-axis .tick text {
  font-family: inherit;
  font-size: 12px;
  fill: var(--quiet);
}
</style>
