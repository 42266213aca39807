<script setup lang="ts">
import { useWords } from './session.ts'

/** The anatomy every station shares: answer, picture, rests on. */
defineProps<{ wide?: boolean }>()
const { say } = useWords()
</script>

<template>
  <article class="station">
    <header class="answer">
      <h1><slot name="answer" /></h1>
      <div class="actions no-print"><slot name="actions" /></div>
    </header>
    <div class="body" :class="{ wide, alone: !$slots['rests'] }">
      <section class="picture"><slot /></section>
      <aside v-if="$slots['rests']" class="rests">
        <h2>{{ say('frame.restsOn') }}</h2>
        <slot name="rests" />
      </aside>
    </div>
  </article>
</template>

<style scoped>
.station {
  padding: 1.5rem 2.2rem 3rem;
  max-width: 84rem;
}
.answer h1 {
  font-size: clamp(1.3rem, 0.95rem + 1.25vw, 1.75rem);
  line-height: 1.3;
  max-width: 46rem;
  text-wrap: pretty;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1.2rem;
  align-items: center;
  margin: 1rem 0 1.2rem;
}
.body {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(15rem, 19rem);
  gap: 2rem;
}
.body.wide {
  grid-template-columns: minmax(0, 1fr) minmax(15rem, 24rem);
}
.body.alone {
  grid-template-columns: minmax(0, 1fr);
}
.rests {
  border-left: 1px solid var(--rule);
  padding-left: 1.4rem;
}
@media (max-width: 60rem) {
  .station {
    padding: 1rem 1rem 6rem;
  }
  .body,
  .body.wide {
    grid-template-columns: minmax(0, 1fr);
  }
  .rests {
    border-left: 0;
    border-top: 1px solid var(--rule);
    padding: 1rem 0 0;
  }
}
@media print {
  .body,
  .body.wide {
    grid-template-columns: 1fr;
  }
  .rests {
    display: none;
  }
}
</style>
