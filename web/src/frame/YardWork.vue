<script setup lang="ts">
import { useTellWindow } from '../outing/index.ts'
import { useSeasonJudging } from '../season/index.ts'
import { useSoilForecast } from '../soil/index.ts'
import { useAnswerChanges } from '../state/index.ts'

/** What is worked out here: the soil of another day, plans that are tried, the hours ahead. Draws nothing. */
useAnswerChanges()
useSoilForecast()
useSeasonJudging()
useTellWindow()
</script>

<template><span hidden /></template>
