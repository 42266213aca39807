<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Timing } from '@jardinero/core/soil'
import ChartAxis from '../kit/ChartAxis.vue'
import { useSession, useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import ReadingsLines from './ReadingsLines.vue'
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
const dayOf = (at: Date) => sayDay(at.toISOString().slice(0, 10))
const number = (c: number) => quantity(c, 'degC').replace(/[.,]0(?=\s)/, '')
</script>

<template>
  <figure class="chart">
    <figcaption>
      <strong>{{ say('soil.chart') }}</strong> <span class="quiet">{{ say('soil.chartSays') }}</span>
    </figcaption>
    <div ref="box" :style="{ minHeight: `${height}px` }">
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
        <ReadingsLines :lines="lines" :scales="scales" :lead="timing.leadPlaceId" />
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
.standing {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.today {
  stroke: var(--quiet);
  stroke-dasharray: 2 3;
}
</style>
