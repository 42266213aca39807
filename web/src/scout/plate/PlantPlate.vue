<script setup lang="ts">
import { computed } from 'vue'
import { place } from './draw.ts'
import { partFor, parts, platesOf } from './parts.ts'
import { PlateInk } from './PlateInk.ts'
import { usualStates } from './states.ts'
import { usePlants } from '../usePlants.ts'

/** A plant's plate, drawn from its characters: the whole plant and its parts. `ring` circles the part that shows a character. */
const props = defineProps<{ plant: string; ring?: string | undefined; small?: boolean; label?: string }>()
const { plantOf, characters } = usePlants()

const drawn = computed(() => {
  const plant = plantOf(props.plant)
  if (!plant) return undefined
  const states = usualStates(plant, characters.value)
  const shown = props.small
    ? []
    : platesOf[plant.group].filter((p) => p !== 'fruit' || !['plain', undefined].includes(states['fruit']))
  const ringed = props.ring ? partFor(props.ring, plant.group) : undefined
  const spots = shown.map((part, i) => ({
    part,
    inks: parts[part](states, plant.group),
    x: 108 + (i % 2) * 68,
    y: 4 + Math.floor(i / 2) * 68,
  }))
  return { whole: parts.whole(states, plant.group), spots, ringed, tall: spots.length > 2 }
})
const width = computed(() => (props.small || !drawn.value?.spots.length ? 100 : 240))
</script>

<template>
  <svg
    v-if="drawn"
    class="plate"
    :viewBox="small ? '0 0 100 108' : `0 0 ${width} 140`"
    role="img"
    :aria-label="label"
    :aria-hidden="label ? undefined : true"
  >
    <PlateInk :inks="[place(drawn.whole, small ? {} : { y: 14, x: 2 })]" />
    <g v-for="s in drawn.spots" :key="s.part" :transform="`translate(${s.x} ${s.y}) scale(0.6)`">
      <circle v-if="drawn.ringed === s.part" class="ring" cx="50" cy="50" r="55" />
      <PlateInk :inks="s.inks" />
    </g>
    <rect
      v-if="drawn.ringed === 'whole'"
      class="ring"
      x="3"
      y="10"
      :width="small ? 94 : 98"
      :height="small ? 94 : 118"
      rx="8"
    />
  </svg>
</template>

<style>
.plate {
  --plate-ink: var(--ink);
  --plate-quiet: color-mix(in srgb, var(--ink) 52%, var(--paper));
  --plate-paper: var(--card);
  --plate-lime: #c3cf7c;
  --plate-green: #98b07a;
  --plate-dark: #65835a;
  --plate-blueGrey: #9db0a8;
  --plate-reddish: #b5877f;
  --plate-pale: #e4e6cf;
  --plate-white: #fdfcf8;
  --plate-yellow: #e9c94f;
  --plate-pink: #c38fb4;
  --plate-blue: #8d93c4;
  --plate-straw: #dcc794;
  --plate-soil: #8b7355;
  --plate-mark: #6d3b4a;
  display: block;
  width: 100%;
  height: auto;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.plate path {
  vector-effect: non-scaling-stroke;
}
.plate .ring {
  fill: color-mix(in srgb, var(--clay) 9%, transparent);
  stroke: var(--clay);
  stroke-width: 1.6;
  vector-effect: non-scaling-stroke;
}
:root.dark .plate {
  --plate-ink: #e6e0d4;
  --plate-paper: #2b3132;
  --plate-lime: #8e9a4c;
  --plate-green: #667d4e;
  --plate-dark: #45603e;
  --plate-blueGrey: #64776f;
  --plate-reddish: #875a54;
  --plate-pale: #8f937d;
  --plate-white: #cfcabd;
  --plate-yellow: #b6962f;
  --plate-pink: #8f5c82;
  --plate-blue: #6367a0;
  --plate-straw: #8a7847;
  --plate-soil: #a18a6b;
}
</style>
