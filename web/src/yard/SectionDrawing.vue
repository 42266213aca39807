<script setup lang="ts">
import { computed } from 'vue'
import { computeSides, type Section } from '@jardinero/core/yard'
import { boundsOf, pathOf } from './placed.ts'

/** One section to its own scale, beside the fields that tape it. */
const props = defineProps<{ section: Section }>()
const sides = computed(() => {
  const computed = computeSides(props.section)
  return computed.ok ? computed.value : []
})
const box = computed(() => boundsOf(sides.value.flat(), 2))
</script>

<template>
  <svg v-if="sides.length" :viewBox="box.join(' ')" class="drawing" aria-hidden="true">
    <path :d="pathOf(sides)" />
  </svg>
</template>

<style scoped>
.drawing {
  width: 100%;
  height: 9rem;
}
path {
  fill: color-mix(in srgb, var(--moss) 22%, var(--paper));
  stroke: var(--moss);
  stroke-width: 1.5px;
  vector-effect: non-scaling-stroke;
}
</style>
