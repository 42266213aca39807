<script setup lang="ts">
import { ref } from 'vue'
import { useSaveWords } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** One kind of wish: what was said, each with a way to take it back, and a form for another. */
defineProps<{ name: string; rows: string[]; add: string }>()
const emit = defineEmits<{ remove: [at: number]; save: [done: () => void] }>()
const { say } = useWords()
const saveWords = useSaveWords()
const adding = ref(false)
</script>

<template>
  <section>
    <div class="line">
      <strong>{{ name }}</strong>
      <button v-if="!adding" class="link small" @click="adding = true">{{ add }}</button>
    </div>
    <ul v-if="rows.length" class="small">
      <li v-for="(row, i) in rows" :key="row">
        <span>{{ row }}</span>
        <button class="link" :aria-label="`${say('frame.remove')}: ${row}`" @click="emit('remove', i)">
          {{ say('frame.remove') }}
        </button>
      </li>
    </ul>
    <slot name="says" />
    <form v-if="adding" novalidate @submit.prevent="emit('save', () => (adding = false))">
      <slot />
      <button class="link">{{ saveWords.save() }}</button>
      <button type="button" class="link" @click="adding = false">{{ say('frame.cancel') }}</button>
    </form>
  </section>
</template>

<style scoped>
section {
  padding: 0.65rem 0;
  border-bottom: 1px solid var(--rule);
}
.line,
li {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 0.8rem;
}
.line strong {
  font-weight: 600;
}
ul {
  list-style: none;
  margin: 0.2rem 0 0;
  padding: 0;
}
form .link {
  margin-right: 1rem;
}
</style>
