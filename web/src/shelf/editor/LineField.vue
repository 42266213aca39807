<script setup lang="ts">
import Textarea from 'primevue/textarea'
import FieldRow from '../../kit/FieldRow.vue'

/** A few lines of text. */
defineProps<{ label: string; fault?: string | undefined; rows?: number }>()
const model = defineModel<string>({ required: true })
</script>

<template>
  <FieldRow v-slot="{ id, described, invalid }" :label="label" :fault="fault">
    <Textarea
      :id="id"
      v-model="model"
      :rows="rows ?? 2"
      auto-resize
      :invalid="invalid"
      :aria-describedby="described"
    />
  </FieldRow>
</template>
