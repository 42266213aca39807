<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { ref } from 'vue'
import type { PlaceOutlook } from '@jardinero/core/soil'
import ChartAxis from '../kit/ChartAxis.vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import SoilHills from './SoilHills.vue'
import ThresholdLines from './ThresholdLines.vue'
import { side } from './chart.ts'
import { useSoilLines, type SoilLinesShown } from './useSoilLines.ts'

/** Each place's five centimetres: observed weeks solid, weeks ahead with their spread, thresholds, and below the days of crossing. */
const props = defineProps<SoilLinesShown>()
const { day } = useYard()
const { say, quantity, day: sayDay } = useWords()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const height = 230
const { left, right } = side
const { names, today, shown, x, y, ticks, weeks, thresholds, at, drawn, dots } = useSoilLines(
  props,
  width,
  height,
)
const dayOf = (at: Date) => sayDay(at.toISOString().slice(0, 10))
const named = (c: number) => quantity(c, 'degC').replace(/[.,]0(?=\s)/, '')
const kindOf = (kind: PlaceOutlook['id']) => (kind === 'edge' ? 'edge' : 'other')
</script>

<template>
  <div ref="box" :style="{ minHeight: `${height}px` }">
    <svg v-if="width" :width="width" :height="height" role="img" :aria-label="say('soil.lines')">
      <ChartAxis
        side="left"
        :scale="y"
        :marks="ticks"
        :named="named"
        :at="left"
        :across="width - right - left"
      />
      <ChartAxis side="bottom" :scale="x" :marks="weeks" :named="dayOf" :at="height - 20" />
      <g v-for="d in drawn" :key="d.place.id" :class="kindOf(d.place.kind)">
        <path :d="d.band" class="band" />
        <path :d="d.past" />
        <path :d="d.forecast" class="forecast" />
        <path :d="d.later" class="simulated" />
      </g>
      <circle
        v-for="r in dots"
        :key="`${r.placeId} ${r.day} ${r.hour}`"
        :cx="at(r.day, r.hour)"
        :cy="y(r.temperatureC)"
        r="2.4"
        :class="[kindOf(r.kind), { out: r.out }]"
      />
      <ThresholdLines :lines="thresholds" :y="y" :from="left" :to="width - right" />
      <text
        v-for="n in names"
        :key="n.place.id"
        :x="width - right - 4"
        :y="n.y - 5"
        class="name"
        :class="kindOf(n.place.kind)"
      >
        {{ n.place.name }}
      </text>
      <line class="needle" :x1="at(today, 24)" :x2="at(today, 24)" y1="4" :y2="height - 18" />
      <line v-if="day > today" class="standing" :x1="at(day)" :x2="at(day)" y1="4" :y2="height - 18" />
    </svg>
    <SoilHills
      v-if="width"
      :rows="shown"
      :today="today"
      :at="at"
      :width="width"
      :left="left"
      :right="right"
    />
  </div>
</template>

<style scoped>
svg {
  display: block;
}
text {
  font-size: 12px;
  fill: var(--quiet);
}
path {
  fill: none;
  stroke-width: 2;
}
.edge path {
  stroke: var(--ember);
}
.other path {
  stroke: var(--frost);
}
path.forecast {
  stroke-dasharray: 6 3;
}
path.simulated {
  stroke-dasharray: 2 3;
}
.edge path.band {
  fill: color-mix(in srgb, var(--ember) 15%, transparent);
  stroke: none;
}
.other path.band {
  fill: color-mix(in srgb, var(--frost) 17%, transparent);
  stroke: none;
}
circle {
  stroke: var(--paper);
  stroke-width: 0.8;
}
circle.edge {
  fill: var(--ember);
}
circle.other {
  fill: var(--frost);
}
circle.out {
  fill: var(--paper);
  stroke: var(--stop);
  stroke-width: 1.5;
}
.name {
  text-anchor: end;
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.name.edge {
  fill: var(--ember-text);
}
.name.other {
  fill: var(--frost-text);
}
.needle {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.standing {
  stroke: var(--clay);
  stroke-width: 1.4;
}
</style>
