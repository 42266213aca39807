<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import TextField from '../../kit/TextField.vue'
import { useSession, useWords } from '../../kit/session.ts'
import { useForm } from '../../kit/useForm.ts'

/** The whole account goes; its file can be taken out first. */
const session = useSession()
const { say } = useWords()
const form = useForm()
const password = ref('')

async function submit(): Promise<void> {
  if (await form.save(() => session.drop(password.value))) location.assign('/sign-in')
}
</script>

<template>
  <details>
    <summary>{{ say('security.delete') }}</summary>
    <p>{{ say('security.deleteSays') }}</p>
    <p>
      <a href="/api/account/file" download>{{ say('you.takeOut') }}</a>
    </p>
    <form novalidate @submit.prevent="submit">
      <TextField
        v-model="password"
        type="password"
        :label="say('frame.password')"
        :fault="form.faultAt('password')"
        autocomplete="current-password"
      />
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <Button
        type="submit"
        severity="danger"
        variant="outlined"
        :label="say('security.deleteFor')"
        :disabled="form.saving.value || !password"
      />
    </form>
  </details>
</template>

<style scoped>
p {
  margin: 0.4rem 0;
}
</style>
