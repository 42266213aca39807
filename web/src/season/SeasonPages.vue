<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import SeasonStation from './SeasonStation.vue'

/** Season: the plan, or all jobs. The address says which. */
const route = useRoute()
const JobsView = defineAsyncComponent(() => import('./JobsView.vue'))
const view = computed(() => (route.query['at'] === 'jobs' ? JobsView : SeasonStation))
</script>

<template>
  <component :is="view" />
</template>
