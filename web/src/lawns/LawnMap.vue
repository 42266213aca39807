<script setup lang="ts">
import { extent } from 'd3-array'
import { computed, ref, shallowRef, watch } from 'vue'
import type { LawnPoint } from '@jardinero/contract/lawns'
import { useSession, useWords } from '../kit/session.ts'
import { ask } from '../state/index.ts'
import { dueLooks } from './dueLooks.ts'
import { layOut } from './layOut.ts'

/** The lawns of the list where they lie, north up; by how soon they are due, or by how warm their soil is. */
const props = defineProps<{ word: string }>()
const emit = defineEmits<{ open: [yardId: string] }>()
const { say, quantity } = useWords()
const session = useSession()
const points = shallowRef<LawnPoint[]>([])
const by = ref<'due' | 'soil'>('due')
const here = ref<LawnPoint>()
watch(
  () => props.word,
  async (word) => {
    const told = await ask<LawnPoint[]>(`/api/yard/lawns/points?${word}`).catch(() => undefined)
    if (told && word === props.word) points.value = told
  },
  { immediate: true },
)
const size = { width: 760, height: 480 }
const isMetric = computed(() => session.preferences.units === 'metric')
const laid = computed(() => layOut(points.value, size, isMetric.value))
const warmth = computed((): [number, number] => {
  const [least, most] = extent(points.value, (p) => p.soilC ?? undefined)
  return [least ?? 0, most ?? 0]
})
function colourOf({ soilC }: LawnPoint): string | undefined {
  if (by.value === 'due') return undefined
  if (soilC === null) return 'none'
  const [least, most] = warmth.value
  const share = most > least ? (100 * (soilC - least)) / (most - least) : 50
  return `color-mix(in oklab, var(--ember) ${share.toFixed(0)}%, var(--frost))`
}
</script>

<template>
  <figure>
    <div class="by" role="group" :aria-label="say('lawns.map.by')">
      <button
        v-for="b in ['due', 'soil'] as const"
        :key="b"
        type="button"
        class="link"
        :aria-pressed="by === b"
        @click="by = b"
      >
        {{ say(`lawns.map.${b}`) }}
      </button>
    </div>
    <svg
      :viewBox="`0 0 ${size.width} ${size.height}`"
      role="img"
      :aria-label="say('lawns.map.says', { lawns: points.length })"
    >
      <g v-if="laid.scale" class="bar">
        <line :x1="16" :x2="16 + laid.scale.px" :y1="size.height - 16" :y2="size.height - 16" />
        <text :x="16" :y="size.height - 22">
          {{ say(isMetric ? 'lawns.map.km' : 'lawns.map.miles', { far: laid.scale.far }) }}
        </text>
      </g>
      <path
        v-for="{ point, x, y } in laid.at"
        :key="point.id"
        :d="by === 'due' ? dueLooks[point.due] : dueLooks.later"
        :transform="`translate(${x} ${y})`"
        :class="[by === 'due' ? point.due : '', { blank: by === 'soil' && point.soilC === null }]"
        :style="{ fill: colourOf(point) }"
        @pointerenter="here = point"
        @click="emit('open', point.yardId)"
      />
    </svg>
    <figcaption class="quiet small">
      <template v-if="here">{{ here.name }}</template>
      <template v-else-if="by === 'soil'">{{
        say('lawns.map.warm', { least: quantity(warmth[0], 'degC'), most: quantity(warmth[1], 'degC') })
      }}</template>
      <template v-else>{{ say('lawns.map.hint') }}</template>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0 0 1rem;
}
svg {
  width: 100%;
  max-height: 60vh;
  border: 1px solid var(--rule);
  background: var(--card);
}
path {
  cursor: pointer;
}
.blank {
  stroke: var(--quiet);
}
.by {
  display: flex;
  gap: 1rem;
  margin-bottom: 0.4rem;
}
.by [aria-pressed='true'] {
  font-weight: 600;
}
.bar line {
  stroke: var(--ink);
}
.bar text {
  fill: var(--quiet);
  font-size: 12px;
}
</style>
