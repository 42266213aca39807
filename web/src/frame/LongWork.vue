<script setup lang="ts">
import { longWork } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'

/** What takes longer than an answer: how far it is, and a way to call it off. */
const { say } = useWords()
</script>

<template>
  <p v-if="longWork.running" class="work no-print" role="status">
    {{ say(`task.${longWork.kind}`) }}
    <span v-if="longWork.total" class="quiet">{{
      say('task.far', { done: longWork.done, total: longWork.total })
    }}</span>
    <button type="button" class="link" @click="longWork.stop()">{{ say('task.stop') }}</button>
  </p>
</template>

<style scoped>
.work {
  position: fixed;
  right: 1rem;
  bottom: 1rem;
  z-index: 8;
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1rem;
  padding: 0.5rem 1rem;
  background: var(--card);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
@media (max-width: 60rem) {
  /* Over the trail, which lies along the bottom there. */
  .work {
    bottom: 4rem;
  }
}
</style>
