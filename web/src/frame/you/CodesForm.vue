<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import TextField from '../../kit/TextField.vue'
import { useSession, useWords } from '../../kit/session.ts'
import { useForm } from '../../kit/useForm.ts'

defineProps<{ left: number }>()
const session = useSession()
const router = useRouter()
const { say } = useWords()
const form = useForm()
const password = ref('')

async function submit(): Promise<void> {
  if (await form.save(() => session.renewCodes(password.value)))
    await router.push({ name: 'codes', query: { to: '/you' } })
}
</script>

<template>
  <details>
    <summary>{{ say('security.codes') }}: {{ say('security.codesLeft', { count: left }) }}</summary>
    <form novalidate @submit.prevent="submit">
      <TextField
        v-model="password"
        type="password"
        :label="say('frame.password')"
        :fault="form.faultAt('password')"
        autocomplete="current-password"
      />
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <Button type="submit" :label="say('security.newCodes')" :disabled="form.saving.value" />
    </form>
  </details>
</template>
