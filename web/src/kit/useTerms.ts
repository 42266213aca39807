import { defineStore } from 'pinia'
import { computed } from 'vue'
import { useWords } from './session.ts'
import { termFinder } from './terms.ts'

/** The pattern of all terms in the language that is spoken, made once for every text on the page. */
export const useTerms = defineStore('terms', () => {
  const { say, has } = useWords()
  /** The words of the terms come after the page: until then nothing is marked. */
  const find = computed(() => termFinder((term) => (has(`term.${term}`) ? say(`term.${term}`) : '')))
  return { find }
})
