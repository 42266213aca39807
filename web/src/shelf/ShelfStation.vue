<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import { usePlants } from '../scout/index.ts'
import ChoiceView from './ChoiceView.vue'
import { useShelf } from './shelfStore.ts'

/** Shelf: what clears what grows here. The address says which part of it is open. */
const route = useRoute()
const shelf = useShelf()
const { load, loaded } = usePlants()
void load()
void shelf.load()
void shelf.loadTaken()
const views = {
  labels: defineAsyncComponent(() => import('./LabelsView.vue')),
  label: defineAsyncComponent(() => import('./LabelView.vue')),
  sheet: defineAsyncComponent(() => import('./SheetView.vue')),
}
const view = computed(() => views[String(route.query['at']) as keyof typeof views] ?? ChoiceView)
</script>

<template>
  <component
    :is="view"
    v-if="loaded && shelf.loaded"
    :key="String(route.query['at']) + String(route.query['label'])"
  />
</template>
