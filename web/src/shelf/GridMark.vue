<script setup lang="ts">
import type { Mark, Tolerance } from '@jardinero/core/shelf'

/** One mark of the grid: shape and weight say it, colour only with them. */
defineProps<{ kind: Mark['mark'] | Tolerance | 'shut' | 'notOnLabel' | 'notKnown' }>()
</script>

<template>
  <svg width="18" height="18" viewBox="-9 -9 18 18" :class="kind" aria-hidden="true">
    <circle v-if="kind === 'controls'" r="5.5" class="full" />
    <template v-else-if="kind === 'suppresses'">
      <circle r="5.5" class="line" />
      <path d="M-5.5 0A5.5 5.5 0 0 0 5.5 0Z" class="full" />
    </template>
    <circle v-else-if="kind === 'weak'" r="3" class="line" />
    <template v-else-if="kind === 'shut'">
      <circle r="5.5" class="line quiet" />
      <path d="M-5 5L5 -5" class="line quiet" />
    </template>
    <path v-else-if="kind === 'no'" d="M-3 0H3" class="line quiet" />
    <path v-else-if="kind === 'safe'" d="M-5 0L-1.5 4L5 -4" class="line turf" />
    <template v-else-if="kind === 'caution'">
      <path d="M-5 0L-1.5 4L5 -4" class="line turf" stroke-dasharray="2 1.8" />
    </template>
    <path
      v-else-if="kind === 'injures' || kind === 'kills'"
      d="M-4.5 -4.5L4.5 4.5M4.5 -4.5L-4.5 4.5"
      class="line stop"
    />
    <path v-else-if="kind === 'notOnLabel'" d="M-4 0H4" class="line stop" />
    <text v-else text-anchor="middle" dy="4.5" class="ask">?</text>
  </svg>
</template>

<style scoped>
.full {
  fill: var(--plum);
}
.line {
  fill: none;
  stroke: var(--plum);
  stroke-width: 1.6;
}
.line.quiet {
  stroke: var(--quiet);
}
.line.turf {
  stroke: var(--moss);
  stroke-width: 2.2;
}
.line.stop {
  stroke: var(--stop);
  stroke-width: 2;
}
.kills .line.stop {
  stroke-width: 3.2;
}
.ask {
  font: 600 13px var(--sans);
  fill: var(--quiet);
}
</style>
