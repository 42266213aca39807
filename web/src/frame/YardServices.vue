<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { useKeptSoil } from '../soil/index.ts'

/** What works for the open yard whatever is looked at. The answer that is kept is laid in at once; what is worked out here comes beside the page. */
const YardWork = defineAsyncComponent(() => import('./YardWork.vue'))
useKeptSoil()
</script>

<template><YardWork /></template>
