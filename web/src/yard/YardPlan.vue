<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { ref, useId } from 'vue'
import type { Section } from '@jardinero/contract/yard'
import { useWords } from '../kit/session.ts'
import PlanEdges from './PlanEdges.vue'
import { pathOf } from './placed.ts'
import { usePlanGeometry } from './usePlanGeometry.ts'

/**
 * The plan to scale: lawns tinted by zone, what is taken off cut out, warm edges as thick strokes. Drag a section to move
 * it, unless the plan is still; then a press names a spot. What else lies on the plan comes through the slot, in feet.
 */
const props = defineProps<{ chosen?: string | undefined; still?: boolean; most?: number }>()
const emit = defineEmits<{
  choose: [id: string]
  move: [section: Section, xFt: number, yFt: number]
  spot: [at: [xFt: number, yFt: number]]
}>()
defineSlots<{ over?: (scope: { ftPerPx: number }) => unknown }>()
const { say, quantity } = useWords()

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const shift = ref<{ id: string; dx: number; dy: number; x0: number; y0: number }>()

const { bounds, height, ftPerPx, ordered, edges, barFt } = usePlanGeometry(width, () => props.most)

function press(event: PointerEvent, section: Section): void {
  if (props.still) return
  emit('choose', section.id)
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  shift.value = { id: section.id, dx: 0, dy: 0, x0: event.clientX, y0: event.clientY }
}
function drag(event: PointerEvent): void {
  if (!shift.value) return
  shift.value.dx = (event.clientX - shift.value.x0) * ftPerPx.value
  shift.value.dy = (event.clientY - shift.value.y0) * ftPerPx.value
}
function drop(section: Section): void {
  const { dx, dy } = shift.value ?? { dx: 0, dy: 0 }
  shift.value = undefined
  if (Math.hypot(dx, dy) > 3 * ftPerPx.value)
    emit('move', section, Math.round(section.xFt + dx), Math.round(section.yFt + dy))
}
const hatch = useId()
/** The spot under the pointer, in feet. */
function pressSpot(event: MouseEvent): void {
  const svg = (event.currentTarget as SVGSVGElement).getBoundingClientRect()
  const [left, top, spanX, spanY] = bounds.value
  const scale = ftPerPx.value
  const x = left + spanX / 2 + (event.clientX - svg.left - svg.width / 2) * scale
  const y = top + spanY / 2 + (event.clientY - svg.top - svg.height / 2) * scale
  emit('spot', [Math.round(x * 10) / 10, Math.round(y * 10) / 10])
}
const shiftOf = (id: string) =>
  shift.value?.id === id ? `translate(${shift.value.dx} ${shift.value.dy})` : undefined
</script>

<template>
  <div ref="box" class="plan">
    <svg
      v-if="width"
      :viewBox="bounds.join(' ')"
      :width="width"
      :height="height"
      role="group"
      :aria-label="say('yard.plan')"
      @click="pressSpot"
    >
      <defs>
        <pattern
          :id="hatch"
          :width="7 * ftPerPx"
          :height="7 * ftPerPx"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path class="hatch" :d="`M0 0V${7 * ftPerPx}`" />
        </pattern>
      </defs>
      <g
        v-for="p in ordered"
        :key="p.section.id"
        :transform="shiftOf(p.section.id)"
        class="section"
        :class="[
          p.section.deduction ? 'off' : p.isOpen ? 'open' : `zone${p.zone}`,
          { chosen: chosen === p.section.id, still },
        ]"
        :tabindex="still ? undefined : 0"
        :role="still ? undefined : 'button'"
        :aria-label="p.section.name"
        @pointerdown="press($event, p.section)"
        @pointermove="drag"
        @pointerup="drop(p.section)"
        @pointercancel="shift = undefined"
        @keydown.enter="emit('choose', p.section.id)"
      >
        <path v-if="p.isOpen && !p.section.deduction" class="under" :d="pathOf(p.sides)" />
        <path :d="pathOf(p.sides)" :fill="p.isOpen && !p.section.deduction ? `url(#${hatch})` : undefined" />
        <text :y="p.name[1]" :font-size="12.5 * ftPerPx">
          <tspan v-for="(line, i) in p.lines" :key="i" :x="p.name[0]" :dy="i && 15 * ftPerPx">
            {{ line }}
          </tspan>
        </text>
      </g>
      <PlanEdges :edges="edges" :bounds="bounds" :ft-per-px="ftPerPx" />
      <slot name="over" :ft-per-px="ftPerPx" />
      <g
        :transform="`translate(${bounds[0] + 8 * ftPerPx} ${bounds[1] + bounds[3] - 8 * ftPerPx})`"
        class="bar"
      >
        <path :d="`M0 ${-4 * ftPerPx}V0H${barFt}V${-4 * ftPerPx}`" />
        <text :x="barFt + 6 * ftPerPx" y="0" :font-size="12 * ftPerPx">{{ quantity(barFt, 'ft') }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
  touch-action: pan-y;
}
path {
  vector-effect: non-scaling-stroke;
}
.section {
  cursor: move;
}
.still {
  cursor: default;
}
.section path {
  stroke: var(--moss);
  stroke-width: 1.3px;
}
.zone0 path {
  fill: color-mix(in srgb, var(--moss) 26%, var(--paper));
}
.zone1 path {
  fill: color-mix(in srgb, var(--wheat) 40%, var(--paper));
}
.zone2 path {
  fill: color-mix(in srgb, var(--moss) 50%, var(--paper));
}
.zone3 path {
  fill: color-mix(in srgb, var(--wheat) 70%, var(--paper));
}
.open path {
  stroke: var(--clay);
}
.open .under {
  fill: color-mix(in srgb, var(--clay) 12%, var(--paper));
}
.hatch {
  stroke: color-mix(in srgb, var(--clay) 45%, var(--paper));
  stroke-width: 1px;
}
.off path {
  fill: var(--paper);
  stroke: var(--quiet);
  stroke-dasharray: 4 3;
}
.chosen path {
  stroke: var(--clay);
  stroke-width: 2.5px;
}
text {
  fill: var(--ink);
  text-anchor: middle;
  dominant-baseline: middle;
  pointer-events: none;
}
.bar path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3px;
}
.bar text {
  text-anchor: start;
  dominant-baseline: auto;
}
</style>
