<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useWords } from '../kit/session.ts'

/** A stopwatch for the runs, and a beat to walk to: one flash a step of an even pace. */
const props = defineProps<{ pace?: number | undefined }>()
const { say, number } = useWords()
const began = ref<number>()
const passed = ref(0)
const ticks = useIntervalFn(() => (passed.value = (performance.now() - began.value!) / 1000), 100, {
  immediate: false,
})
function toggle(): void {
  if (ticks.isActive.value) return ticks.pause()
  began.value = performance.now()
  passed.value = 0
  ticks.resume()
}
/** A beat a second, so that the count of beats over 1,000 sq ft is the pace. */
const beat = computed(() => ticks.isActive.value && Math.floor(passed.value * 2) % 2 === 0)
const shown = computed(() => number(passed.value, { minimumFractionDigits: 1, maximumFractionDigits: 1 }))
</script>

<template>
  <div class="watch">
    <button type="button" class="link" @click="toggle">
      {{ say(ticks.isActive.value ? 'bench.watchStop' : 'bench.watchStart') }}
    </button>
    <output class="time" aria-live="off">{{ say('bench.watch', { seconds: shown }) }}</output>
    <span class="beat" :class="{ on: beat }" aria-hidden="true" />
    <span v-if="props.pace" class="quiet small">{{
      say('bench.pace', { seconds: number(props.pace, { maximumFractionDigits: 0 }) })
    }}</span>
  </div>
</template>

<style scoped>
.watch {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.9rem;
  padding: 0.5rem 0;
}
.time {
  font-variant-numeric: tabular-nums;
  font-weight: 600;
}
.beat {
  width: 0.9rem;
  height: 0.9rem;
  border-radius: 50%;
  border: 2px solid var(--clay);
}
.beat.on {
  background: var(--clay);
}
</style>
