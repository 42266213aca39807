<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { WindowAnswer } from '@jardinero/core/outing'
import HourPatterns from './HourPatterns.vue'
import { useWords } from '../kit/session.ts'
import { lanesOf, placeWindow, type Stretch } from './hourLanes.ts'

/** The days ahead, a lane each: what is open, and by its word what shuts the rest; the best three windows flagged. */
const props = defineProps<{ answer: WindowAnswer }>()
const chosen = defineModel<number | undefined>({ required: true })
const { say, day } = useWords()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const narrow = computed(() => width.value < 560)
const left = computed(() => (narrow.value ? 44 : 92))
const lane = 30
const top = 22
const x = (hour: number) => left.value + ((width.value - left.value - 4) * hour) / 24
const lanes = computed(() => lanesOf(props.answer.hours))
const height = computed(() => top + lanes.value.length * (lane + 4) + 4)
const y = (i: number) => top + i * (lane + 4)
const flags = computed(() =>
  props.answer.best.map((w, i) => ({ n: i + 1, ...placeWindow(props.answer.hours, w), from: w.best.from })),
)
const word = (s: Stretch) => say(s.shut ? `shut.${s.shut}.short` : 'outing.open')
const fits = (s: Stretch) => x(s.ends) - x(s.begins) > word(s).length * 6.6 + 8
const kindOf = (s: Stretch): string => {
  if (!s.shut) return 'open'
  if (s.shut === 'dark') return 'dark'
  if (['wind', 'gust', 'inversion', 'dryAir'].includes(s.shut)) return 'air'
  if (['rainNow', 'rainSoon', 'washOff', 'leafWet', 'drought'].includes(s.shut)) return 'wet'
  if (['hot', 'cold', 'frozen'].includes(s.shut)) return s.shut === 'hot' ? 'hot' : 'cold'
  return 'time'
}
const clock = (hour: number) => say('outing.clock', { hour: hour % 24 })
const holds = (s: Stretch) => chosen.value !== undefined && chosen.value >= s.from && chosen.value < s.to
</script>

<template>
  <div ref="box" :style="{ minHeight: `${height}px` }">
    <svg v-if="width" :width="width" :height="height" role="group" :aria-label="say('outing.picture')">
      <HourPatterns />
      <g v-for="h in [0, 6, 12, 18]" :key="h" class="hour">
        <line :x1="x(h)" :x2="x(h)" :y1="top - 4" :y2="height" />
        <text :x="x(h) + 3" y="13">{{ clock(h) }}</text>
      </g>
      <g v-for="(l, i) in lanes" :key="l.day">
        <text class="day" x="0" :y="y(i) + 20">{{ day(l.day, narrow ? 'short' : 'weekday') }}</text>
        <g
          v-for="s in l.stretches"
          :key="s.from"
          role="button"
          tabindex="0"
          :class="['stretch', kindOf(s), { holds: holds(s) }]"
          :aria-label="
            say('outing.stretch', { day: l.day, from: clock(s.begins), to: clock(s.ends), what: word(s) })
          "
          :aria-pressed="holds(s)"
          @click="chosen = s.from"
          @keydown.enter.prevent="chosen = s.from"
          @keydown.space.prevent="chosen = s.from"
        >
          <rect
            :x="x(s.begins)"
            :y="y(i)"
            :width="x(s.ends) - x(s.begins) - 1"
            :height="lane"
            class="ground"
          />
          <rect
            v-if="kindOf(s) === 'open'"
            :x="x(s.begins)"
            :y="y(i) + lane - 5 - 12 * s.margin"
            :width="x(s.ends) - x(s.begins) - 1"
            :height="5 + 12 * s.margin"
            class="margin"
          />
          <rect
            v-else-if="['air', 'wet', 'time'].includes(kindOf(s))"
            :x="x(s.begins)"
            :y="y(i)"
            :width="x(s.ends) - x(s.begins) - 1"
            :height="lane"
            :fill="`url(#${kindOf(s)})`"
          />
          <text
            v-if="fits(s)"
            :x="(x(s.begins) + x(s.ends)) / 2"
            :y="y(i) + (kindOf(s) === 'open' ? 12 : 19)"
            text-anchor="middle"
          >
            {{ word(s) }}
          </text>
        </g>
        <g v-for="f in flags.filter((f) => f.day === l.day)" :key="f.n" class="flag">
          <rect :x="x(f.begins)" :y="y(i) - 1.5" :width="x(f.ends) - x(f.begins) - 1" :height="lane + 3" />
          <circle :cx="x(f.begins)" :cy="y(i)" r="8" />
          <text :x="x(f.begins)" :y="y(i) + 4" text-anchor="middle">{{ f.n }}</text>
        </g>
      </g>
    </svg>
  </div>
</template>

<style scoped>
text {
  font-size: 11.5px;
  fill: var(--ink);
}
.hour line {
  stroke: var(--rule);
}
.hour text {
  fill: var(--quiet);
}
.day {
  font-size: 12.5px;
}
.stretch {
  cursor: pointer;
}
.stretch text {
  pointer-events: none;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.ground {
  fill: color-mix(in srgb, var(--rule) 45%, var(--paper));
}
.dark .ground {
  fill: color-mix(in srgb, var(--ink) 16%, var(--paper));
}
.dark text {
  fill: var(--ink);
  stroke: none;
}
.open .ground {
  fill: color-mix(in srgb, var(--moss) 22%, var(--paper));
}
.open .margin {
  fill: color-mix(in srgb, var(--moss) 70%, var(--paper));
}
.hot .ground {
  fill: color-mix(in srgb, var(--ember) 35%, var(--paper));
}
.cold .ground {
  fill: color-mix(in srgb, var(--frost) 35%, var(--paper));
}
.stretch:focus-visible .ground,
.stretch.holds .ground {
  stroke: var(--ink);
  stroke-width: 2;
}
.stretch:focus {
  outline: none;
}
.flag rect {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2;
  pointer-events: none;
}
.flag circle {
  fill: var(--clay);
}
.flag text {
  fill: var(--on-clay);
  font-weight: 700;
}
</style>
