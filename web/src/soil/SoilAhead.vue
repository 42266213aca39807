<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleLinear, scaleUtc } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed, ref } from 'vue'
import { addDays, type Day } from '@jardinero/core/quantity'
import type { PlaceForecast } from '@jardinero/core/soil'
import { useSession, useWords } from '../kit/session.ts'
import { useYard } from '../kit/useYard.ts'
import { crossingCode, crossingDensity } from './ahead.ts'
import { temperatureTicks } from './chart.ts'
import type { SoilForecasts } from './useSoilForecast.ts'

/** The weeks ahead: each place's soil with its spread, and below, how likely each day is the one it reaches the threshold. */
const props = defineProps<{ soil: SoilForecasts }>()
const { forecasts, computing, problem, thresholdC, weather, members, retry } = props.soil
const { places, day } = useYard()
const { say, quantity, day: sayDay } = useWords()
const session = useSession()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const height = 250
const hillHeight = 34

const dateOf = (d: Day) => new Date(`${d}T12:00:00Z`)
/** Where one acts first: the edges and the middle; the others are in the table. */
const shown = computed(() => {
  const order = { edge: 0, middle: 1 } as Record<string, number>
  return places.value
    .filter((p) => forecasts.value.has(p.id))
    .toSorted((a, b) => (order[a.kind] ?? 2) - (order[b.kind] ?? 2))
    .slice(0, 4)
    .map((place) => ({ place, forecast: forecasts.value.get(place.id)! }))
})
const span = computed<[Day, Day]>(() => [addDays(day.value, -21), addDays(day.value, 75)])
const inside = <T extends { day: Day }>(points: T[]) =>
  points.filter((p) => p.day >= span.value[0] && p.day <= span.value[1])
const x = computed(() => scaleUtc(span.value.map(dateOf), [48, Math.max(280, width.value) - 10]))
const y = computed(() => {
  const all = shown.value.flatMap(({ forecast }) => [
    ...inside(forecast.observed).map((p) => p.temperatureC),
    ...inside(forecast.ahead).flatMap((p) => [p.p10C, p.p90C]),
  ])
  return scaleLinear([Math.min(0, ...all), Math.max(16, ...all)], [height - 18, 12])
})
const ticks = computed(() =>
  temperatureTicks(y.value.domain() as [number, number], session.preferences.temperature),
)
const weeks = computed(() => x.value.ticks(width.value < 500 ? 4 : 8))
const at = (d: Day) => x.value(dateOf(d))
const lastOf = ({ observed }: PlaceForecast) =>
  observed.slice(-1).map(({ day: d, temperatureC }) => ({ day: d, p50C: temperatureC }))
const drawn = computed(() =>
  shown.value.map(({ place, forecast }) => ({
    place,
    past: line<{ day: Day; temperatureC: number }>(
      (p) => at(p.day),
      (p) => y.value(p.temperatureC),
    )(inside(forecast.observed)),
    // Dashed from where solid ends.
    middle: line<{ day: Day; p50C: number }>(
      (p) => at(p.day),
      (p) => y.value(p.p50C),
    )(inside([...lastOf(forecast), ...forecast.ahead])),
    band: area<{ day: Day; p10C: number; p90C: number }>(
      (p) => at(p.day),
      (p) => y.value(p.p10C),
      (p) => y.value(p.p90C),
    )(inside(forecast.ahead)),
    hill: area<{ day: Day; share: number }>(
      (p) => at(p.day),
      hillHeight,
      (p) => hillHeight - (hillHeight - 6) * p.share,
    )(inside(crossingDensity(forecast))),
    says: say(`soil.ahead.${crossingCode(forecast)}`, {
      from: forecast.crossing.p10 ?? '',
      to: forecast.crossing.p90 ?? '',
    }),
  })),
)
const rests = computed(() =>
  say('soil.ahead.rests', {
    observed: weather.value?.observed.at(-1)?.day ?? day.value,
    forecast: weather.value?.forecast.length ?? 0,
    members,
  }),
)
</script>

<template>
  <figure class="ahead">
    <figcaption>
      <strong>{{ say('soil.ahead') }}</strong> <span class="sample">{{ say('soil.ahead.simulated') }}</span>
      <span class="quiet">{{ computing ? say('soil.ahead.computing') : rests }}</span>
    </figcaption>
    <p v-if="problem" role="status" class="away">
      {{ problem }} <button class="link" @click="retry()">{{ say('soil.ahead.retry') }}</button>
    </p>
    <div ref="box">
      <svg
        v-if="width && drawn.length"
        :width="width"
        :height="height"
        role="img"
        :aria-label="say('soil.ahead')"
      >
        <g v-for="t in ticks" :key="t" class="tick" :transform="`translate(0 ${y(t)})`">
          <line x1="44" :x2="width - 10" />
          <text x="38" dy="4">{{ quantity(t, 'degC').replace(/[.,]0(?=\s)/, '') }}</text>
        </g>
        <text v-for="w in weeks" :key="w.getTime()" class="week" :x="x(w)" :y="height - 2">
          {{ sayDay(w.toISOString().slice(0, 10)) }}
        </text>
        <g v-for="d in drawn" :key="d.place.id" :class="d.place.kind === 'edge' ? 'edge' : 'other'">
          <path :d="d.band ?? ''" class="band" />
          <path :d="d.past ?? ''" class="past" />
          <path :d="d.middle ?? ''" class="likely" />
        </g>
        <line
          v-if="thresholdC !== undefined"
          class="threshold"
          x1="44"
          :x2="width - 10"
          :y1="y(thresholdC)"
          :y2="y(thresholdC)"
        />
        <line class="needle" :x1="at(day)" :x2="at(day)" y1="6" :y2="height - 16" />
      </svg>
      <ul v-if="width" class="hills">
        <li v-for="d in drawn" :key="d.place.id" :class="d.place.kind === 'edge' ? 'edge' : 'other'">
          <span
            ><strong>{{ d.place.name }}</strong> {{ d.says }}</span
          >
          <svg :width="width" :height="hillHeight" aria-hidden="true">
            <path :d="d.hill ?? ''" class="hill" />
            <line x1="44" :x2="width - 10" :y1="hillHeight - 0.5" :y2="hillHeight - 0.5" class="ground" />
          </svg>
        </li>
      </ul>
    </div>
    <p v-if="drawn.length && thresholdC !== undefined" class="quiet small">
      {{ say('soil.ahead.says', { threshold: { value: thresholdC, unit: 'degC' } }) }}
    </p>
  </figure>
</template>

<style scoped>
.ahead {
  margin: 1.6rem 0 0;
}
.away {
  border-left: 3px solid var(--ember);
  padding-left: 0.7rem;
  margin: 0.5rem 0;
}
.sample {
  margin: 0 0.4rem;
}
.tick line {
  stroke: var(--rule);
}
.tick text {
  text-anchor: end;
}
text {
  font-size: 12px;
  fill: var(--quiet);
}
.week {
  text-anchor: middle;
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
path.likely {
  stroke-dasharray: 5 3;
}
.edge path.band,
.edge path.hill {
  fill: color-mix(in srgb, var(--ember) 17%, transparent);
  stroke: none;
}
.other path.band,
.other path.hill {
  fill: color-mix(in srgb, var(--frost) 20%, transparent);
  stroke: none;
}
.edge path.hill,
.other path.hill {
  fill-opacity: 1;
  stroke: currentColor;
  stroke-width: 1;
}
.threshold {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.needle {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.ground {
  stroke: var(--rule);
}
.hills {
  list-style: none;
  margin: 0.2rem 0 0;
  padding: 0;
}
.hills li {
  position: relative;
}
.hills span {
  font-size: 0.86rem;
}
.hills .edge span strong {
  color: var(--ember-text);
}
.hills .other span strong {
  color: var(--frost-text);
}
.hills svg,
figure svg {
  display: block;
}
</style>
