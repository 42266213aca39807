<script setup lang="ts">
import type { Place } from '@jardinero/contract/yard'

/** One of the yard's places to look at. */
defineProps<{ places: Place[]; label: string }>()
const shown = defineModel<string | undefined>({ required: true })
</script>

<template>
  <span class="places" role="group" :aria-label="label">
    <button
      v-for="p in places"
      :key="p.id"
      type="button"
      :aria-pressed="p.id === shown"
      @click="shown = p.id"
    >
      {{ p.name }}
    </button>
  </span>
</template>

<style scoped>
.places {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.8rem;
}
button {
  all: unset;
  cursor: pointer;
  font-size: 0.9rem;
  color: var(--quiet);
  min-height: 24px;
}
button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  border-bottom: 2px solid var(--clay);
}
button:focus-visible {
  outline: 2px solid var(--clay);
}
</style>
