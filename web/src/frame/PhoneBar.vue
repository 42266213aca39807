<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useToday } from '../today/index.ts'
import { useWords } from '../kit/session.ts'
import { stations } from './stations.ts'

/** On a phone, at the foot: how far along the work one is, and where something waits; pressed, it opens all stations. */
defineProps<{ open: boolean }>()
const emit = defineEmits<{ toggle: []; find: [] }>()
const route = useRoute()
const { say } = useWords()
const { waitsAt } = useToday()
const others = ['you', 'words']
const here = computed(() => {
  const name = route.name === 'field' ? 'outing' : String(route.name)
  return others.includes(name) || stations.some((s) => s.name === name) ? name : 'today'
})
const waiting = computed(() => stations.filter((s) => waitsAt(s.name)).length)
</script>

<template>
  <div class="bar">
    <RouterLink :to="{ name: 'today' }" class="side" :class="{ here: here === 'today' }">{{
      say('frame.today')
    }}</RouterLink>
    <button
      type="button"
      class="path"
      :aria-expanded="open"
      :aria-label="say('frame.openStations', { here: say(`frame.${here}`), count: waiting })"
      @click="emit('toggle')"
    >
      <svg viewBox="0 0 172 14" aria-hidden="true">
        <path d="M6 7H166" />
        <circle
          v-for="(s, i) in stations"
          :key="s.name"
          :cx="6 + (i * 160) / 7"
          cy="7"
          :r="s.name === here ? 6 : 4"
          :class="{ at: s.name === here, marked: waitsAt(s.name) }"
        />
      </svg>
      <span>{{ say(here === 'today' ? 'frame.stations' : `frame.${here}`) }}</span>
    </button>
    <button type="button" class="side" @click="emit('find')">{{ say('frame.find') }}</button>
  </div>
</template>

<style scoped>
.bar {
  display: none;
}
@media (max-width: 60rem) {
  .bar {
    display: grid;
    grid-template-columns: auto 1fr auto;
    align-items: center;
    padding: 0 0.6rem env(safe-area-inset-bottom);
  }
}
a,
button {
  min-height: 56px;
  padding: 0 0.7rem;
  background: none;
  border: 0;
  color: var(--quiet);
  text-decoration: none;
  display: grid;
  place-content: center;
  cursor: pointer;
}
.here {
  color: var(--ink);
  font-weight: 650;
}
.path {
  justify-items: center;
  color: var(--ink);
  font-weight: 650;
  gap: 0.15rem;
}
svg {
  width: 172px;
  height: 14px;
}
svg path {
  stroke: var(--rule);
  stroke-width: 2;
}
circle {
  fill: var(--paper);
  stroke: var(--quiet);
  stroke-width: 1.5;
}
circle.marked {
  stroke: var(--clay);
  fill: var(--clay-soft);
  stroke-width: 2.5;
}
circle.at {
  fill: var(--ink);
  stroke: var(--ink);
}
</style>
