<script setup lang="ts">
import { useSeasonJudging } from '../season/index.ts'
import { useSoilForecast } from '../soil/index.ts'

/** What works for the open yard whatever is looked at: the forecast of its soil, and its plan judged on it. Draws nothing. */
useSoilForecast()
useSeasonJudging()
</script>

<template><span hidden /></template>
