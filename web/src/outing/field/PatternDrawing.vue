<script setup lang="ts">
import { computed } from 'vue'
import { planPattern } from '@jardinero/core/outing'
import { convert, type ZoneId } from '@jardinero/core/quantity'
import { useWords } from '../../kit/session.ts'
import { useAccount, useYard } from '../../state/index.ts'
import { boundsOf, pathOf, placeSections } from '../../yard/index.ts'

/** How a lawn is walked: the trim pass round its edge, then the swaths, numbered from the far one. Beds and the house are left white. */
const props = defineProps<{ zoneId: ZoneId; swathFt: number }>()
const { zones } = useYard()
const account = useAccount()
const { say, quantity } = useWords()
const name = computed(() => zones.value.find((z) => z.id === props.zoneId)?.name ?? '')
const placed = computed(() => placeSections(account.sectionsOf(props.zoneId)))
const lawns = computed(() =>
  placed.value
    .filter((p) => !p.section.deduction)
    .map((p) => ({
      ...p,
      pattern: planPattern(
        p.sides.flatMap((side) => side.slice(0, -1)),
        props.swathFt,
      ),
    })),
)
const beds = computed(() => placed.value.filter((p) => p.section.deduction))
const box = computed(() =>
  boundsOf(
    placed.value.flatMap((p) => p.sides.flat()),
    3,
  ),
)
const walkFt = computed(() => lawns.value.reduce((sum, l) => sum + l.pattern.walkFt, 0))
const swaths = computed(() => lawns.value.reduce((sum, l) => sum + l.pattern.swaths.length, 0))
</script>

<template>
  <figure v-if="lawns.length">
    <svg
      :viewBox="box.join(' ')"
      role="img"
      :aria-label="say('outing.patternOf', { zone: name, count: swaths })"
    >
      <g v-for="l in lawns" :key="l.section.id">
        <path :d="pathOf(l.sides)" class="lawn" />
        <polyline
          :points="l.pattern.trim.map((p) => p.join(',')).join(' ')"
          class="trim"
          :stroke-width="swathFt"
        />
        <g v-for="([a, b], i) in l.pattern.swaths" :key="i">
          <line :x1="a[0]" :y1="a[1]" :x2="b[0]" :y2="b[1]" class="swath" />
          <circle
            :cx="a[0]"
            :cy="a[1]"
            :r="i ? swathFt / 6 : swathFt / 2"
            class="begin"
            :class="{ first: !i }"
          />
        </g>
      </g>
      <path v-for="b in beds" :key="b.section.id" :d="pathOf(b.sides)" class="bed" />
    </svg>
    <figcaption class="small">
      {{
        say('outing.pattern', {
          zone: name,
          count: swaths,
          swath: { value: swathFt, unit: 'ft' },
          walk: quantity(convert(walkFt, 'ft', 'ft'), 'ft'),
        })
      }}
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0.6rem 0;
}
svg {
  width: 100%;
  max-height: 15rem;
}
.lawn {
  fill: color-mix(in srgb, var(--moss) 18%, var(--paper));
  stroke: var(--moss);
  stroke-width: 0.4;
}
.bed {
  fill: var(--paper);
  stroke: var(--quiet);
  stroke-width: 0.3;
}
.trim {
  fill: none;
  stroke: color-mix(in srgb, var(--clay) 25%, transparent);
}
.swath {
  stroke: var(--ink);
  stroke-width: 0.35;
  stroke-dasharray: 2 1;
}
.begin {
  fill: var(--paper);
  stroke: var(--clay);
  stroke-width: 0.4;
}
.begin.first {
  fill: var(--clay);
}
</style>
