<script setup lang="ts">
import { useWords } from '../kit/session.ts'
import type { UsedKeying } from './useKeying.ts'

/** The answers so far; press one to change it. */
const props = defineProps<{ keying: UsedKeying }>()
const { say } = useWords()
const { state, chosen } = props.keying
const { answers, result } = props.keying.found
</script>

<template>
  <section class="seen">
    <h3>{{ say('scout.key.seen') }}</h3>
    <p v-if="!state.order.length" class="quiet small">{{ say('scout.key.nothingSeen') }}</p>
    <ul>
      <li
        v-for="code in state.order.filter((c) => c in answers)"
        :key="code"
        :class="{ odd: result.odd?.character === code }"
      >
        <button class="link" @click="chosen = code">{{ say(`trait.${code}`) }}</button>
        <span>{{ answers[code] ? say(`state.${code}.${answers[code]}`) : say('scout.key.notSeen') }}</span>
      </li>
    </ul>
    <label class="head"
      ><input v-model="state.withoutHead" type="checkbox" /> {{ say('scout.key.noHead') }}</label
    >
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0.2rem 0 0.6rem;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 8rem 1fr;
  gap: 0.6rem;
  padding: 0.28rem 0;
  border-bottom: 1px solid var(--rule);
  font-size: 0.9rem;
  align-items: baseline;
}
li .link {
  justify-self: start;
  text-align: left;
  border: 0;
  text-decoration: underline dotted;
}
li.odd span {
  color: var(--ember-text);
  font-weight: 600;
}
.head {
  display: block;
  padding: 0.3rem 0 0.7rem;
  font-size: 0.9rem;
}
</style>
