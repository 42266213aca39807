<script setup lang="ts">
import { computed } from 'vue'
import { openTerm, type TermPiece } from './terms.ts'
import { useTerms } from './useTerms.ts'

/** A text whose terms of the trade are explained on press. */
const props = defineProps<{ text: string }>()
const terms = useTerms()
const pieces = computed<TermPiece[]>(() => terms.find(props.text))
</script>

<template>
  <template v-for="(piece, i) in pieces" :key="i"
    ><button v-if="piece.term" type="button" class="term" @click="openTerm.term = piece.term">
      {{ piece.text }}</button
    ><template v-else>{{ piece.text }}</template></template
  >
</template>

<style scoped>
.term {
  all: unset;
  cursor: help;
  /* A finger or a pointer needs 24 px; padding of what stands in a line moves nothing. */
  padding-block: 4px;
  text-decoration: underline dotted color-mix(in srgb, var(--quiet) 70%, transparent);
  text-decoration-thickness: 1px;
  text-underline-offset: 4px;
}
.term:hover {
  text-decoration-style: solid;
}
.term:focus-visible {
  outline: 2px solid var(--clay);
  outline-offset: 2px;
}
@media print {
  .term {
    text-decoration: none;
  }
}
</style>
