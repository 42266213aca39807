<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { line } from 'd3-shape'
import { computed, ref } from 'vue'
import type { Timing } from '@jardinero/core/soil'
import ChartAxis from '../kit/ChartAxis.vue'
import { useSession, useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import ThresholdLines from './ThresholdLines.vue'
import { chartScales, chartSpan, placeLines, side, temperatureTicks } from './chart.ts'

/** Readings at 2 in against the thresholds of the school: dots are readings, lines their five-day means, the band the window. */
const props = defineProps<{ timing: Timing }>()
const { places, probeReadings, day, today } = useYard()
const { say, quantity, day: sayDay } = useWords()
const session = useSession()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const height = 360

const span = computed(() => chartSpan(day.value))
const lines = computed(() => placeLines(places.value, probeReadings.value, span.value, day.value))
const scales = computed(() =>
  chartScales(
    lines.value,
    props.timing.watched.map((t) => t.thresholdC),
    span.value,
    Math.max(280, width.value),
    height,
  ),
)
const ticks = computed(() =>
  temperatureTicks(scales.value.y.domain() as [number, number], session.preferences.temperature),
)
const meanPath = computed(() =>
  line<{ at: Date; temperatureC: number }>(
    (p) => scales.value.x(p.at),
    (p) => scales.value.y(p.temperatureC),
  ),
)
/** Names at the ends of the lines, moved apart where they would touch. */
const names = computed(() => {
  const ends = lines.value
    .flatMap((l) =>
      l.means.length
        ? [{ l, y: scales.value.y(l.means.at(-1)!.temperatureC), x: scales.value.x(l.means.at(-1)!.at) }]
        : [],
    )
    .sort((a, b) => a.y - b.y)
  let last = -Infinity
  return ends.map((e) => {
    last = Math.max(e.y, last + 14)
    return { ...e, y: last }
  })
})
const hottest = computed(() => props.timing.leadPlaceId)
const dayOf = (at: Date) => sayDay(at.toISOString().slice(0, 10))
const number = (c: number) => quantity(c, 'degC').replace(/[.,]0(?=\s)/, '')
</script>

<template>
  <figure class="chart">
    <figcaption>
      <strong>{{ say('soil.chart') }}</strong> <span class="quiet">{{ say('soil.chartSays') }}</span>
    </figcaption>
    <div ref="box">
      <svg v-if="width" :width="width" :height="height" role="img" :aria-label="say('soil.chart')">
        <rect
          v-if="timing.window"
          class="window"
          :x="scales.atDay(timing.window.from, 0)"
          y="12"
          :width="Math.max(2, scales.atDay(timing.window.to, 24) - scales.atDay(timing.window.from, 0))"
          :height="height - 38"
        />
        <text
          v-if="timing.window"
          class="window-name"
          :x="scales.atDay(timing.window.from, 0) + 5"
          :y="height - 32"
        >
          {{ say('soil.window') }}
        </text>
        <ChartAxis
          side="left"
          :scale="scales.y"
          :marks="ticks"
          :named="number"
          :at="side.left"
          :across="width - side.right - side.left"
        />
        <ChartAxis side="bottom" :scale="scales.x" :marks="scales.weeks" :named="dayOf" :at="height - 24" />
        <ThresholdLines :lines="timing.watched" :y="scales.y" :from="side.left" :to="width - side.right" />
        <g v-for="l in lines" :key="l.place.id" :class="[l.place.kind, { lead: l.place.id === hottest }]">
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
        <line class="standing" :x1="scales.atDay(day)" :x2="scales.atDay(day)" y1="4" :y2="height - 24" />
        <line
          v-if="day !== today"
          class="today"
          :x1="scales.atDay(today)"
          :x2="scales.atDay(today)"
          y1="4"
          :y2="height - 24"
        />
      </svg>
    </div>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
}
text {
  font-size: 12px;
  fill: var(--quiet);
}
.window {
  fill: var(--clay-soft);
}
.window-name {
  fill: var(--clay);
  font-weight: 650;
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
.standing {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.today {
  stroke: var(--quiet);
  stroke-dasharray: 2 3;
}
</style>
