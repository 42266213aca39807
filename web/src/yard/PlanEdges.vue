<script setup lang="ts">
import { useId } from 'vue'
import { pathOf, sidePath, type PlacedSection } from './placed.ts'
import type { PlacedEdge } from './usePlanGeometry.ts'

/** Warm edges as strokes, each with its name; one that is a strip is drawn as wide as it is. */
const props = defineProps<{
  edges: PlacedEdge[]
  bounds: [left: number, top: number, width: number, height: number]
  ftPerPx: number
}>()
const clip = useId()
/** Where a strip lies: inside its section, or round it where that is taken off the lawn. */
function groundOf({ section, sides }: PlacedSection): string {
  const [left, top, width, height] = props.bounds
  return `${section.deduction ? `M${left} ${top}h${width}v${height}h${-width}Z` : ''}${pathOf(sides)}`
}
</script>

<template>
  <template v-for="e in edges" :key="`strip ${e.place.id}`">
    <clipPath v-if="e.place.widthFt" :id="`${clip}-${e.place.id}`">
      <path :d="groundOf(e.owner)" clip-rule="evenodd" />
    </clipPath>
    <path
      v-if="e.place.widthFt"
      class="strip"
      :d="sidePath(e.side)"
      :stroke-width="2 * e.place.widthFt"
      :clip-path="`url(#${clip}-${e.place.id})`"
    />
  </template>
  <g v-for="e in edges" :key="e.place.id" class="edge" :class="{ slim: e.place.widthFt }">
    <path :d="sidePath(e.side)" />
    <text :transform="`translate(${e.at[0]} ${e.at[1]}) rotate(${e.angle})`" :font-size="12.5 * ftPerPx">
      {{ e.place.name }}
    </text>
  </g>
</template>

<style scoped>
.strip {
  fill: none;
  stroke: color-mix(in srgb, var(--ember) 38%, transparent);
  pointer-events: none;
}
.edge path {
  fill: none;
  stroke: var(--ember);
  stroke-width: 6px;
  stroke-linecap: round;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.edge.slim path {
  stroke-width: 2px;
}
text {
  fill: var(--ember-text);
  font-weight: 650;
  text-anchor: middle;
  dominant-baseline: middle;
  pointer-events: none;
}
</style>
