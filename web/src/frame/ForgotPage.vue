<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import TextField from '../kit/TextField.vue'
import { send } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** For who has forgotten the password: a recovery code, or a link by mail where the server sends any. */
const session = useSession()
const router = useRouter()
const { say } = useWords()
const form = useForm()
const byMail = useForm()
const email = ref('')
const code = ref('')
const password = ref('')
const sent = ref(false)

async function enter(): Promise<void> {
  const body = { email: email.value, code: code.value, password: password.value }
  if (await form.save(() => session.enter('recover', body))) await router.replace('/')
}
async function mail(): Promise<void> {
  sent.value = await byMail.save(() => send('POST', '/api/session/forgot', { email: email.value }))
}
</script>

<template>
  <main class="door">
    <p class="brand">{{ say('frame.name') }}</p>
    <h1>{{ say('forgot.title') }}</h1>
    <form novalidate @submit.prevent="enter">
      <TextField
        v-model="email"
        type="email"
        :label="say('frame.email')"
        :fault="form.faultAt('email') ?? byMail.faultAt('email')"
        autocomplete="email"
      />
      <h2>{{ say('forgot.withCode') }}</h2>
      <TextField
        v-model="code"
        :label="say('forgot.code')"
        :hint="say('forgot.codeHint')"
        :fault="form.faultAt('code')"
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
      <div class="actions">
        <Button type="submit" :label="say('forgot.enter')" :disabled="form.saving.value" />
      </div>
    </form>
    <section v-if="session.mailOffered" class="other">
      <h2>{{ say('forgot.byMail') }}</h2>
      <p>{{ say('forgot.mailSays') }}</p>
      <p v-if="sent" role="status">{{ say('forgot.sent') }}</p>
      <p v-if="byMail.general.value" class="stop" role="alert">{{ byMail.general.value }}</p>
      <Button
        severity="secondary"
        variant="outlined"
        :label="say('forgot.send')"
        :disabled="byMail.saving.value"
        @click="mail"
      />
    </section>
    <p class="other quiet">{{ say('forgot.neither') }}</p>
    <p>
      <RouterLink :to="{ name: 'signIn' }">{{ say('forgot.back') }}</RouterLink>
    </p>
  </main>
</template>

<style scoped>
h2 {
  margin-top: 1.2rem;
}
.other {
  margin: 2rem 0 1rem;
}
.other p {
  margin: 0.4rem 0 0.8rem;
}
</style>
