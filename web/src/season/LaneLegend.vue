<script setup lang="ts">
import { useWords } from '../kit/session.ts'

/** What is drawn in a lane, each mark by its name. */
const { say } = useWords()
const marks = ['hill', 'strength', 'threshold', 'gap', 'peg', 'needle'] as const
</script>

<template>
  <ul class="legend small" :aria-label="say('season.legend')">
    <li v-for="mark in marks" :key="mark">
      <svg width="26" height="14" aria-hidden="true">
        <path v-if="mark === 'hill'" d="M0 14C8 14 9 3 13 3S18 14 26 14z" class="hill" />
        <g v-else-if="mark === 'strength'">
          <rect y="3" width="26" height="8" class="band" />
          <path d="M0 7h26" class="strength" />
        </g>
        <path v-else-if="mark === 'threshold'" d="M0 7h26" class="threshold" />
        <rect v-else-if="mark === 'gap'" x="2" y="2" width="22" height="10" class="gap" />
        <path v-else-if="mark === 'peg'" d="M9 14V1h9l-3 3 3 3H9z" class="peg" />
        <path v-else d="M13 0v14" class="needle" />
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
