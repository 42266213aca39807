<script setup lang="ts">
import Button from 'primevue/button'
import { reactive, ref } from 'vue'
import { tellWays } from '@jardinero/contract/constants'
import type { Client } from '@jardinero/contract/lawns'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { newId, send } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { ask } from '../state/index.ts'

/** How a client is reached, and how they want to be told that somebody comes. */
const props = defineProps<{ name: string }>()
const { say } = useWords()
const form = useForm()
const there = ref<Client>()
const isReady = ref(false)
const isSaved = ref(false)
const typed = reactive<Omit<Client, 'id' | 'version' | 'name'>>({
  phone: '',
  email: '',
  tell: 'none',
  tellDays: 1,
  notes: '',
})
const ways = tellWays.map((value) => ({ value, label: say(`client.tell.${value}`) }))
void form.save(async () => {
  there.value =
    (await ask<Client | null>(`/api/yard/client?name=${encodeURIComponent(props.name)}`)) ?? undefined
  if (there.value) {
    const { phone, email, tell, tellDays, notes } = there.value
    Object.assign(typed, { phone, email, tell, tellDays, notes })
  }
  isReady.value = true
})
async function keep(): Promise<void> {
  isSaved.value = await form.save(async () => {
    there.value = there.value
      ? await send<Client>('PATCH', `/api/yard/clients/${there.value.id}`, {
          version: there.value.version,
          ...typed,
        })
      : await send<Client>('POST', '/api/yard/clients', { id: newId(), name: props.name, ...typed })
  })
}
</script>

<template>
  <form v-if="isReady" novalidate @submit.prevent="keep">
    <h3>{{ say('client.title', { name }) }}</h3>
    <TextField v-model="typed.phone" :label="say('client.phone')" type="tel" :fault="form.faultAt('phone')" />
    <TextField
      v-model="typed.email"
      :label="say('client.email')"
      type="email"
      :fault="form.faultAt('email')"
    />
    <ChoiceField v-model="typed.tell" :label="say('client.tell')" :options="ways" />
    <NumberField
      v-if="typed.tell !== 'none'"
      v-model="typed.tellDays"
      :label="say('client.tellDays')"
      :fault="form.faultAt('tellDays')"
    />
    <TextField v-model="typed.notes" :label="say('client.notes')" :fault="form.faultAt('notes')" />
    <Button type="submit" :label="say('client.keep')" size="small" :disabled="form.saving.value" />
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <p v-else-if="isSaved" role="status" class="quiet">{{ say('frame.saved') }}</p>
  </form>
</template>
