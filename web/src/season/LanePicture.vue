<script setup lang="ts">
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import type { drawLane, LaneScale } from './laneShapes.ts'

/** One place's lane: what germinates, the barrier's strength against its threshold, gaps, today. */
defineProps<{
  drawn: ReturnType<typeof drawLane>
  scale: LaneScale
  months: Date[]
  width: number
  height: number
  /** Room for the pegs above it, px. */
  top: number
}>()
const { today } = useYard()
const { month } = useWords()
</script>

<template>
  <svg :width="width" :height="height + top + 13" aria-hidden="true">
    <g :transform="`translate(0 ${top})`">
      <line
        v-for="m in months"
        :key="m.getTime()"
        :x1="scale.at(m.toISOString().slice(0, 10))"
        :x2="scale.at(m.toISOString().slice(0, 10))"
        y1="0"
        :y2="height"
        class="month"
      />
      <text
        v-for="m in months"
        :key="`n${m.getTime()}`"
        :x="scale.at(m.toISOString().slice(0, 10)) + 3"
        :y="height + 11"
      >
        {{ month(m) }}
      </text>
      <path :d="drawn.hill" class="hill" />
      <path :d="drawn.under" class="under" />
      <path :d="drawn.band" class="band" />
      <rect
        v-for="g in drawn.gaps"
        :key="g.from"
        :x="scale.at(g.from)"
        :width="Math.max(2, scale.at(g.to) - scale.at(g.from))"
        :y="height * 0.45"
        :height="height * 0.55"
        class="gap"
      />
      <line x1="0" :x2="width" :y1="drawn.thresholdY" :y2="drawn.thresholdY" class="threshold" />
      <path :d="drawn.line" class="strength" />
      <line x1="0" :x2="width" :y1="height" :y2="height" class="ground" />
      <line
        v-if="scale.inside(today)"
        :x1="scale.at(today)"
        :x2="scale.at(today)"
        y1="0"
        :y2="height"
        class="needle"
      />
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  overflow: visible;
}
text {
  font-size: 11px;
  fill: var(--quiet);
}
.month {
  stroke: var(--rule);
}
.hill {
  fill: color-mix(in srgb, var(--plum) 26%, transparent);
}
.under {
  fill: url(#barrierHatch);
  opacity: 0.55;
}
.band {
  fill: color-mix(in srgb, var(--moss) 18%, transparent);
}
.strength {
  fill: none;
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
  stroke-width: 1;
}
.ground {
  stroke: color-mix(in srgb, var(--ember) 45%, var(--quiet));
}
.needle {
  stroke: var(--ink);
  stroke-width: 1.3;
}
</style>
