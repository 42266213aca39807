<script setup lang="ts">
import InputText from 'primevue/inputtext'
import FieldRow from './FieldRow.vue'

/** A line of text, a day, a time or a password. */
withDefaults(
  defineProps<{
    label: string
    fault?: string | undefined
    hint?: string
    type?: string
    autocomplete?: string
    /** Id of a list of known answers. */
    list?: string
  }>(),
  { type: 'text' },
)
const model = defineModel<string>({ required: true })
</script>

<template>
  <FieldRow v-slot="{ id, described, invalid }" :label="label" :fault="fault" :hint="hint ?? ''">
    <InputText
      :id="id"
      v-model="model"
      :type="type"
      :invalid="invalid"
      :aria-describedby="described"
      :autocomplete="autocomplete ?? 'off'"
      :list="list"
      size="small"
    />
  </FieldRow>
</template>
