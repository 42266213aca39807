<script setup lang="ts">
import type { ScaleTime } from 'd3-scale'
import { addDays, type Day } from '@jardinero/core/quantity'
import type { DatedPass } from './useSoilNow.ts'

/** The passes of one school over the months: open from and to, and how late at the latest. */
const props = defineProps<{
  passes: DatedPass[]
  span: [Day, Day]
  x: ScaleTime<number, number>
  months: Date[]
  width: number
  today: Day
}>()
const height = 30
const dateOf = (d: Day) => new Date(`${d}T00:00:00Z`)
const at = (d: Day) => props.x(dateOf(d))
const clamp = (d: Day) => (d < props.span[0] ? props.span[0] : d > props.span[1] ? props.span[1] : d)
const drawn = (pass: DatedPass) => {
  if (!pass.from || pass.from > props.span[1]) return undefined
  const to = pass.to ?? pass.from
  const left = at(clamp(pass.from))
  return {
    x: left,
    width: Math.max(4, at(clamp(addDays(to, 1))) - left),
    latest: pass.latest && pass.latest <= props.span[1] ? at(clamp(pass.latest)) : undefined,
  }
}
</script>

<template>
  <svg :width="width" :height="height" aria-hidden="true">
    <line v-for="m in months" :key="m.getTime()" :x1="x(m)" :x2="x(m)" y1="0" :y2="height" class="month" />
    <line x1="0" :x2="width" :y1="height - 6" :y2="height - 6" class="ground" />
    <template v-for="p in passes" :key="p.pass">
      <g v-if="drawn(p)" :class="p.verdict">
        <line
          v-if="drawn(p)!.latest"
          :x1="drawn(p)!.x"
          :x2="drawn(p)!.latest"
          :y1="height - 13"
          :y2="height - 13"
          class="latest"
        />
        <rect
          :x="drawn(p)!.x"
          :y="height - 20"
          :width="drawn(p)!.width"
          height="14"
          :class="{ seed: p.pass === 'seed' }"
        />
      </g>
    </template>
    <line :x1="at(today)" :x2="at(today)" y1="0" :y2="height" class="needle" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
}
.month {
  stroke: var(--rule);
}
.ground {
  stroke: color-mix(in srgb, var(--ember) 45%, var(--quiet));
}
rect {
  fill: color-mix(in srgb, var(--moss) 70%, transparent);
}
.go rect {
  fill: var(--clay);
}
.late rect,
.lateAtEdge rect {
  fill: none;
  stroke: var(--stop);
  stroke-dasharray: 3 2;
}
rect.seed {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1.5;
}
.latest {
  stroke: var(--quiet);
  stroke-dasharray: 3 2;
}
.needle {
  stroke: var(--ink);
  stroke-width: 1.4;
}
</style>
