<script setup lang="ts">
import type { WindReading } from '@jardinero/contract/outing'
import type { LabelRules } from '@jardinero/core/shelf'
import LabelCautions from '../../bench/LabelCautions.vue'
import { useWords } from '../../kit/session.ts'
import PatternDrawing from './PatternDrawing.vue'
import WindPanel from './WindPanel.vue'
import type { FieldOuting } from './fieldStore.ts'

/** Before the first step: cautions, the wind, the way over each lawn. */
defineProps<{ outing: FieldOuting; labels: LabelRules[]; mostMph: number; now: string }>()
const emit = defineEmits<{ wind: [reading: WindReading] }>()
const { say } = useWords()
</script>

<template>
  <LabelCautions v-for="rules in labels" :key="rules.name" :rules="rules" :named="labels.length > 1" />
  <WindPanel :winds="outing.winds" :now="now" :most-mph="mostMph" @add="emit('wind', $event)" />
  <PatternDrawing
    v-for="g in outing.tank.request.grounds"
    :key="g.id"
    :zone-id="g.id"
    :swath-ft="outing.swathFt"
  />
  <ul class="ways small">
    <li>{{ say('outing.way.trim') }}</li>
    <li>{{ say('outing.way.far') }}</li>
    <li v-if="outing.tank.request.grounds.some((g) => g.edgeSqFt)">{{ say('outing.way.edges') }}</li>
    <li v-if="outing.tank.request.grounds.some((g) => g.mode === 'spot')">
      {{ say('outing.way.spots') }}
    </li>
    <li>{{ say('outing.way.dry') }}</li>
  </ul>
</template>

<style scoped>
.ways {
  padding-left: 1.1rem;
}
</style>
