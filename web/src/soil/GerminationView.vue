<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleLinear, scaleUtc } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed, ref } from 'vue'
import { addDays, type Day } from '@jardinero/core/quantity'
import type { GerminationCurve } from '@jardinero/core/soil'
import ChartAxis from '../kit/ChartAxis.vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { usePlants } from '../scout/index.ts'
import PlaceTabs from './PlaceTabs.vue'
import SoilProgress from './SoilProgress.vue'
import { useSoilNow } from './useSoilNow.ts'

/** How much of each weed comes up when, at a place: the share emerged with its spread, flush by flush. */
const { places } = useYard()
const { say, day: sayDay, number } = useWords()
const { answer, store } = useSoilNow()
const { load, loaded } = usePlants()
void load()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const height = 74

const placeId = ref<string>()
const shown = computed(() => placeId.value ?? answer.value?.leadId ?? places.value[0]?.id)
const dateOf = (d: Day) => new Date(`${d}T12:00:00Z`)
const span = computed<[Day, Day]>(() => {
  const today = answer.value?.today ?? '2026-01-01'
  return [addDays(today, -60), addDays(today, 290)]
})
const left = 40
const x = computed(() => scaleUtc(span.value.map(dateOf), [left, Math.max(220, width.value) - 6]))
const y = scaleLinear([0, 1], [height - 18, 6])
const shares: number[] = [0, 0.5, 1]
const months = computed(() => x.value.ticks(width.value < 500 ? 5 : 11))
const monthName = (date: Date) => sayDay(date.toISOString().slice(0, 10)).replace(/[\d.\s]+/g, '')
const inside = (c: GerminationCurve) =>
  c.byDay.filter((d) => d.day >= span.value[0] && d.day <= span.value[1])
const percent = (share: number) => number(share, { style: 'percent', maximumFractionDigits: 0 })
const curves = computed(() =>
  (answer.value?.germination ?? [])
    .filter((c) => c.placeId === shown.value)
    .map((c) => ({
      curve: c,
      band: area<GerminationCurve['byDay'][number]>(
        (d) => x.value(dateOf(d.day)),
        (d) => y(d.p10),
        (d) => y(d.p90),
      )(inside(c)),
      line: line<GerminationCurve['byDay'][number]>(
        (d) => x.value(dateOf(d.day)),
        (d) => y(d.p50),
      )(inside(c)),
      says: say('soil.germinationSays', {
        share: percent(c.upToday),
        begun: String(c.upToday > 0.005),
        done: String(c.upToday > 0.985),
        tenth: c.tenth ?? '',
        half: c.half ?? '',
        most: c.most ?? '',
        known: c.most ? 'all' : c.half ? 'half' : c.tenth ? 'tenth' : 'none',
        pace: number(c.pace, { maximumFractionDigits: 2 }),
        seen: String(c.pace !== 1),
      }),
    }))
    .toSorted((a, b) => ((a.curve.tenth ?? '9') < (b.curve.tenth ?? '9') ? -1 : 1)),
)
</script>

<template>
  <section v-if="loaded">
    <PlaceTabs
      :model-value="shown"
      :places="places"
      :label="say('soil.place')"
      @update:model-value="placeId = $event"
    />
    <p v-if="!answer">{{ store.problem }} <SoilProgress /></p>
    <div ref="box">
      <article v-for="{ curve, band, line: path, says } in curves" :key="curve.plant + curve.trend">
        <h3>
          {{ say(`plant.${curve.plant}`) }}
          <span class="quiet small">{{ say(`soil.flush.${curve.trend}`) }}</span>
        </h3>
        <p class="small">{{ says }}</p>
        <svg :width="width" :height="height" role="img" :aria-label="says">
          <ChartAxis
            side="left"
            :scale="y"
            :marks="shares"
            :named="percent"
            :at="left"
            :across="width - 6 - left"
          />
          <ChartAxis side="bottom" :scale="x" :marks="months" :named="monthName" :at="height - 18" />
          <path :d="band ?? ''" class="band" />
          <path :d="path ?? ''" />
          <line
            class="needle"
            :x1="x(dateOf(answer!.today))"
            :x2="x(dateOf(answer!.today))"
            y1="2"
            :y2="height - 16"
          />
        </svg>
      </article>
    </div>
    <p class="quiet small">{{ say('soil.germinationRests') }}</p>
  </section>
</template>

<style scoped>
article {
  border-top: 1px solid var(--rule);
  padding: 0.5rem 0 0.3rem;
}
svg {
  display: block;
}
path {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2;
}
path.band {
  fill: color-mix(in srgb, var(--plum) 20%, transparent);
  stroke: none;
}
.needle {
  stroke: var(--ink);
  stroke-width: 1.4;
}
</style>
