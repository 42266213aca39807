<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useWords } from '../kit/session.ts'
import { openTerm, terms, type Term } from '../kit/terms.ts'
import TermDrawing from './TermDrawing.vue'

/** One term, explained in a sentence with its drawing; over the page, gone with Esc or a press beside it. */
const props = defineProps<{ term: Term }>()
const route = useRoute()
const { say } = useWords()
const dialog = ref<HTMLDialogElement>()
onMounted(() => dialog.value?.showModal())
const word = computed(() => say(`term.${props.term}`).split('|')[0])
const close = () => (openTerm.term = undefined)
</script>

<template>
  <dialog
    ref="dialog"
    class="over card"
    aria-labelledby="term-word"
    @close="close"
    @click.self="dialog?.close()"
  >
    <div class="line">
      <TermDrawing :picture="terms[term]" />
      <div>
        <h2 id="term-word">{{ word }}</h2>
        <p>{{ say(`glossary.${term}`) }}</p>
      </div>
    </div>
    <form method="dialog">
      <button class="link">{{ say('frame.close') }}</button>
      <RouterLink v-if="route.params['yardId']" class="link" :to="{ name: 'words' }" @click="close">{{
        say('words.all')
      }}</RouterLink>
    </form>
  </dialog>
</template>

<style scoped>
.card {
  max-width: 26rem;
}
.line {
  display: flex;
  gap: 1rem;
}
h2::first-letter {
  text-transform: uppercase;
}
form {
  display: flex;
  gap: 1.2rem;
  margin-top: 0.8rem;
}
</style>
