import { useEventListener, useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Params } from '@jardinero/core/quantity'
import { trySend } from './api.ts'
import { createOutbox, type Waiting } from './outbox.ts'
import { plain } from './plain.ts'
import { outboxOnDevice } from './pocket.ts'
import { useSession } from './session.ts'

const retryMs = 15_000

/** What was entered without a network, and its way to the server. */
export const useOutbox = defineStore('outbox', () => {
  const session = useSession()
  const entries = shallowRef<Waiting[]>([])
  const signedOut = ref(false)
  const listeners = new Map<string, (answer: unknown) => void>()
  const outbox = createOutbox({
    store: outboxOnDevice,
    send: (url, body) => trySend('POST', url, body),
    sent: (entry, answer) => listeners.get(entry.url)?.(answer),
    changed: (all) => (entries.value = all),
  })
  const mine = computed(() => entries.value.filter((e) => e.personId === session.person?.id))
  const waiting = computed(() => mine.value.filter((e) => !e.conflict))
  const conflicts = computed(() => mine.value.filter((e) => e.conflict))

  async function flush(): Promise<void> {
    if (!session.person || !waiting.value.length) return
    signedOut.value = (await outbox.flush(session.person.id)) === 'signedOut'
  }
  /** Kept on the device first, then on its way: answers once it is kept. */
  async function add(url: string, body: unknown, says: { code: string; params: Params }): Promise<void> {
    await outbox.add(plain({ personId: session.person!.id, url, body, says, at: new Date().toISOString() }))
    void flush()
  }
  async function settle(entry: Waiting, body?: unknown): Promise<void> {
    await outbox.settle(plain(entry), body === undefined ? entry.body : plain(body))
    await flush()
  }
  const drop = (entry: Waiting) => outbox.drop(entry)
  /** What is done with an answer to what was sent there. */
  const onAnswer = (url: string, take: (answer: unknown) => void) => void listeners.set(url, take)

  /** Looks at what waits, and tries whenever the network may be back. Once in the application, in its frame. */
  function attend(): void {
    void outbox.tell().then(flush)
    useEventListener(window, 'online', () => void flush())
    useIntervalFn(() => void flush(), retryMs)
  }
  return { waiting, conflicts, signedOut, add, flush, settle, drop, onAnswer, attend }
})
