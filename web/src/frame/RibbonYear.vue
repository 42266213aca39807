<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Day } from '@jardinero/core/quantity'
import { dayByKey } from '../kit/daySteps.ts'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { ribbonScale, ribbonSpan } from './ribbonScale.ts'
import { useGerminationHills } from './useGerminationHills.ts'
import RibbonHills from './RibbonHills.vue'
import RibbonPlan from './RibbonPlan.vue'
import RibbonSoil from './RibbonSoil.vue'

/**
 * The year across the top: soil of middle and edge, measured and to come, germination as hills, passes as pegs, the day one
 * stands on. Click or drag to stand elsewhere.
 */
const { today, day, records } = useYard()
const { marks } = useGerminationHills()
const { say, day: sayDay, month } = useWords()
const router = useRouter()
const route = useRoute()

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const narrow = computed(() => width.value < 700)
const dragged = ref<Day>()
const standing = computed(() => dragged.value ?? day.value)
const span = computed(() => ribbonSpan(dragged.value ? day.value : standing.value, narrow.value))
const scale = computed(() => ribbonScale(span.value, 8, Math.max(200, width.value) - 8))
const marksHere = computed(() => marks.value.filter((m) => scale.value.inside(m.from)))
const pegs = computed(() => records.value.filter((r) => scale.value.inside(r.day)))

const needleX = computed(() => scale.value.x(scale.value.clampDay(standing.value)))
/** The day's name stands on the side away from today's line, where there is room. */
const nameLeft = computed(
  () => needleX.value > width.value - 100 || (needleX.value > 100 && standing.value <= today.value),
)

const stand = (to: Day) =>
  router.replace({ query: { ...route.query, day: to === today.value ? undefined : to } })
const dayUnder = (event: PointerEvent) =>
  scale.value.dayAt(event.clientX - box.value!.getBoundingClientRect().left)
function press(event: PointerEvent): void {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = dayUnder(event)
}
function drag(event: PointerEvent): void {
  if (dragged.value) dragged.value = dayUnder(event)
}
async function drop(): Promise<void> {
  if (dragged.value) await stand(dragged.value)
  dragged.value = undefined
}
function step(event: KeyboardEvent): void {
  const to = dayByKey(event, day.value)
  if (to) void stand(to)
}
</script>

<template>
  <div
    ref="box"
    class="year"
    role="slider"
    tabindex="0"
    :aria-label="say('frame.ribbon')"
    :aria-valuetext="sayDay(standing, 'weekday')"
    :aria-valuenow="Number(standing.replaceAll('-', ''))"
    @pointerdown="press"
    @pointermove="drag"
    @pointerup="drop"
    @pointercancel="dragged = undefined"
    @keydown="step"
  >
    <svg v-if="width" :width="width" height="84" aria-hidden="true">
      <RibbonHills :scale="scale" :span="span" />
      <RibbonPlan :scale="scale" />
      <line x1="0" :x2="width" y1="64" y2="64" class="ground" />
      <g v-for="m in scale.months" :key="m.getTime()">
        <line
          :x1="scale.x(m.toISOString().slice(0, 10))"
          :x2="scale.x(m.toISOString().slice(0, 10))"
          y1="64"
          y2="84"
          class="month"
        />
        <text :x="scale.x(m.toISOString().slice(0, 10)) + 5" y="79">{{ month(m) }}</text>
      </g>
      <RibbonSoil :scale="scale" />
      <g v-for="m in marksHere" :key="m.id" class="mark" :transform="`translate(${scale.x(m.from)} 0)`">
        <line y1="30" y2="64" />
        <path d="M0 30h9l-3 4 3 4h-9z" />
      </g>
      <g v-for="r in pegs" :key="r.id" class="peg" :transform="`translate(${scale.x(r.day)} 0)`">
        <line y1="30" y2="64" />
        <path d="M0 30h9l-3 4 3 4h-9z" />
      </g>
      <g
        v-if="standing !== today && scale.inside(today)"
        :transform="`translate(${scale.x(today)} 0)`"
        class="today"
      >
        <line y1="6" y2="64" />
      </g>
      <g :transform="`translate(${needleX} 0)`" class="needle">
        <line y1="4" y2="84" />
        <circle cy="4" r="3" />
        <text :x="nameLeft ? -7 : 7" y="13" :text-anchor="nameLeft ? 'end' : 'start'">
          {{ sayDay(standing, 'weekday') }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.year {
  height: 84px;
  cursor: col-resize;
  touch-action: none;
  user-select: none;
}
svg {
  display: block;
  overflow: hidden;
}
text {
  font-size: 11px;
  fill: var(--quiet);
}
.needle text {
  font-weight: 700;
  fill: var(--ink);
}
.needle line,
.needle circle {
  stroke: var(--ink);
  fill: var(--ink);
  stroke-width: 1.4;
}
.today line {
  stroke: var(--quiet);
  stroke-dasharray: 2 3;
}
.ground {
  stroke: color-mix(in srgb, var(--ember) 45%, var(--quiet));
}
.month {
  stroke: var(--rule);
}
.mark line,
.mark path {
  stroke: var(--clay);
  fill: var(--paper);
  stroke-width: 1.3;
}
.peg line {
  stroke: var(--clay);
  stroke-width: 1.5;
}
.peg path {
  fill: var(--clay);
}
</style>
