<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Day } from '@jardinero/core/quantity'
import type { PassDay, ProgrammePass } from '@jardinero/core/season'
import { useAccount } from '../state/index.ts'
import { dayByKey } from '../kit/daySteps.ts'
import { useWords } from '../kit/session.ts'
import type { LaneScale } from './laneShapes.ts'

/** A pass on a lane: a peg with its flag, dragged to another day or moved with the arrow keys. */
const props = defineProps<{
  pass: ProgrammePass
  number: number
  day: Day
  scale: LaneScale
  height: number
  place: string
  meant?: PassDay | undefined
  /** Reached by the keyboard; the same pass on other lanes is for the pointer only. */
  reached: boolean
}>()
const emit = defineEmits<{ move: [day: Day, dragging: boolean] }>()
const account = useAccount()
const { say, day: sayDay } = useWords()

const peg = ref<HTMLElement>()
const dragged = ref<Day>()
const at = computed(() => props.scale.at(dragged.value ?? props.day))
const label = computed(() => account.state.labels.find((l) => l.id === props.pass.labelId)?.rules.name ?? '')
/** The spread of a rule's day, where a rule decides. */
const spread = computed(() =>
  props.pass.when.kind === 'rule' && props.meant?.p10 && props.meant.p90
    ? { from: props.scale.at(props.meant.p10), to: props.scale.at(props.meant.p90) }
    : undefined,
)
const dayUnder = (event: PointerEvent) =>
  props.scale.dayAt(event.clientX - peg.value!.parentElement!.getBoundingClientRect().left)
let moved = false
function press(event: PointerEvent): void {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = props.day
  moved = false
}
function drag(event: PointerEvent): void {
  if (!dragged.value) return
  const day = dayUnder(event)
  if (day === dragged.value) return
  dragged.value = day
  moved = true
  emit('move', day, true)
}
/** It rests where it is, also when the drag is broken off: all seasons are asked again. */
function drop(): void {
  if (dragged.value && moved) emit('move', dragged.value, false)
  dragged.value = undefined
}
function step(event: KeyboardEvent): void {
  const to = dayByKey(event, props.day)
  if (to) emit('move', to, false)
}
</script>

<template>
  <span
    v-if="spread"
    class="spread"
    aria-hidden="true"
    :style="{ left: `${spread.from}px`, width: `${Math.max(1, spread.to - spread.from)}px` }"
  />
  <span
    ref="peg"
    class="peg"
    :role="reached ? 'slider' : undefined"
    :tabindex="reached ? 0 : undefined"
    :aria-hidden="reached ? undefined : true"
    :aria-label="reached ? say('season.peg', { label, place, day }) : undefined"
    :aria-valuenow="reached ? Number(day.replaceAll('-', '')) : undefined"
    :aria-valuetext="reached ? sayDay(day, 'weekday') : undefined"
    :style="{ left: `${at}px`, height: `${height}px` }"
    @pointerdown="press"
    @pointermove="drag"
    @pointerup="drop"
    @pointercancel="drop"
    @keydown="step"
  >
    <span class="flag">{{ number }} · {{ label.split(' ')[0] }}</span>
  </span>
</template>

<style scoped>
.peg {
  position: absolute;
  top: 0;
  width: 14px;
  margin-left: -7px;
  cursor: col-resize;
  touch-action: none;
  user-select: none;
}
.peg::before {
  content: '';
  position: absolute;
  left: 6px;
  top: 0;
  bottom: 0;
  border-left: 2px solid var(--clay);
}
.flag {
  position: absolute;
  left: 7px;
  top: 0;
  background: var(--clay);
  color: var(--on-clay);
  font-size: 0.72rem;
  line-height: 1.1rem;
  padding: 0 0.6rem 0 0.3rem;
  white-space: nowrap;
  clip-path: polygon(0 0, 100% 0, calc(100% - 5px) 50%, 100% 100%, 0 100%);
}
.spread {
  position: absolute;
  top: 0.35rem;
  height: 0.4rem;
  background: color-mix(in srgb, var(--clay) 30%, transparent);
  pointer-events: none;
}
.peg:focus-visible {
  outline: 2px solid var(--clay);
}
</style>
