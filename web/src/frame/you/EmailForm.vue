<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import TextField from '../../kit/TextField.vue'
import { useSession, useWords } from '../../kit/session.ts'
import { useForm } from '../../kit/useForm.ts'

const session = useSession()
const { say } = useWords()
const form = useForm()
const email = ref('')
const password = ref('')
const moved = ref(false)

async function submit(): Promise<void> {
  moved.value = await form.save(() => session.moveEmail(password.value, email.value))
  if (moved.value) email.value = password.value = ''
}
</script>

<template>
  <details>
    <summary>{{ say('security.email') }}</summary>
    <form novalidate @submit.prevent="submit">
      <TextField
        v-model="email"
        type="email"
        :label="say('security.newEmail')"
        :fault="form.faultAt('email')"
        autocomplete="email"
      />
      <TextField
        v-model="password"
        type="password"
        :label="say('frame.password')"
        :fault="form.faultAt('password')"
        autocomplete="current-password"
      />
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <Button type="submit" :label="say('security.save')" :disabled="form.saving.value" />
    </form>
  </details>
  <p v-if="moved" role="status">{{ say('security.moved', { email: session.person?.email ?? '' }) }}</p>
</template>
