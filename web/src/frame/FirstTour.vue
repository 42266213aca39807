<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useSession, useWords } from '../kit/session.ts'
import WayDrawing from './WayDrawing.vue'

/** Once, and never again: how the page is read, in four sentences. It stands beside the page and stops nobody. */
const session = useSession()
const { say } = useWords()
const steps = ['answer', 'figures', 'stations', 'find'] as const
const pictures = { answer: 'weed', figures: 'timing', stations: 'year', find: 'product' } as const
const seen = useLocalStorage(`frame.tour.${session.person?.id}`, false)
const at = ref(0)
const step = computed(() => steps[at.value]!)
const next = () => (at.value < steps.length - 1 ? at.value++ : (seen.value = true))
</script>

<template>
  <aside v-if="!seen" class="tour no-print" :aria-label="say('tour.title')">
    <WayDrawing :way="pictures[step]" />
    <div>
      <p role="status">{{ say(`tour.${step}`) }}</p>
      <div class="actions">
        <button type="button" class="link" @click="next">
          {{ say(at < steps.length - 1 ? 'tour.next' : 'tour.done') }}
        </button>
        <button v-if="at < steps.length - 1" type="button" class="link quiet" @click="seen = true">
          {{ say('tour.skip') }}
        </button>
        <span class="quiet small">{{ say('tour.step', { step: at + 1, steps: steps.length }) }}</span>
      </div>
    </div>
  </aside>
</template>

<style scoped>
.tour {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 1rem;
  align-items: center;
  max-width: 40rem;
  margin: 1rem 2.2rem 0;
  padding: 0.7rem 1rem;
  background: var(--clay-soft);
  border-radius: var(--radius);
}
.actions {
  display: flex;
  gap: 1.2rem;
  align-items: baseline;
  margin-top: 0.3rem;
}
@media (max-width: 60rem) {
  .tour {
    margin: 0.8rem 1rem 0;
  }
}
</style>
