<script setup lang="ts">
import { useJobs } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useFinds } from './useFinds.ts'

/** Marks in the year: barriers to put down before what was found germinates again. */
const { say } = useWords()
const { marks } = useFinds()
const { jobs, step } = useJobs()
type Mark = (typeof marks.value)[number]
const take = (mark: Mark, kind: 'close' | 'reopen' | 'skip') => {
  const job = jobs.value.find((j) => j.id === mark.id)
  // Why: as the button says it.
  const why = say({ close: 'scout.markDone', reopen: 'scout.markAgain', skip: 'frame.remove' }[kind])
  if (job) void step(job, { kind, why })
}
</script>

<template>
  <section>
    <h3>{{ say('scout.marks') }}</h3>
    <p v-if="!marks.length" class="quiet small">{{ say('scout.noMarks') }}</p>
    <ul>
      <li v-for="m in marks" :key="m.id" :class="{ done: m.done }">
        <strong>{{ say(`plant.${m.plant}`) }}</strong>
        <span class="quiet small">{{
          say('scout.markLine', { from: m.from, germinates: m.germinatesFrom })
        }}</span>
        <span class="buttons">
          <button class="link" @click="take(m, m.done ? 'reopen' : 'close')">
            {{ say(m.done ? 'scout.markAgain' : 'scout.markDone') }}
          </button>
          <button v-if="!m.done" class="link stop" @click="take(m, 'skip')">{{ say('frame.remove') }}</button>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0.3rem 0 1.2rem;
  padding: 0;
}
li {
  display: grid;
  padding: 0.5rem 0;
  border-bottom: 1px solid var(--rule);
}
.done strong {
  text-decoration: line-through;
}
.buttons {
  display: flex;
  gap: 1rem;
}
</style>
