<script setup lang="ts">
import { ref } from 'vue'
import { useWords } from '../kit/session.ts'
import PlantPlate from './plate/PlantPlate.vue'

/** A plate that opens large on press; beside it the plant it is taken for, where there is one. */
const props = defineProps<{ plant: string; beside?: string | undefined; ring?: string | undefined }>()
const { say } = useWords()
const dialog = ref<HTMLDialogElement>()
const isOpen = ref(false)
const named = () => say(`plant.${props.plant}`)
function open(): void {
  isOpen.value = true
  dialog.value?.showModal()
}
</script>

<template>
  <button
    type="button"
    class="plate-button"
    :aria-label="say('scout.larger', { plant: named() })"
    @click="open"
  >
    <PlantPlate :plant="plant" :ring="ring" />
  </button>
  <dialog
    ref="dialog"
    class="over large"
    :aria-label="named()"
    @close="isOpen = false"
    @click.self="dialog?.close()"
  >
    <div v-if="isOpen" class="plates" :class="{ two: beside }">
      <figure v-for="code in beside ? [plant, beside] : [plant]" :key="code">
        <PlantPlate :plant="code" :ring="ring" :label="say(`plant.${code}`)" />
        <figcaption>{{ say(`plant.${code}`) }}</figcaption>
      </figure>
    </div>
    <form method="dialog">
      <button class="link">{{ say('frame.close') }}</button>
    </form>
  </dialog>
</template>

<style scoped>
.plate-button {
  display: block;
  width: 100%;
  padding: 0;
  background: none;
  border: 0;
  cursor: zoom-in;
}
.large {
  width: min(72rem, calc(100vw - 1.5rem));
  max-height: 92vh;
}
.plates.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(18rem, 1fr));
  gap: 1.5rem;
}
figure {
  margin: 0;
}
figcaption {
  font-family: var(--serif);
  font-size: 1.2rem;
}
</style>
