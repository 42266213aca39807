<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useSession, useWords } from '../../kit/session.ts'
import { useOutbox } from '../../state/index.ts'

/** Signing out: everything of the person leaves this device. What is not sent yet would be lost, so that is asked. */
const session = useSession()
const outbox = useOutbox()
const { say } = useWords()
const asking = ref(false)
const unsent = computed(() => outbox.waiting.length + outbox.conflicts.length)

async function leave(): Promise<void> {
  await session.leave()
  // Every store begins anew, and nothing of before is in the page.
  location.assign('/sign-in')
}
const ask = () => (unsent.value ? (asking.value = true) : leave())
</script>

<template>
  <div class="leave">
    <template v-if="asking">
      <p class="stop" role="alert">{{ say('signOut.unsent', { count: unsent }) }}</p>
      <Button severity="danger" variant="outlined" :label="say('signOut.anyway')" @click="leave" />
      <Button :label="say('signOut.stay')" @click="asking = false" />
    </template>
    <Button v-else severity="secondary" variant="outlined" :label="say('frame.signOut')" @click="ask" />
  </div>
</template>

<style scoped>
.leave {
  margin-top: 2rem;
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
  align-items: center;
}
.leave p {
  flex-basis: 100%;
}
</style>
