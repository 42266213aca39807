<script setup lang="ts">
import { computed, reactive } from 'vue'
import type { Yard } from '@jardinero/contract/yard'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import FormActions from '../state/FormActions.vue'
import { useRowForm } from '../state/index.ts'

/** Whose a property is and what a crew must know there, as typed. */
const props = defineProps<{ yard: Yard }>()
const emit = defineEmits<{ done: [] }>()
const { say } = useWords()
const { client, address, gate, dog, siteNotes, tags: kept } = props.yard
const typed = reactive({
  client: client ?? '',
  address: address ?? '',
  gate: gate ?? '',
  dog: dog ?? false,
  siteNotes: siteNotes ?? '',
  tags: (kept ?? []).join(', '),
})
const tags = computed(() => [
  ...new Set(
    typed.tags
      .split(',')
      .map((t) => t.trim())
      .filter(Boolean),
  ),
])
const row = useRowForm({
  part: 'yards',
  row: props.yard,
  fields: () => ({
    client: typed.client.trim() || null,
    address: typed.address.trim() || null,
    gate: typed.gate.trim() || null,
    dog: typed.dog || null,
    siteNotes: typed.siteNotes.trim() || null,
    tags: tags.value.length ? tags.value : null,
  }),
  done: () => emit('done'),
})
const fields = ['client', 'address', 'gate', 'siteNotes', 'tags'] as const
</script>

<template>
  <form novalidate @submit.prevent="row.submit">
    <TextField
      v-for="f in fields"
      :key="f"
      v-model="typed[f]"
      :label="say(`property.${f}`)"
      :hint="f === 'tags' ? say('property.tagsHint') : ''"
      :fault="row.form.faultAt(f)"
    />
    <label><input v-model="typed.dog" type="checkbox" /> {{ say('property.dog') }}</label>
    <FormActions :row="row" stays />
  </form>
</template>
