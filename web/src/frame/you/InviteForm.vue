<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { Colleague, Invitation } from '@jardinero/contract/people'
import { roleNames, type Role } from '@jardinero/contract/roles'
import ChoiceField from '../../kit/ChoiceField.vue'
import TextField from '../../kit/TextField.vue'
import { newId, send } from '../../kit/api.ts'
import { useWords } from '../../kit/session.ts'
import { useForm } from '../../kit/useForm.ts'
import { useOptions } from '../../kit/useOptions.ts'
import LinkOnce from './LinkOnce.vue'

/** Somebody new: who, as what, under whose licence; then a link to hand over. */
const props = defineProps<{ holders: Colleague[] }>()
const emit = defineEmits<{ changed: [] }>()
const { say } = useWords()
const options = useOptions()
const form = useForm()
const name = ref('')
const role = ref<Role>('crew')
const worksUnder = ref<string>()
const link = ref<string>()
const invitedName = ref('')
const holderOptions = computed(() => props.holders.map((p) => ({ value: p.id, label: p.name })))
async function invite(): Promise<void> {
  link.value = undefined
  await form.save(async () => {
    const told = await send<Invitation & { token: string }>('POST', '/api/account/invitations', {
      id: newId(),
      name: name.value,
      role: role.value,
      worksUnder: role.value === 'crew' ? (worksUnder.value ?? null) : null,
    })
    link.value = `${location.origin}/join#${told.token}`
    invitedName.value = name.value
    name.value = ''
    emit('changed')
  })
}
</script>

<template>
  <form novalidate @submit.prevent="invite">
    <h3>{{ say('people.invite') }}</h3>
    <TextField v-model="name" :label="say('people.name')" :fault="form.faultAt('name')" />
    <ChoiceField v-model="role" :label="say('people.role')" :options="options(roleNames, 'role')" />
    <p class="quiet small">{{ say(`role.${role}.says`) }}</p>
    <ChoiceField
      v-if="role === 'crew' && holderOptions.length"
      v-model="worksUnder"
      :label="say('people.worksUnder')"
      :options="holderOptions"
    />
    <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
    <Button type="submit" size="small" :label="say('people.makeLink')" :disabled="form.saving.value" />
    <LinkOnce v-if="link" :key="link" :link="link" :says="say('people.linkSays', { name: invitedName })" />
  </form>
</template>
