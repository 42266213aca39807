<script setup lang="ts">
import { useWords } from '../kit/session.ts'
import GridMark from './GridMark.vue'

/** What the marks of the grid mean. @prop track whether a chosen set is drawn through it */
defineProps<{ track: boolean }>()
const { say } = useWords()
</script>

<template>
  <ul class="legend small quiet">
    <li v-for="kind in ['controls', 'suppresses', 'weak', 'no', 'shut'] as const" :key="kind">
      <GridMark :kind="kind" />{{ say(`shelf.mark.${kind}`) }}
    </li>
    <li v-if="track">
      <svg width="26" height="14" class="key">
        <path d="M1 7H25" />
        <circle cx="13" cy="7" r="5" /></svg
      >{{ say('shelf.mark.chosen') }}
    </li>
  </ul>
</template>

<style scoped>
.key path {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2;
}
.key circle {
  fill: none;
  stroke: var(--clay);
  stroke-width: 2;
}
.legend {
  list-style: none;
  padding: 0;
  margin: 0.7rem 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.1rem;
}
.legend li {
  display: flex;
  align-items: center;
  gap: 0.35rem;
}
</style>
