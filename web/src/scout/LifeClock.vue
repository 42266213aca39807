<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { dayOfYear } from '@jardinero/core/quantity'
import { plantPhases, type DaySpan, type PlantClock } from '@jardinero/core/scout'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'

/** A plant's year at this place: when it germinates, flowers, dies and can be seen, and the day one stands on. */
const props = defineProps<{ clock: PlantClock }>()
const { say, day: sayDay } = useWords()
const { day } = useYard()
const box = ref<HTMLElement>()
const { width: wide } = useElementSize(box)
/** As wide as its place, so that letters keep their size; month names by letter where they are close. */
const width = computed(() => Math.min(640, Math.max(280, wide.value)))
const left = 84
const x = (n: number) => left + ((n - 1) / 365) * (width.value - left - 6)
/** A span over the turn of the year is two pieces. */
const pieces = ([from, to]: DaySpan): DaySpan[] =>
  from <= to
    ? [[from, to]]
    : [
        [1, to],
        [from, 365],
      ]
const rows = computed(() =>
  plantPhases
    .flatMap((phase) => {
      const span = props.clock[phase]
      return span
        ? [{ phase, bars: pieces(span).map(([a, b]) => ({ x: x(a), width: Math.max(3, x(b + 1) - x(a)) })) }]
        : []
    })
    .map((row, i) => ({ ...row, y: 16 + i * 22 })),
)
const months = Array.from({ length: 12 }, (_, i) => `2026-${String(i + 1).padStart(2, '0')}-01`)
const name = (date: string) =>
  sayDay(date)
    .replace(/[\d.\s]+/g, '')
    .slice(0, width.value < 480 ? 1 : 3)
const height = computed(() => 22 + rows.value.length * 22 + 18)
</script>

<template>
  <div ref="box">
    <svg
      :viewBox="`0 0 ${width} ${height}`"
      :width="width"
      :height="height"
      class="clock"
      role="img"
      :aria-label="say('scout.find.year')"
    >
      <defs>
        <pattern
          id="dies-hatch"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="6" />
        </pattern>
      </defs>
      <g v-for="m in months" :key="m" class="month">
        <line :x1="x(dayOfYear(m))" :x2="x(dayOfYear(m))" y1="8" :y2="height - 18" />
        <text :x="x(dayOfYear(m)) + 3" :y="height - 5">{{ name(m) }}</text>
      </g>
      <g v-for="r in rows" :key="r.phase" :class="r.phase">
        <text x="0" :y="r.y + 11" class="phase">{{ say(`phase.${r.phase}`) }}</text>
        <rect v-for="(b, i) in r.bars" :key="i" :x="b.x" :y="r.y" :width="b.width" height="14" rx="2" />
      </g>
      <line class="needle" :x1="x(dayOfYear(day))" :x2="x(dayOfYear(day))" y1="4" :y2="height - 18" />
      <circle class="needle" :cx="x(dayOfYear(day))" cy="5" r="3" />
    </svg>
  </div>
</template>

<style scoped>
.clock {
  display: block;
}
text {
  font-size: 11.5px;
  fill: var(--quiet);
}
.phase {
  fill: var(--ink);
}
.month line {
  stroke: var(--rule);
}
.germinates rect {
  fill: var(--plum);
}
.flowers rect {
  fill: color-mix(in srgb, var(--plum) 38%, var(--paper));
}
.dies rect {
  fill: url('#dies-hatch');
  stroke: var(--quiet);
}
.seen rect {
  fill: color-mix(in srgb, var(--moss) 42%, var(--paper));
}
pattern line {
  stroke: var(--quiet);
  stroke-width: 3;
}
.needle {
  stroke: var(--ink);
  fill: var(--ink);
  stroke-width: 1.4;
}
</style>
