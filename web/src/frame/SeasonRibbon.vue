<script setup lang="ts">
import { afterPage } from '../kit/afterPage.ts'
import { defineAsyncComponent } from 'vue'
import { useWords } from '../kit/session.ts'
import YardName from './YardName.vue'

/** Comes beside what one came for, not before it: its scales and curves are a sixth of the first load. */
const RibbonYear = defineAsyncComponent(afterPage(() => import('./RibbonYear.vue')))
const { say } = useWords()
</script>

<template>
  <header class="ribbon">
    <div class="brand">
      <strong>{{ say('frame.name') }}</strong><YardName />
    </div>
    <div class="year"><RibbonYear /></div>
  </header>
</template>

<style scoped>
.ribbon {
  display: grid;
  grid-template-columns: var(--trail) minmax(0, 1fr);
  border-bottom: 1px solid var(--rule);
}
.brand {
  padding: 0.9rem 0 0 1rem;
  display: grid;
  align-content: start;
}
.brand strong {
  font-family: var(--serif);
  font-size: 1.1rem;
}
/* Its height is there before it is. */
.year {
  height: 84px;
}
@media (max-width: 60rem) {
  .ribbon {
    grid-template-columns: minmax(0, 1fr);
  }
  .brand {
    padding: 0.5rem 1rem 0;
    display: flex;
    gap: 0.8rem;
    align-items: baseline;
  }
}
</style>
