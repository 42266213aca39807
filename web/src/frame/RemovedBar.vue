<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { watch } from 'vue'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useRemoved } from '../state/index.ts'

/** What was removed just now, and a way to have it back. */
const removed = useRemoved()
const form = useForm()
const { say } = useWords()
/** So long it is told; after that it stands under You. */
const toldMs = 20_000
const { start, stop } = useTimeoutFn(() => (removed.last = undefined), toldMs, { immediate: false })
watch(
  () => removed.last,
  (last) => (last ? start() : stop()),
)
</script>

<template>
  <p v-if="removed.last" class="removed no-print" role="status">
    {{ form.general.value || say(`removed.done.${removed.last.part}`) }}
    <button
      type="button"
      class="link"
      @click="form.save(() => removed.bringBack(removed.last!.part, removed.last!.id))"
    >
      {{ say('removed.bringBack') }}
    </button>
    <button type="button" class="link" @click="removed.last = undefined">{{ say('frame.close') }}</button>
  </p>
</template>

<style scoped>
.removed {
  position: fixed;
  left: 50%;
  transform: translateX(-50%);
  bottom: 1rem;
  z-index: 9;
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1rem;
  margin: 0;
  padding: 0.6rem 1rem;
  max-width: calc(100vw - 2rem);
  box-sizing: border-box;
  background: var(--card);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
@media (max-width: 60rem) {
  /* Over the trail, which lies along the bottom there. */
  .removed {
    bottom: 4rem;
    width: calc(100vw - 2rem);
  }
}
</style>
