<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import FindsView from './FindsView.vue'
import { usePlants } from './usePlants.ts'

/** Scout: what is it, how much, how old, and does it matter. The address says which part of it is open. */
const route = useRoute()
const { load, loaded } = usePlants()
void load()
const KeyView = defineAsyncComponent(() => import('./KeyView.vue'))
const NameView = defineAsyncComponent(() => import('./NameView.vue'))
const DrillView = defineAsyncComponent(() => import('./DrillView.vue'))
const FindView = defineAsyncComponent(() => import('./FindView.vue'))
const KeepView = defineAsyncComponent(() => import('./KeepView.vue'))
const views = { key: KeyView, name: NameView, drill: DrillView, find: FindView, keep: KeepView }
const view = computed(() => views[String(route.query['at']) as keyof typeof views] ?? FindsView)
</script>

<template>
  <component :is="view" v-if="loaded" :key="String(route.query['at']) + String(route.query['find'])" />
</template>
