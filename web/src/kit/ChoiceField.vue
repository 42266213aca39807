<script setup lang="ts" generic="T extends string | number">
import { FilterService } from '@primevue/core/api'
import Select from 'primevue/select'
import { plainName } from '@jardinero/core/quantity'
import FieldRow from './FieldRow.vue'

/** Found however it is spaced, hyphened, capital, one or many. */
FilterService.register('names', (names: string, typed: string) => names.includes(plainName(typed)))

/** One of a few choices; where there are more, they are looked for by their names. */
defineProps<{
  label: string
  options: { value: T; label: string; names?: string }[]
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
      :filter-fields="options[0]?.names === undefined ? undefined : ['names']"
      :filter-match-mode="options[0]?.names === undefined ? 'contains' : 'names'"
      :invalid="invalid"
      size="small"
    />
  </FieldRow>
</template>
