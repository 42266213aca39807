<script setup lang="ts">
import NumberField from '../../kit/NumberField.vue'
import { useWords } from '../../kit/session.ts'
import { emptyLength, type LengthDraft } from './labelDraft.ts'

/** The label’s own table of how long each rate lasts, in the unit of its line’s rate. */
const rows = defineModel<LengthDraft[]>({ required: true })
const { say } = useWords()
</script>

<template>
  <h4>{{ say('label.lengths') }}</h4>
  <div v-for="(row, i) in rows" :key="i" class="pair">
    <NumberField v-model="row.min" :label="say('label.lengths.min')" />
    <NumberField v-model="row.max" :label="say('label.lengths.max')" />
    <NumberField v-model="row.leastDays" unit="d" :label="say('label.lengths.leastDays')" />
    <NumberField v-model="row.mostDays" unit="d" :label="say('label.lengths.mostDays')" />
    <button type="button" class="link small" @click="rows.splice(i, 1)">{{ say('frame.remove') }}</button>
  </div>
  <button type="button" class="link small" @click="rows.push(emptyLength())">
    {{ say('label.lengths.add') }}
  </button>
</template>

<style scoped>
h4 {
  margin: 0.8rem 0 0;
  font: 600 0.9rem var(--sans);
}
</style>
