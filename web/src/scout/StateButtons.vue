<script setup lang="ts">
import type { Character, PlantGroup } from '@jardinero/core/scout'
import { useWords } from '../kit/session.ts'
import StateDrawing from './plate/StateDrawing.vue'

/** The states of a character, drawn; press the one you see, or its letter. */
defineProps<{ character: Character; group: PlantGroup; picked: string | null | undefined }>()
const emit = defineEmits<{ pick: [state: string | null] }>()
const { say } = useWords()
const letter = (i: number) => 'abcdefghijkl'[i]
</script>

<template>
  <div class="states" role="group" :aria-label="say(`ask.${character.code}`)">
    <button
      v-for="(state, i) in character.states"
      :key="state"
      type="button"
      class="state"
      :class="{ picked: picked === state }"
      :aria-pressed="picked === state"
      @click="emit('pick', state)"
    >
      <StateDrawing :character="character.code" :state="state" :group="group" />
      <span
        ><span class="letter" aria-hidden="true">{{ letter(i) }}</span
        >{{ say(`state.${character.code}.${state}`) }}</span
      >
    </button>
  </div>
</template>

<style scoped>
.states {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(7.4rem, 1fr));
  gap: 0.6rem;
}
.state {
  background: var(--card);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  padding: 0.4rem 0.5rem 0.5rem;
  cursor: pointer;
  text-align: left;
  display: grid;
  gap: 0.3rem;
  align-content: start;
  font-size: 0.88rem;
  line-height: 1.25;
}
.state svg {
  max-height: 5.4rem;
}
.state:hover {
  border-color: var(--ink);
}
.state.picked {
  border: 2px solid var(--clay);
}
.letter {
  color: var(--quiet);
  font-size: 0.78rem;
  margin-right: 0.4rem;
}
@media (max-width: 60rem) {
  .states {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .letter {
    display: none;
  }
  .state {
    grid-template-columns: 4.2rem 1fr;
    align-items: center;
    min-height: 4.6rem;
  }
}
</style>
