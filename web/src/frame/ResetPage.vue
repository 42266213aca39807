<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import TextField from '../kit/TextField.vue'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** A new password by a link. What the link carries stands behind the #: it is never sent with the address. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const { say } = useWords()
const form = useForm()
const password = ref('')
const token = route.hash.slice(1)

async function submit(): Promise<void> {
  const entered = await form.save(() => session.enter('reset', { token, password: password.value }))
  if (entered) await router.replace('/')
}
</script>

<template>
  <main class="door">
    <p class="brand">{{ say('frame.name') }}</p>
    <h1>{{ say('reset.title') }}</h1>
    <p v-if="!token" class="stop" role="alert">{{ say('reset.noToken') }}</p>
    <form v-else novalidate @submit.prevent="submit">
      <TextField
        v-model="password"
        type="password"
        :label="say('forgot.newPassword')"
        :hint="say('frame.passwordHint')"
        :fault="form.faultAt('password')"
        autocomplete="new-password"
      />
      <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
      <div class="actions">
        <Button type="submit" :label="say('forgot.enter')" :disabled="form.saving.value" />
        <RouterLink :to="{ name: 'forgot' }">{{ say('frame.forgot') }}</RouterLink>
      </div>
    </form>
  </main>
</template>
