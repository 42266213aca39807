<script setup lang="ts">
import { usePlants } from './usePlants.ts'
import PlantPlate from './plate/PlantPlate.vue'

/** A plant’s small plate, once the plants are here; an empty place for one that is not drawn. */
defineProps<{ plant: string }>()
const { load, loaded, plantOf } = usePlants()
void load()
</script>

<template>
  <PlantPlate v-if="loaded && plantOf(plant)" :plant="plant" small />
  <span v-else />
</template>
