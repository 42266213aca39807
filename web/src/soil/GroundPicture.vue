<script setup lang="ts">
import { useElementSize, usePreferredDark } from '@vueuse/core'
import { line } from 'd3-shape'
import { computed, ref, watchEffect } from 'vue'
import { addDays, daysBetween, type Day } from '@jardinero/core/quantity'
import type { PlaceOutlook } from '@jardinero/core/soil'
import { useSession, useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import GroundPins from './GroundPins.vue'
import { side } from './chart.ts'
import { temperatureColour } from './groundColours.ts'
import { isotherm, profileAt } from './groundPicture.ts'

/** The ground of a place cut open: depth down, weeks across, temperature as colour; readings are pins. */
const props = defineProps<{
  outlook: PlaceOutlook
  today: Day
  thresholdC?: number | undefined
  setAside: string[]
}>()
const { probeReadings } = useYard()
const { say, day: sayDay } = useWords()
const session = useSession()
const dark = usePreferredDark()
const box = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const { width } = useElementSize(box)
const height = 190
const { left, right } = side
const [top, bottom] = [26, 22]
const deepestM = 0.305
const plotWidth = computed(() => Math.max(240, width.value) - left - right)
const days = computed(() => props.outlook.profile.past + props.outlook.profile.ahead)
const firstDay = computed(() => addDays(props.today, 1 - props.outlook.profile.past))
const x = (day: Day, hour = 12) =>
  left + ((daysBetween(firstDay.value, day) + hour / 24) / days.value) * plotWidth.value
const y = (depthM: number) => top + (depthM / deepestM) * (height - top - bottom)
const needle = computed(() => x(props.today, 24))

/** Painted cell by cell on a small canvas, and stretched: the browser smooths between days and depths. */
const rows = 24
watchEffect(() => {
  const context = canvas.value?.getContext('2d')
  if (!context) return
  const { profile } = props.outlook
  const style = getComputedStyle(document.documentElement)
  const colour = temperatureColour((name) => style.getPropertyValue(`--${name}`).trim() || '#888')
  void [dark.value, session.preferences.theme]
  canvas.value!.width = days.value
  canvas.value!.height = rows
  for (let d = 0; d < days.value; d++)
    for (let k = 0; k < rows; k++) {
      context.fillStyle = colour(profileAt(profile, d, ((k + 0.5) / rows) * deepestM))
      context.fillRect(d, k, 1, 1)
    }
})
const depths = computed(() =>
  session.preferences.units === 'us'
    ? [0, 2, 4, 6, 8, 12].map((inches) => ({ m: inches * 0.0254, said: say('soil.depthIn', { inches }) }))
    : [0, 5, 10, 15, 20, 30].map((cm) => ({ m: cm / 100, said: say('soil.depthCm', { cm }) })),
)
const weeks = computed(() =>
  Array.from({ length: Math.floor(days.value / 14) + 1 }, (_, i) => addDays(firstDay.value, i * 14)).filter(
    (d) => x(d) < left + plotWidth.value - 30,
  ),
)
const pins = computed(() => {
  const mine = probeReadings.value
    .filter((r) => r.placeId === props.outlook.id && r.day >= firstDay.value && r.day <= props.today)
    .toSorted((a, b) => (a.day < b.day ? -1 : 1))
  let last = Infinity
  return mine
    .toReversed()
    .map((r) => {
      const at = x(r.day, r.hour)
      const named = last - at > 46
      if (named) last = at
      return { ...r, at, named, out: props.setAside.includes(r.id) }
    })
    .toReversed()
})
const contour = computed(() => {
  if (props.thresholdC === undefined) return ''
  const points = isotherm(props.outlook.profile, props.thresholdC, deepestM)
  return (
    line<number | undefined>(
      (_, i) => x(addDays(firstDay.value, i)),
      (z) => y(z!),
    ).defined((z) => z !== undefined)(points) ?? ''
  )
})
</script>

<template>
  <div ref="box" class="ground" :style="{ minHeight: `${height}px` }">
    <canvas
      ref="canvas"
      :style="{
        left: `${left}px`,
        top: `${top}px`,
        width: `${plotWidth}px`,
        height: `${height - top - bottom}px`,
      }"
      aria-hidden="true"
    />
    <svg v-if="width" :width="width" :height="height" role="img" :aria-label="say('soil.ground')">
      <rect
        class="later"
        :x="needle"
        :y="top"
        :width="Math.max(0, left + plotWidth - needle)"
        :height="height - top - bottom"
      />
      <g v-for="d in depths" :key="d.m" class="depth">
        <line :x1="left" :x2="left + plotWidth" :y1="y(d.m)" :y2="y(d.m)" />
        <text :x="left - 6" :y="y(d.m) + 4">{{ d.said }}</text>
      </g>
      <text v-for="w in weeks" :key="w" class="week" :x="x(w)" :y="height - 6">{{ sayDay(w) }}</text>
      <path v-if="contour" :d="contour" class="contour" />
      <GroundPins :pins="pins" :top="top" :y="y" />
      <line class="needle" :x1="needle" :x2="needle" y1="4" :y2="height - bottom" />
    </svg>
  </div>
</template>

<style scoped>
.ground {
  position: relative;
}
canvas {
  position: absolute;
  border-radius: 2px;
}
svg {
  position: relative;
  display: block;
}
text {
  font-size: 12px;
  fill: var(--quiet);
}
.depth text {
  text-anchor: end;
}
.depth line {
  stroke: var(--paper);
  stroke-opacity: 0.35;
  stroke-dasharray: 1 5;
}
.later {
  fill: var(--paper);
  fill-opacity: 0.34;
}
.week {
  text-anchor: middle;
}
.contour {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
  stroke-dasharray: 5 3;
}
.needle {
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
