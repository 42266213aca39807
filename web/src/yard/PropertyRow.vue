<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import type { Yard } from '@jardinero/contract/yard'
import RestRow from '../kit/RestRow.vue'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import { useMay } from '../kit/useMay.ts'
import FormActions from '../state/FormActions.vue'
import { useRowForm } from '../state/index.ts'
import ClientForm from './ClientForm.vue'
import SiteNotes from './SiteNotes.vue'

/** Whose property it is and what a crew must know there; for a firm. */
const props = defineProps<{ yard: Yard }>()
const { say } = useWords()
const may = useMay()
const isOpen = ref(false)
const typedOf = ({ client, address, gate, dog, siteNotes, tags }: Yard) => ({
  client: client ?? '',
  address: address ?? '',
  gate: gate ?? '',
  dog: dog ?? false,
  siteNotes: siteNotes ?? '',
  tags: (tags ?? []).join(', '),
})
const typed = reactive(typedOf(props.yard))
function open(): void {
  Object.assign(typed, typedOf(props.yard))
  isOpen.value = true
}
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
  done: () => (isOpen.value = false),
})
const fields = ['client', 'address', 'gate', 'siteNotes', 'tags'] as const
</script>

<template>
  <RestRow :name="say('property.title')">
    <template v-if="!isOpen">
      <p v-if="yard.client">{{ yard.client }}</p>
      <SiteNotes :yard="yard" />
      <button v-if="may('yard.write')" type="button" class="link" @click="open">
        {{ say('property.change') }}
      </button>
    </template>
    <template v-else>
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
      <ClientForm v-if="yard.client" :key="yard.client" :name="yard.client" />
    </template>
  </RestRow>
</template>
