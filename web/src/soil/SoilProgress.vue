<script setup lang="ts">
import { useWords } from '../kit/session.ts'
import { useSoil } from './soilStore.ts'

/** How far the simulation is; it can be broken off, and begun again. */
const store = useSoil()
const { say } = useWords()
</script>

<template>
  <span v-if="!store.problem" class="quiet small" role="status">
    {{
      store.stopped && store.progress
        ? say('soil.ahead.stopped', store.progress)
        : say('soil.ahead.computing', store.progress ?? { done: 0, of: 200 })
    }}
    <button
      v-if="store.progress && store.isLocal"
      type="button"
      class="link"
      @click="store.stopped = !store.stopped"
    >
      {{ say(store.stopped ? 'soil.ahead.goOn' : 'soil.ahead.stop') }}
    </button>
  </span>
</template>
