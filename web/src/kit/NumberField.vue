<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { convert, findUnit, type Unit } from '@jardinero/core/quantity'
import { unitFor } from '@jardinero/words'
import FieldRow from './FieldRow.vue'
import { useSession, useWords } from './session.ts'

/**
 * A number in the reader's unit; the model is in `unit`. NaN stands for a text that is no number, undefined for none.
 * What is typed is never rewritten while it means the model.
 */
const props = defineProps<{
  label: string
  unit?: Unit
  fault?: string | undefined
  hint?: string
  asIs?: boolean
}>()
const model = defineModel<number | undefined>({ required: true })
const session = useSession()
const { say } = useWords()

const shownUnit = computed(() =>
  props.unit && !props.asIs && findUnit(props.unit) ? unitFor(props.unit, session.preferences) : props.unit,
)
const factorless = computed(() => !props.unit || !findUnit(props.unit))
const toShown = (value: number) => (factorless.value ? value : convert(value, props.unit!, shownUnit.value!))
const fromShown = (value: number) =>
  factorless.value ? value : convert(value, shownUnit.value!, props.unit!)
const write = (value: number | undefined) =>
  value === undefined || Number.isNaN(value) ? '' : String(Number(toShown(value).toPrecision(6)))

/** Decimal point or comma, and a thousands comma before three digits. */
const read = (text: string): number | undefined => {
  const clean = text
    .trim()
    .replace(/(\d),(?=\d{3}(\D|$))/g, '$1')
    .replace(',', '.')
  if (!clean) return undefined
  return /^-?\d*\.?\d+$/.test(clean) ? fromShown(Number(clean)) : NaN
}

const typed = ref(write(model.value))
watch(typed, (text) => (model.value = read(text)))
watch([model, shownUnit], ([value]) => {
  const meant = read(typed.value)
  const same =
    meant === value ||
    (Number.isNaN(meant) && Number.isNaN(value)) ||
    Math.abs((meant ?? NaN) - (value ?? NaN)) < 1e-9
  if (!same) typed.value = write(value)
})
</script>

<template>
  <FieldRow
    v-slot="{ id, described, invalid }"
    :label="
      shownUnit && shownUnit !== 'count' && shownUnit !== 'times'
        ? `${label}, ${say(`unit.${shownUnit}`)}`
        : label
    "
    :fault="fault"
    :hint="hint ?? ''"
  >
    <InputText
      :id="id"
      v-model="typed"
      inputmode="decimal"
      :invalid="invalid"
      :aria-describedby="described"
      autocomplete="off"
      size="small"
    />
  </FieldRow>
</template>
