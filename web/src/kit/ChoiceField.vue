<script setup lang="ts" generic="T extends string | number">
import Select from 'primevue/select'
import FieldRow from './FieldRow.vue'

/** One of a few choices. */
defineProps<{
  label: string
  options: { value: T; label: string }[]
  fault?: string | undefined
  hint?: string
  filter?: boolean
}>()
const model = defineModel<T | undefined>({ required: true })
</script>

<template>
  <FieldRow v-slot="{ id, invalid }" :label="label" :fault="fault" :hint="hint ?? ''">
    <Select
      v-model="model"
      :label-id="id"
      :aria-label="label"
      :options="options"
      option-value="value"
      option-label="label"
      :filter="filter"
      :invalid="invalid"
      size="small"
    />
  </FieldRow>
</template>
