<script setup lang="ts">
import type { Mix as KeptMix } from '@jardinero/contract/bench'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { givenFigure } from '../kit/working.ts'

/** What a mix being filled rests on: as it was when it was made; none of it can change now. */
defineProps<{ mix: KeptMix; zone: string }>()
const { say, day } = useWords()
</script>

<template>
  <RestRow :name="zone">
    <template #value><FigureText :figure="givenFigure(mix.areaSqFt, 'ft2', 'tape')" /></template>
    {{ say('bench.madeOn', { day: day(mix.day, 'long') }) }}
  </RestRow>
  <RestRow :name="mix.rules.name">
    <template #value><FigureText :figure="givenFigure(mix.rate.value, mix.rate.unit)" /></template>
    <span v-if="mix.rules.sample" class="sample">{{ say('bench.sample') }}</span>
  </RestRow>
  <RestRow :name="say('working.measuredRate')">
    <template #value><FigureText :figure="mix.result.measuredRate" /></template>
    {{ say('bench.measuredCounts') }}
  </RestRow>
  <RestRow v-if="mix.result.yearShare" :name="say('bench.yearUse')">
    <template #value><FigureText :figure="mix.result.yearShare" /></template>
    {{ say('bench.onceDown') }}
  </RestRow>
</template>
