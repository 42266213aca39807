<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import type { Passkey } from '@jardinero/contract/person'
import { send } from '../../kit/api.ts'
import { canUsePasskeys, makePasskey } from '../../kit/passkey.ts'
import TextField from '../../kit/TextField.vue'
import { useSession, useWords } from '../../kit/session.ts'
import { useForm } from '../../kit/useForm.ts'

/** Keys on one's devices that let one in without the password. */
defineProps<{ passkeys: Passkey[] }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const { say } = useWords()
const form = useForm()
const name = ref('')
const password = ref('')
const calledOff = ref(false)
const when = (instant: string) =>
  session.words.time(instant, Intl.DateTimeFormat().resolvedOptions().timeZone, 'long')
async function make(): Promise<void> {
  calledOff.value = false
  await form.save(async () => {
    calledOff.value = !(await makePasskey(name.value.trim() || say('passkey.usualName'), password.value))
    if (calledOff.value) return
    name.value = ''
    password.value = ''
    emit('changed')
  })
}
async function remove(id: string): Promise<void> {
  if (await form.save(() => send('DELETE', `/api/account/passkeys/${id}`))) emit('changed')
}
</script>

<template>
  <details>
    <summary>{{ say('passkey.title') }}: {{ passkeys.length }}</summary>
    <p class="quiet small">{{ say('passkey.says') }}</p>
    <ul class="press-rows keys">
      <li v-for="key in passkeys" :key="key.id">
        <span>{{ key.name }}</span>
        <span class="quiet small">{{
          key.lastUsed ? say('security.seen', { when: when(key.lastUsed) }) : say('passkey.unused')
        }}</span>
        <button type="button" class="link" @click="remove(key.id)">{{ say('frame.remove') }}</button>
      </li>
    </ul>
    <form v-if="canUsePasskeys()" novalidate @submit.prevent="make">
      <TextField v-model="name" :label="say('passkey.name')" :hint="say('passkey.nameHint')" />
      <TextField
        v-model="password"
        type="password"
        :label="say('frame.password')"
        :fault="form.faultAt('password')"
        autocomplete="current-password"
      />
      <Button type="submit" size="small" :label="say('passkey.make')" :disabled="form.saving.value" />
    </form>
    <p v-else class="small">{{ say('passkey.notHere') }}</p>
    <p v-if="calledOff" role="status" class="small">{{ say('passkey.calledOff') }}</p>
    <p v-if="form.general.value" class="stop small" role="alert">{{ form.general.value }}</p>
  </details>
</template>
