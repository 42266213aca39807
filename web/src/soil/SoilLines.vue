<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleLinear, scaleUtc } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed, ref } from 'vue'
import { addDays, type Day } from '@jardinero/core/quantity'
import type { PlaceOutlook, SoilAnswer } from '@jardinero/core/soil'
import ChartAxis from '../kit/ChartAxis.vue'
import { useSession, useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import SoilHills from './SoilHills.vue'
import ThresholdLines from './ThresholdLines.vue'
import { aheadPoints, observedPoints, type SoilPoint } from './ahead.ts'
import { side, temperatureTicks } from './chart.ts'

/** Each place's five centimetres: observed weeks solid, weeks ahead with their spread, thresholds, and below the days of crossing. */
const props = defineProps<{ answer: SoilAnswer; setAside: string[]; forecastDays: number }>()
const { places, day, probeReadings } = useYard()
const { say, quantity, day: sayDay } = useWords()
const session = useSession()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const height = 230
const { left, right } = side
const today = computed(() => props.answer.today)

const dateOf = (d: Day, hour = 12) => new Date(Date.parse(`${d}T00:00:00Z`) + hour * 3_600_000)
/** Where one acts first: the edges and the middle; the others are in the table. */
const shown = computed(() => {
  const order = { edge: 0, middle: 1 } as Record<string, number>
  return places.value
    .flatMap((place) => {
      const outlook = props.answer.places.find((p) => p.id === place.id)
      return outlook ? [{ place, outlook }] : []
    })
    .toSorted((a, b) => (order[a.place.kind] ?? 2) - (order[b.place.kind] ?? 2))
    .slice(0, 4)
})
const span = computed<[Day, Day]>(() => [addDays(today.value, -44), addDays(today.value, 60)])
const inside = <T extends { day: Day }>(points: T[]) =>
  points.filter((p) => p.day >= span.value[0] && p.day <= span.value[1])
const x = computed(() =>
  scaleUtc([dateOf(span.value[0], 0), dateOf(span.value[1], 24)], [left, Math.max(280, width.value) - right]),
)
const lines = computed(() =>
  shown.value.map(({ place, outlook }) => ({
    place,
    past: inside(observedPoints(outlook, today.value)),
    ahead: inside(aheadPoints(outlook, today.value)),
  })),
)
const thresholds = computed(() => props.answer.places[0]?.crossings ?? [])
const y = computed(() => {
  const all = lines.value.flatMap((l) => [
    ...l.past.map((p) => p.temperatureC),
    ...l.ahead.flatMap((p) => [p.p10C, p.p90C]),
  ])
  const limits = thresholds.value.map((t) => t.thresholdC)
  return scaleLinear(
    [Math.min(0, ...all), Math.max(14, ...all, ...limits.map((c) => c + 1))],
    [height - 20, 10],
  )
})
const ticks = computed(() =>
  temperatureTicks(y.value.domain() as [number, number], session.preferences.temperature).filter(
    (_, i, all) => all.length < 9 || i % 2 === 0,
  ),
)
const weeks = computed(() => x.value.ticks(width.value < 500 ? 4 : 8))
const at = (d: Day, hour = 12) => x.value(dateOf(d, hour))
const forecastEnd = computed(() => addDays(today.value, props.forecastDays))
const pathOf = (points: { day: Day; temperatureC: number }[]) =>
  line<{ day: Day; temperatureC: number }>(
    (p) => at(p.day),
    (p) => y.value(p.temperatureC),
  )(points) ?? ''
const likely = (points: SoilPoint[]) => points.map((p) => ({ day: p.day, temperatureC: p.p50C }))
const drawn = computed(() =>
  lines.value.map(({ place, past, ahead }) => {
    const last = past.slice(-1)
    const forecast = ahead.filter((p) => p.day <= forecastEnd.value)
    const later = ahead.filter((p) => p.day >= forecastEnd.value)
    return {
      place,
      past: pathOf(past),
      forecast: pathOf([...last, ...likely(forecast)]),
      later: pathOf([...(forecast.length ? [] : last), ...likely(later)]),
      band:
        area<SoilPoint>(
          (p) => at(p.day),
          (p) => y.value(p.p10C),
          (p) => y.value(p.p90C),
        )(ahead) ?? '',
    }
  }),
)
const dots = computed(() =>
  probeReadings.value
    .filter((r) => shown.value.some((s) => s.place.id === r.placeId))
    .filter((r) => r.day >= span.value[0] && r.day <= today.value && y.value(r.temperatureC) > 0)
    .map((r) => ({
      ...r,
      kind: places.value.find((p) => p.id === r.placeId)!.kind,
      out: props.setAside.includes(r.id),
    })),
)
const dayOf = (at: Date) => sayDay(at.toISOString().slice(0, 10))
const named = (c: number) => quantity(c, 'degC').replace(/[.,]0(?=\s)/, '')
const kindOf = (kind: PlaceOutlook['id']) => (kind === 'edge' ? 'edge' : 'other')
</script>

<template>
  <div ref="box">
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
.needle {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.standing {
  stroke: var(--clay);
  stroke-width: 1.4;
}
</style>
