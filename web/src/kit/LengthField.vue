<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { convert, parseLengthFt } from '@jardinero/core/quantity'
import FieldRow from './FieldRow.vue'
import { useSession, useWords } from './session.ts'

/** A taped length, read as it is said over the tape; the model is in feet, NaN while it is missing or no length. */
defineProps<{ label: string; fault?: string | undefined }>()
const model = defineModel<number>({ required: true })
const session = useSession()
const { say } = useWords()
const unit = computed(() => (session.preferences.units === 'us' ? 'ft' : 'm'))
const write = (ft: number) =>
  Number.isFinite(ft) ? String(Number(convert(ft, 'ft', unit.value).toFixed(3))) : ''
const read = (text: string): number => {
  const length = parseLengthFt(text, unit.value)
  return length.ok ? length.value : NaN
}
const typed = ref(write(model.value))
watch(typed, (text) => (model.value = read(text)))
watch([model, unit], ([ft]) => {
  if (Number.isFinite(ft) && !(Math.abs(read(typed.value) - ft) < 1e-3)) typed.value = write(ft)
})
</script>

<template>
  <FieldRow v-slot="{ id, described, invalid }" :label="`${label}, ${say(`unit.${unit}`)}`" :fault="fault">
    <InputText
      :id="id"
      v-model="typed"
      inputmode="text"
      :invalid="invalid"
      :aria-describedby="described"
      autocomplete="off"
      size="small"
    />
  </FieldRow>
</template>
