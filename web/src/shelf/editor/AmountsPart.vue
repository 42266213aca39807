<script setup lang="ts">
import type { Unit } from '@jardinero/core/quantity'
import ChoiceField from '../../kit/ChoiceField.vue'
import NumberField from '../../kit/NumberField.vue'
import { useWords } from '../../kit/session.ts'
import { useOptions } from '../../kit/useOptions.ts'
import { amountUnits, emptyAmount, ownFirst, type AmountDraft } from './labelDraft.ts'

/** Lines of an amount of product and what it stands beside: a price, an area, water. */
const props = defineProps<{
  measure: 'mass' | 'volume'
  part: 'packages' | 'coverage' | 'spots'
  ofUnit?: Unit
  at: (...fields: string[]) => string | undefined
}>()
const rows = defineModel<AmountDraft[]>({ required: true })
const { say } = useWords()
const options = useOptions()
const units = () => options(ownFirst(amountUnits, props.measure), 'unit')
</script>

<template>
  <h4>{{ say(`label.${part}`) }}</h4>
  <div v-for="(row, i) in rows" :key="i" class="pair">
    <NumberField
      v-model="row.amount"
      :label="say(`label.${part}.amount`)"
      :fault="
        at(`${part}.${i}`, `${part}.${i}.amount`, `${part}.${i}.amount.value`, `${part}.${i}.priceCents`)
      "
    />
    <ChoiceField v-model="row.unit" :label="say('label.unit')" :options="units()" />
    <NumberField v-model="row.of" :unit="ofUnit!" :label="say(`label.${part}.of`)" />
    <button type="button" class="link small" @click="rows.splice(i, 1)">{{ say('frame.remove') }}</button>
  </div>
  <button type="button" class="link small" @click="rows.push(emptyAmount(measure))">
    {{ say(`label.${part}.add`) }}
  </button>
</template>

<style scoped>
h4 {
  margin: 0.8rem 0 0;
  font: 600 0.9rem var(--sans);
}
</style>
