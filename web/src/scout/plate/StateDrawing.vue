<script setup lang="ts">
import { computed } from 'vue'
import type { PlantGroup } from '@jardinero/core/scout'
import { inkMarkup } from './markup.ts'
import { PlateInk } from './PlateInk.ts'
import { drawState } from './stateDrawings.ts'

/** The small drawing of one state of a character. */
const props = defineProps<{ character: string; state: string; group: PlantGroup }>()
const markup = computed(() => inkMarkup(drawState(props.character, props.state, props.group)))
</script>

<template>
  <svg class="plate" viewBox="0 0 100 104" aria-hidden="true"><PlateInk :markup="markup" /></svg>
</template>
