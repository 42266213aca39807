<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleLinear } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed, ref } from 'vue'
import { addDays, daysBetween } from '@jardinero/core/quantity'
import { agendaDays, type AgendaEntry } from '@jardinero/core/today'
import { useWords } from '../kit/session.ts'
import { aheadPoints, useSoilNow, type SoilPoint } from '../soil/index.ts'
import { useYard } from '../state/index.ts'

/** The soil's line of the place that decides, eight weeks ahead with its spread, and what stands on which day. */
const props = defineProps<{ entries: AgendaEntry[] }>()
const { day } = useYard()
const { answer, outlookOf, placeName } = useSoilNow()
const { say, day: sayDay, quantity } = useWords()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const height = 108
const inset = { left: 34, right: 6, top: 14, bottom: 18 }

const lead = computed(() => outlookOf(answer.value?.leadId))
const last = computed(() => addDays(day.value, agendaDays))
const points = computed(() =>
  lead.value
    ? aheadPoints(lead.value, answer.value!.today).filter((p) => p.day >= day.value && p.day <= last.value)
    : [],
)
const threshold = computed(() => lead.value?.crossings[0]?.thresholdC)
const x = computed(() => scaleLinear([0, agendaDays], [inset.left, Math.max(120, width.value) - inset.right]))
const at = (on: string) => x.value(daysBetween(day.value, on))
const y = computed(() => {
  const all = [...points.value.flatMap((p) => [p.p10C, p.p90C]), threshold.value ?? 10]
  return scaleLinear([Math.min(...all), Math.max(...all)], [height - inset.bottom, inset.top]).nice(4)
})
const band = computed(
  () =>
    area<SoilPoint>(
      (p) => at(p.day),
      (p) => y.value(p.p10C),
      (p) => y.value(p.p90C),
    )(points.value) ?? '',
)
const path = computed(
  () =>
    line<SoilPoint>(
      (p) => at(p.day),
      (p) => y.value(p.p50C),
    )(points.value) ?? '',
)
const weeks = computed(() => Array.from({ length: 5 }, (_, i) => addDays(day.value, i * 14)).slice(0, 4))
const pegs = computed(() =>
  props.entries.map((e) => ({ ...e, at: at(e.from < day.value ? day.value : e.from) })),
)
</script>

<template>
  <figure ref="box" :style="{ minHeight: `${height}px` }">
    <svg
      v-if="width && points.length"
      :width="width"
      :height="height"
      role="img"
      :aria-label="say('today.line')"
    >
      <path :d="band" class="band" />
      <g v-if="threshold !== undefined">
        <line
          :x1="inset.left"
          :x2="width - inset.right"
          :y1="y(threshold)"
          :y2="y(threshold)"
          class="threshold"
        />
        <text :x="inset.left - 4" :y="y(threshold) + 4" class="mark">{{ quantity(threshold, 'degC') }}</text>
      </g>
      <path :d="path" class="line" />
      <text v-for="w in weeks" :key="w" :x="at(w)" :y="height - 4" class="week">{{ sayDay(w) }}</text>
      <path
        v-for="p in pegs"
        :key="p.id"
        class="peg"
        :d="`M${p.at} ${height - inset.bottom}V6h8l-3 3 3 3h-8z`"
      />
    </svg>
    <figcaption v-if="points.length" class="quiet small">
      {{ say('today.lineOf', { place: placeName(answer?.leadId) }) }}
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0 0 0.4rem;
}
.band {
  fill: color-mix(in srgb, var(--clay) 18%, transparent);
}
.line {
  fill: none;
  stroke: var(--clay);
  stroke-width: 1.8;
}
.threshold {
  stroke: var(--quiet);
  stroke-dasharray: 3 3;
}
.mark {
  text-anchor: end;
}
.mark,
.week {
  font-size: 11px;
  fill: var(--quiet);
}
.peg {
  fill: var(--moss);
  stroke: var(--moss);
}
</style>
