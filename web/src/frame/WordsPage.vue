<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { plainName } from '@jardinero/core/quantity'
import FieldRow from '../kit/FieldRow.vue'
import { useWords } from '../kit/session.ts'
import { termCodes, terms } from '../kit/terms.ts'
import TermDrawing from './TermDrawing.vue'

/** Every term that is explained, with its drawing. */
const { say } = useWords()
const search = ref('')
const all = computed(() =>
  termCodes
    .map((code) => {
      const [word = ''] = say(`term.${code}`).split('|')
      return { code, word, names: plainName(say(`term.${code}`)), says: say(`glossary.${code}`) }
    })
    .toSorted((a, b) => a.word.localeCompare(b.word)),
)
const found = computed(() => {
  const typed = plainName(search.value)
  return typed ? all.value.filter((t) => t.names.includes(typed)) : all.value
})
</script>

<template>
  <article class="words">
    <h1>{{ say('words.title') }}</h1>
    <FieldRow v-slot="{ id }" :label="say('words.search')">
      <InputText :id="id" v-model="search" type="search" size="small" autocomplete="off" />
    </FieldRow>
    <p v-if="!found.length" role="status">{{ say('words.none') }}</p>
    <ul>
      <li v-for="t in found" :id="`word-${t.code}`" :key="t.code" class="word">
        <TermDrawing :picture="terms[t.code]" />
        <div>
          <strong>{{ t.word }}</strong>
          <p>{{ t.says }}</p>
        </div>
      </li>
    </ul>
  </article>
</template>

<style scoped>
.words {
  padding: 1.5rem 2.2rem 6rem;
  max-width: 64rem;
}
h1 {
  font-size: 1.7rem;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(18rem, 1fr));
  gap: 0 2rem;
  margin: 1rem 0 0;
}
.word {
  display: flex;
  gap: 1rem;
  padding: 0.8rem 0;
  border-top: 1px solid var(--rule);
}
strong {
  display: block;
  font-weight: 500;
  font-family: var(--serif);
  font-size: 1.1rem;
}
strong::first-letter {
  text-transform: uppercase;
}
p {
  margin: 0.1rem 0 0;
}
@media (max-width: 60rem) {
  .words {
    padding: 1rem 1rem 6rem;
  }
}
</style>
