<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleLinear, scaleUtc } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed, ref } from 'vue'
import type { ForecastHour } from '@jardinero/contract/weather'
import { dayIn } from '@jardinero/core/quantity'
import ChartAxis from '../kit/ChartAxis.vue'
import { useSession, useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { temperatureTicks } from './chart.ts'

/** The days ahead hour by hour: air, rain, wind and gusts, damp and cloud. */
const props = defineProps<{ hours: ForecastHour[] }>()
const { timeZone } = useYard()
const session = useSession()
const { say, quantity, day: sayDay } = useWords()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const left = 48
const lanes = { air: [14, 110], rain: [124, 164], wind: [178, 228], sky: [242, 272] } as const
const height = 296
const dateOf = (h: ForecastHour) => new Date(h.at)
const x = computed(() =>
  scaleUtc(
    props.hours.length ? [dateOf(props.hours[0]!), dateOf(props.hours.at(-1)!)] : [new Date(0), new Date(1)],
    [left, Math.max(280, width.value) - 8],
  ),
)
const values = (pick: (h: ForecastHour) => number) => props.hours.map(pick)
const lane = (name: keyof typeof lanes, domain: [number, number]) =>
  scaleLinear(domain, [lanes[name][1], lanes[name][0]])
const air = computed(() =>
  lane('air', [
    Math.min(0, ...values((h) => h.temperatureC)),
    Math.max(10, ...values((h) => h.temperatureC)),
  ]),
)
const rain = computed(() => lane('rain', [0, Math.max(3, ...values((h) => h.rainMm))]))
const wind = computed(() => lane('wind', [0, Math.max(6, ...values((h) => h.gust))]))
const sky = computed(() => lane('sky', [0, 1]))
const path = (pick: (h: ForecastHour) => number) =>
  line<ForecastHour>(
    (h) => x.value(dateOf(h)),
    (h) => pick(h),
  )(props.hours) ?? ''
const bars = computed(() =>
  props.hours.filter((h) => h.rainMm > 0).map((h) => ({ at: x.value(dateOf(h)), top: rain.value(h.rainMm) })),
)
const cloud = computed(
  () =>
    area<ForecastHour>(
      (h) => x.value(dateOf(h)),
      lanes.sky[1],
      (h) => sky.value(h.cloud),
    )(props.hours) ?? '',
)
const days = computed(() => {
  const seen = new Map<string, number>()
  for (const h of props.hours) {
    const day = dayIn(h.at, timeZone.value)
    if (!seen.has(day)) seen.set(day, x.value(dateOf(h)))
  }
  return [...seen].map(([day, at]) => ({ day, at, named: at < width.value - 50 }))
})
const ticks = computed(() =>
  temperatureTicks(air.value.domain() as [number, number], session.preferences.temperature).filter(
    (_, i) => i % 2 === 0,
  ),
)
const named = (c: number) => quantity(c, 'degC').replace(/[.,]0(?=\s)/, '')
</script>

<template>
  <div ref="box" :style="{ minHeight: `${height}px` }">
    <svg v-if="width" :width="width" :height="height" role="img" :aria-label="say('soil.tenDays')">
      <g v-for="d in days" :key="d.day">
        <line :x1="d.at" :x2="d.at" y1="8" :y2="height - 18" class="rule" />
        <text v-if="d.named" :x="d.at + 3" :y="height - 4">{{ sayDay(d.day) }}</text>
      </g>
      <ChartAxis
        side="left"
        :scale="air"
        :marks="ticks"
        :named="named"
        :at="left"
        :across="width - 8 - left"
      />
      <text :x="left - 5" :y="lanes.rain[1]" class="end">{{ say('soil.lane.rain') }}</text>
      <text :x="left - 5" :y="lanes.wind[1]" class="end">{{ say('soil.lane.wind') }}</text>
      <text :x="left - 5" :y="lanes.sky[1]" class="end">{{ say('soil.lane.sky') }}</text>
      <path :d="cloud" class="cloud" />
      <path :d="path((h) => sky(h.humidity))" class="damp" />
      <path :d="path((h) => air(h.temperatureC))" class="air" />
      <rect v-for="b in bars" :key="b.at" :x="b.at" :y="b.top" width="2.4" :height="lanes.rain[1] - b.top" />
      <path :d="path((h) => wind(h.gust))" class="gust" />
      <path :d="path((h) => wind(h.wind))" class="wind" />
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
}
text {
  font-size: 11px;
  fill: var(--quiet);
}
.end {
  text-anchor: end;
}
.rule {
  stroke: var(--rule);
}
path {
  fill: none;
}
.air {
  stroke: var(--ember);
  stroke-width: 2;
}
rect {
  fill: var(--frost);
}
.wind {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.gust {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.cloud {
  fill: color-mix(in srgb, var(--quiet) 24%, transparent);
}
.damp {
  stroke: var(--frost);
  stroke-width: 1.3;
}
</style>
