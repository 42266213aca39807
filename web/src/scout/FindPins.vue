<script setup lang="ts">
import { computed } from 'vue'
import { useWords } from '../kit/session.ts'
import { useFinds } from './useFinds.ts'

/** Finds on the yard plan, each as large as what it covers. Inside the plan's SVG, in feet. */
const props = defineProps<{ ftPerPx: number; chosen?: string | undefined }>()
const emit = defineEmits<{ open: [id: string] }>()
const { say, has } = useWords()
const { finds, coverOf, nameOf } = useFinds()

const pins = computed(() =>
  finds.value
    .filter((f) => f.xFt !== null && f.yFt !== null)
    .map((f) => {
      const count = f.amount.kind === 'count' ? Math.min(1, f.amount.count / 200) : 0
      const share = coverOf(f)?.cover.value ?? count
      return { id: f.id, x: f.xFt!, y: f.yFt!, r: (5 + 16 * Math.sqrt(share)) * props.ftPerPx, find: f }
    }),
)
const label = (pin: (typeof pins.value)[number]) =>
  has(`plant.${pin.find.plant ?? pin.find.candidates[0]?.code}`) ? nameOf(pin.find) : say('scout.finds')
</script>

<template>
  <g
    v-for="p in pins"
    :key="p.id"
    class="pin"
    :class="{ chosen: chosen === p.id }"
    role="button"
    tabindex="0"
    :aria-label="label(p)"
    @click.stop="emit('open', p.id)"
    @keydown.enter="emit('open', p.id)"
  >
    <circle :cx="p.x" :cy="p.y" :r="Math.max(p.r, 13 * ftPerPx)" class="reach" />
    <circle :cx="p.x" :cy="p.y" :r="p.r" />
    <circle :cx="p.x" :cy="p.y" :r="1.6 * ftPerPx" class="dot" />
    <title>{{ label(p) }}</title>
  </g>
</template>

<style scoped>
.pin {
  cursor: pointer;
}
.pin circle {
  fill: color-mix(in srgb, var(--plum) 32%, transparent);
  stroke: var(--plum);
  stroke-width: 1.4px;
  vector-effect: non-scaling-stroke;
}
.pin .reach {
  fill: transparent;
  stroke: none;
}
.pin .dot {
  fill: var(--plum);
}
.pin.chosen circle {
  stroke: var(--clay);
  stroke-width: 2.4px;
}
.pin:focus-visible {
  outline: 2px solid var(--clay);
}
</style>
