<script setup lang="ts">
import { useWords } from '../kit/session.ts'

/** What is drawn in a lane, each mark by its name. */
const { say } = useWords()
const marks = {
  hill: 'M0 14C8 14 9 3 13 3S18 14 26 14z',
  strength: 'M0 7h26',
  threshold: 'M0 7h26',
  gap: 'M2 2h22v10H2z',
  peg: 'M9 14V1h9l-3 3 3 3H9z',
  needle: 'M13 0v14',
}
</script>

<template>
  <ul class="legend small" :aria-label="say('season.legend')">
    <li v-for="(d, mark) in marks" :key="mark">
      <svg width="26" height="14" aria-hidden="true">
        <path v-if="mark === 'strength'" d="M0 3h26v8H0z" class="band" />
        <path :d="d" :class="mark" />
      </svg>
      {{ say(`season.legend.${mark}`) }}
    </li>
  </ul>
</template>

<style scoped>
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.2rem;
  list-style: none;
  margin: 0.2rem 0 0.5rem;
  padding: 0;
  color: var(--quiet);
}
li {
  display: flex;
  align-items: center;
  gap: 0.4rem;
}
path {
  fill: none;
}
.hill {
  fill: color-mix(in srgb, var(--plum) 26%, transparent);
}
.band {
  fill: color-mix(in srgb, var(--moss) 18%, transparent);
}
.strength {
  stroke: var(--moss);
  stroke-width: 1.8;
}
.threshold {
  stroke: var(--quiet);
  stroke-dasharray: 3 3;
}
.gap {
  fill: url(#gapHatch);
  stroke: var(--stop);
}
.peg {
  fill: var(--clay);
  stroke: var(--clay);
}
.needle {
  stroke: var(--ink);
  stroke-width: 1.3;
}
</style>
