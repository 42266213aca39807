<script setup lang="ts">
import { useHeld } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** The address names a yard that is not here: said, and the way to those that are. */
const held = useHeld()
const { say } = useWords()
void held.open()
</script>

<template>
  <main class="none">
    <h1>{{ say('frame.noYard') }}</h1>
    <p>{{ say('frame.noYardSays') }}</p>
    <ul>
      <li v-for="y in held.opening?.yards" :key="y.id">
        <RouterLink :to="{ name: 'today', params: { yardId: y.id } }">{{ y.name }}</RouterLink>
      </li>
    </ul>
  </main>
</template>

<style scoped>
.none {
  max-width: 44rem;
  margin: 0 auto;
  padding: 8vh 1.5rem 4rem;
}
h1 {
  font-size: 1.7rem;
}
li {
  padding: 0.3rem 0;
}
</style>
