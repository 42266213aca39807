<script setup lang="ts">
import { computed } from 'vue'
import { useWords } from '../kit/session.ts'
import { usePlanContext } from './usePlanContext.ts'

/** The programmes taken before, with who and why. */
const { say, day: sayDay, time } = useWords()
const { half, plansOf } = usePlanContext()
const history = computed(() => plansOf(half.value).toReversed().slice(0, 6))
</script>

<template>
  <template v-if="history.length">
    <h3>{{ say('season.history') }}</h3>
    <ul class="small">
      <li v-for="p in history" :key="p.id">
        {{
          say('season.historySays', { day: sayDay(p.takenAt.slice(0, 10)), who: p.takenBy, reason: p.reason })
        }}
        <span class="visually-hidden">{{ time(p.takenAt, 'UTC') }}</span>
      </li>
    </ul>
  </template>
</template>

<style scoped>
h3 {
  margin: 1.1rem 0 0.3rem;
}
ul {
  padding-left: 1.1rem;
  margin: 0.2rem 0;
}
</style>
