<script setup lang="ts">
import { computed, onUnmounted, ref, watch } from 'vue'
import { usePlants } from '../usePlants.ts'
import { inTurn } from './inTurn.ts'
import { partFor } from './parts.ts'
import { PlateInk } from './PlateInk.ts'
import { isDrawn, plateMarkup } from './plateMarkup.ts'

/** A plant's plate, drawn from its characters: the whole plant and its parts. `ring` circles the part that shows a character. */
const props = defineProps<{ plant: string; ring?: string | undefined; small?: boolean; label?: string }>()
const { plantOf, characters } = usePlants()
const plant = computed(() => plantOf(props.plant))

/** The plant whose turn has come to be drawn. */
const turn = ref<string>()
let leave: (() => void) | undefined
watch(
  plant,
  (wanted) => {
    leave?.()
    if (!wanted) return
    const draw = () => (turn.value = wanted.code)
    if (isDrawn(wanted, props.small)) draw()
    else leave = inTurn(draw)
  },
  { immediate: true },
)
onUnmounted(() => leave?.())

const plate = computed(() =>
  plant.value && turn.value === plant.value.code
    ? plateMarkup(plant.value, characters.value, props.small)
    : undefined,
)
const spots = computed(() =>
  (props.small ? [] : (plate.value?.parts ?? [])).map((p, i) => ({
    ...p,
    transform: `translate(${108 + (i % 2) * 68} ${4 + Math.floor(i / 2) * 68}) scale(0.6)`,
  })),
)
const ringed = computed(() =>
  props.ring && plant.value ? partFor(props.ring, plant.value.group) : undefined,
)
</script>

<template>
  <svg
    class="plate"
    :viewBox="small ? '0 0 100 108' : '0 0 240 140'"
    :role="label ? 'img' : undefined"
    :aria-label="label"
    :aria-hidden="label ? undefined : true"
  >
    <g v-if="plate" :transform="small ? undefined : 'translate(2 14)'"><PlateInk :markup="plate.whole" /></g>
    <g v-for="s in spots" :key="s.part" :transform="s.transform">
      <circle v-if="ringed === s.part" class="ring" cx="50" cy="50" r="55" />
      <PlateInk :markup="s.markup" />
    </g>
    <rect
      v-if="plate && ringed === 'whole'"
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
