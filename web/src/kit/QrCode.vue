<script setup lang="ts">
import { computed } from 'vue'
import { encode } from 'uqr'

/** A text as a code that a phone reads off the screen. */
const props = defineProps<{ text: string; label: string }>()
const code = computed(() => encode(props.text, { border: 2 }))
/** Every dark square, one path. */
const dark = computed(() =>
  code.value.data.flatMap((row, y) => row.flatMap((on, x) => (on ? [`M${x} ${y}h1v1h-1z`] : []))).join(''),
)
</script>

<template>
  <svg class="qr" :viewBox="`0 0 ${code.size} ${code.size}`" role="img" :aria-label="label">
    <rect width="100%" height="100%" fill="#fff" />
    <path :d="dark" fill="#000" shape-rendering="crispEdges" />
  </svg>
</template>

<style scoped>
.qr {
  display: block;
  width: 11rem;
  max-width: 100%;
}
</style>
