<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { afterPage } from '../kit/afterPage.ts'
import { useTellNext } from '../season/index.ts'
import { useKeptSoil } from '../soil/index.ts'

/** What works for the open yard whatever is looked at. The answer that is kept is laid in at once; what is worked out here comes beside the page. */
const YardWork = defineAsyncComponent(afterPage(() => import('./YardWork.vue')))
useKeptSoil()
useTellNext()
</script>

<template><YardWork /></template>
