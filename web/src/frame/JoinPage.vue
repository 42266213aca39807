<script setup lang="ts">
import Button from 'primevue/button'
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Invited } from '@jardinero/contract/people'
import { send } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import WhoFields from './WhoFields.vue'

/** Somebody who holds an invitation: what it leads to, and the way in. What the link carries is never sent with the address. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const { say } = useWords()
const form = useForm()
const invited = ref<Invited>()
const who = ref({ name: '', email: '', password: '' })
const token = route.hash.slice(1)

onMounted(() =>
  form.save(async () => {
    invited.value = await send<Invited>('POST', '/api/session/invited', { token })
    who.value.name = invited.value.name
  }),
)
async function submit(): Promise<void> {
  const entered = await form.save(() =>
    session.enter('join', {
      token,
      ...who.value,
      locale: session.preferences.locale,
    }),
  )
  if (entered) await router.replace({ name: 'codes', query: { to: '/' } })
}
</script>

<template>
  <main class="door">
    <p class="brand">{{ say('frame.name') }}</p>
    <template v-if="invited">
      <h1>{{ say('join.title', { firm: invited.firm }) }}</h1>
      <p>{{ say(`role.${invited.role}.joins`) }}</p>
      <form novalidate @submit.prevent="submit">
        <WhoFields v-model="who" fresh :form="form" />
        <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
        <Button type="submit" :label="say('join.enter')" :disabled="form.saving.value" />
      </form>
    </template>
    <template v-else-if="form.problem.value">
      <h1>{{ say('join.over') }}</h1>
      <p class="stop" role="alert">{{ form.problem.value.detail }}</p>
    </template>
  </main>
</template>
