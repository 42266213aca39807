<script setup lang="ts">
import type { JoinOrder } from '@jardinero/contract/people'
import TextField from '../kit/TextField.vue'
import { useWords } from '../kit/session.ts'
import type { useForm } from '../kit/useForm.ts'

/** Who comes in: by e-mail and password; somebody new with their name. */
defineProps<{ fresh: boolean; form: ReturnType<typeof useForm> }>()
const who = defineModel<Pick<JoinOrder, 'name' | 'email' | 'password'>>({ required: true })
const { say } = useWords()
</script>

<template>
  <TextField
    v-if="fresh"
    v-model="who.name"
    :label="say('frame.yourName')"
    :fault="form.faultAt('name')"
    autocomplete="name"
  />
  <TextField
    v-model="who.email"
    type="email"
    :label="say('frame.email')"
    :fault="form.faultAt('email')"
    autocomplete="email"
  />
  <TextField
    v-model="who.password"
    type="password"
    :label="say('frame.password')"
    :fault="form.faultAt('password')"
    :hint="fresh ? say('frame.passwordHint') : ''"
    :autocomplete="fresh ? 'new-password' : 'current-password'"
  />
</template>
