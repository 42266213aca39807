<script setup lang="ts">
import { ref } from 'vue'
import type { PlanOutline } from '@jardinero/core/yard'
import { useWords } from '../kit/session.ts'
import OutlineFile from './OutlineFile.vue'
import TracePicture from './TracePicture.vue'
import WalkEdge from './WalkEdge.vue'

/** Ways to an outline without a tape: walk its edge, trace it on a picture, or take it from a file. */
const emit = defineEmits<{
  take: [outline: PlanOutline, of: { name?: string; isHole?: boolean; accuracyFt?: number }]
}>()
const { say } = useWords()
const way = ref<'walk' | 'trace'>()
const toggle = (to: 'walk' | 'trace') => (way.value = way.value === to ? undefined : to)
function take(outline: PlanOutline, accuracyFt: number): void {
  way.value = undefined
  emit('take', outline, { accuracyFt })
}
</script>

<template>
  <div class="ways small">
    <span class="quiet">{{ say('yard.otherWays') }}</span>
    <button type="button" class="link" :aria-expanded="way === 'walk'" @click="toggle('walk')">
      {{ say('yard.walk') }}
    </button>
    <button type="button" class="link" :aria-expanded="way === 'trace'" @click="toggle('trace')">
      {{ say('yard.trace') }}
    </button>
    <OutlineFile @take="(outline, of) => emit('take', outline, of)" />
  </div>
  <WalkEdge v-if="way === 'walk'" @take="take" />
  <TracePicture v-if="way === 'trace'" @take="take" />
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.1rem;
  align-items: baseline;
  margin: 0.3rem 0 0.6rem;
}
</style>
