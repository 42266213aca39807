<script setup lang="ts">
import { useId } from 'vue'
import TermText from './TermText.vue'

/** A labelled field with its fault under it, tied together for readers of the screen. */
defineProps<{ label: string; fault?: string | undefined; hint?: string }>()
const id = useId()
</script>

<template>
  <div class="field" :class="{ faulty: fault }">
    <label :for="id">{{ label }}</label>
    <slot :id="id" :described="fault ? `${id}-fault` : undefined" :invalid="Boolean(fault)" />
    <p v-if="hint && !fault" class="quiet small"><TermText :text="hint" /></p>
    <p v-if="fault" :id="`${id}-fault`" class="fault small" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.2rem;
  margin: 0.55rem 0;
  align-content: start;
  min-width: 0;
}
.field label {
  font-size: 0.86rem;
  color: var(--quiet);
}
.field label::first-letter {
  text-transform: uppercase;
}
.field :deep(input),
.field :deep(.p-select) {
  width: 100%;
}
.fault {
  color: var(--stop);
}
</style>
