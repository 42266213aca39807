<script setup lang="ts">
import { computed, ref } from 'vue'
import { newId, get, send } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'

/** Reminders pushed to this device: off until they are asked for here, and offered only where server and browser can. */
const { say } = useWords()
const session = useSession()
const publicKey = ref<string | null>(null)
const endpoint = ref<string>()
const refused = ref(false)
const able = 'serviceWorker' in navigator && 'PushManager' in globalThis
const offered = computed(() => able && publicKey.value !== null)

/** The key as the browser takes it. */
const bytesOf = (text: string) =>
  Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (c) => c.charCodeAt(0))

async function look(): Promise<void> {
  if (!able || !session.person) return
  publicKey.value = (await get<{ publicKey: string | null }>('/api/outing/push')).publicKey
  if (!publicKey.value) return
  const registration = await navigator.serviceWorker.getRegistration()
  endpoint.value = (await registration?.pushManager.getSubscription())?.endpoint
}
async function ask(): Promise<void> {
  refused.value = (await Notification.requestPermission()) !== 'granted'
  if (refused.value) return
  const { pushManager } = await navigator.serviceWorker.ready
  const subscription = await pushManager.subscribe({
    userVisibleOnly: true,
    applicationServerKey: bytesOf(publicKey.value!),
  })
  const { keys } = subscription.toJSON()
  await send('POST', '/api/outing/push', {
    id: newId(),
    endpoint: subscription.endpoint,
    keys: { p256dh: keys!['p256dh'], auth: keys!['auth'] },
  })
  endpoint.value = subscription.endpoint
}
async function stop(): Promise<void> {
  const registration = await navigator.serviceWorker.getRegistration()
  await (await registration?.pushManager.getSubscription())?.unsubscribe()
  await send('DELETE', `/api/outing/push?endpoint=${encodeURIComponent(endpoint.value!)}`)
  endpoint.value = undefined
}
void look()
</script>

<template>
  <section v-if="offered">
    <h2>{{ say('you.reminders') }}</h2>
    <p class="quiet">{{ say('you.remindersSay') }}</p>
    <p>
      <button v-if="endpoint" class="link" @click="stop">{{ say('you.remindersStop') }}</button>
      <button v-else class="link" @click="ask">{{ say('you.remindersStart') }}</button>
    </p>
    <p v-if="refused" class="stop" role="alert">{{ say('you.remindersRefused') }}</p>
  </section>
</template>
