<script setup lang="ts">
import { computed } from 'vue'
import { entryKey } from '@jardinero/core/today'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import AgendaPicture from './AgendaPicture.vue'
import { useAgenda } from './useAgenda.ts'

/** Under what waits: the eight weeks ahead on the soil's line, and what stands on which day. */
const { day, timeZone } = useYard()
const { say, has, day: sayDay, time } = useWords()
const agenda = useAgenda()
const shown = computed(() => agenda.value.filter((e) => has(entryKey(e.code))).slice(0, 8))
const saysOf = ({ code, params }: (typeof shown.value)[number]) =>
  say(entryKey(code), {
    ...params,
    ...(params['at'] !== undefined && { at: time(String(params['at']), timeZone.value, 'long') }),
  })
</script>

<template>
  <section class="weeks">
    <h2>{{ say('today.weeksAhead') }}</h2>
    <AgendaPicture :entries="shown" />
    <ul v-if="shown.length">
      <li v-for="e in shown" :key="e.id" class="entry">
        <span class="when">{{ sayDay(e.from < day ? day : e.from, 'weekday') }}</span>
        <span>{{ saysOf(e) }}</span>
      </li>
    </ul>
    <p v-else class="quiet">{{ say('today.nothingAhead') }}</p>
  </section>
</template>

<style scoped>
.weeks {
  margin-top: 2rem;
}
h2 {
  font-size: 1.05rem;
  margin: 0 0 0.4rem;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.entry {
  display: grid;
  grid-template-columns: 6.4rem 1fr;
  padding: 0.25rem 0;
  border-top: 1px solid var(--rule);
}
.when {
  color: var(--quiet);
}
</style>
