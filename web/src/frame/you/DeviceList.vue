<script setup lang="ts">
import type { Device } from '@jardinero/contract/person'
import { send } from '../../kit/api.ts'
import { useSession, useWords } from '../../kit/session.ts'

/** Where one is signed in; each can be signed out from here. */
defineProps<{ devices: Device[] }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const { say } = useWords()
const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
const when = (instant: string) => session.words.time(instant, zone, 'long')

/** Browser and system out of what a browser says of itself; all of it where neither is known. */
const nameOf = ({ userAgent }: Device): string => {
  const found = [/(Firefox|Edg|OPR|Chrome|Safari)\/\d+/, /(Android|iPhone|iPad|Windows|Macintosh|Linux)/].map(
    (pattern) => pattern.exec(userAgent)?.[1],
  )
  return found.filter(Boolean).join(', ') || userAgent.slice(0, 60) || say('security.unknownDevice')
}
async function signOut(id: string): Promise<void> {
  await send('DELETE', `/api/account/devices/${id}`)
  emit('changed')
}
</script>

<template>
  <details>
    <summary>{{ say('security.devices') }}: {{ devices.length }}</summary>
    <ul class="press-rows devices">
      <li v-for="device in devices" :key="device.id">
        <span>{{ nameOf(device) }}</span>
        <span class="quiet small">{{ say('security.seen', { when: when(device.seen) }) }}</span>
        <strong v-if="device.here">{{ say('security.here') }}</strong>
        <button v-else type="button" class="link" @click="signOut(device.id)">
          {{ say('security.signDeviceOut') }}
        </button>
      </li>
    </ul>
  </details>
</template>
