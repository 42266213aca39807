<script setup lang="ts">
import { computed } from 'vue'
import type { Figure } from '@jardinero/core/quantity'
import { useWords } from './session.ts'
import { showWorking } from './working.ts'

/** A number on a screen: formatted for the reader, and it opens its working. */
const props = defineProps<{ figure: Figure; text?: string; asIs?: boolean; title?: string }>()
const { quantity, say } = useWords()
const shown = computed(() => props.text ?? quantity(props.figure.value, props.figure.unit, props.asIs))
</script>

<template>
  <button
    type="button"
    class="figure"
    :aria-label="say('frame.openWorking', { figure: shown })"
    @click="showWorking(figure, title)"
  >
    {{ shown }}
  </button>
</template>

<style scoped>
.figure {
  all: unset;
  cursor: pointer;
  border-bottom: 1.5px dotted color-mix(in srgb, var(--clay) 55%, var(--paper));
  white-space: nowrap;
}
.rests .figure,
td .figure {
  display: inline-block;
  min-height: 24px;
}
.figure:hover {
  border-bottom-style: solid;
}
.figure:focus-visible {
  outline: 2px solid var(--clay);
  outline-offset: 2px;
}
@media print {
  .figure {
    border: 0;
  }
}
</style>
