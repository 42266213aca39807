<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import TextField from '../../kit/TextField.vue'
import { send } from '../../kit/api.ts'
import { useWords } from '../../kit/session.ts'
import { useForm } from '../../kit/useForm.ts'

const emit = defineEmits<{ changed: [] }>()
const { say } = useWords()
const form = useForm()
const current = ref('')
const password = ref('')
const changed = ref(false)

async function submit(): Promise<void> {
  const body = { current: current.value, password: password.value }
  changed.value = await form.save(() => send('POST', '/api/account/password', body))
  if (!changed.value) return
  current.value = password.value = ''
  emit('changed')
}
</script>

<template>
  <details>
    <summary>{{ say('security.password') }}</summary>
    <form novalidate @submit.prevent="submit">
      <TextField
        v-model="current"
        type="password"
        :label="say('security.current')"
        :fault="form.faultAt('current')"
        autocomplete="current-password"
      />
      <TextField
        v-model="password"
        type="password"
        :label="say('forgot.newPassword')"
        :hint="say('frame.passwordHint')"
        :fault="form.faultAt('password')"
        autocomplete="new-password"
      />
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <Button type="submit" :label="say('security.save')" :disabled="form.saving.value" />
    </form>
  </details>
  <p v-if="changed" role="status">{{ say('security.changed') }}</p>
</template>
