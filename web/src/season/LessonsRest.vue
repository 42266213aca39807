<script setup lang="ts">
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useLessons } from '../ledger/index.ts'

/** What went before on this yard's lawns, and what it says for the next year. */
const { say } = useWords()
const lessons = useLessons()
</script>

<template>
  <RestRow v-if="lessons.length" :name="say('ledger.lessons')">
    <ul>
      <li v-for="l in lessons" :key="l.id">
        {{
          say('ledger.lesson', {
            verdict: l.verdict,
            plant: l.plant,
            zone: l.zone,
            day: l.day,
            label: l.label,
          })
        }}
        <strong v-if="l.why">{{
          say(`nextYear.${l.why}`, { group: l.group, plant: l.plant, label: l.label })
        }}</strong>
        <RouterLink v-else class="link" :to="{ name: 'ledger', query: { day: l.day } }">{{
          say('ledger.findWhy')
        }}</RouterLink>
      </li>
    </ul>
  </RestRow>
</template>

<style scoped>
ul {
  padding-left: 1.1rem;
  margin: 0.2rem 0;
}
</style>
