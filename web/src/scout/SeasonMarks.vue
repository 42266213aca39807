<script setup lang="ts">
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useFinds } from './useFinds.ts'

/** Marks in the year: barriers to put down before what was found germinates again. */
const account = useAccount()
const { say } = useWords()
const { marks } = useFinds()
const toggle = (mark: (typeof marks.value)[number]) => account.change('marks', mark, { done: !mark.done })
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
          <button class="link" @click="toggle(m)">
            {{ say(m.done ? 'scout.markAgain' : 'scout.markDone') }}
          </button>
          <button class="link stop" @click="account.remove('marks', m)">{{ say('frame.remove') }}</button>
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
