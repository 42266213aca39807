import { useEventListener, useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { ApiProblem, connection, trySend } from '../kit/api.ts'
import { createOutbox, type Says, type Waiting } from '../kit/outbox.ts'
import { plain } from '../kit/plain.ts'
import { outboxOnDevice } from '../kit/pocket.ts'
import { useSession } from '../kit/session.ts'

const retryMs = 15_000
/** An address without its question, any id in it as `:id`. */
const patternOf = (url: string) =>
  url.replace(/\?.*/, '').replace(/[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}/g, ':id')

/** What was entered without a network, and its way to the server. */
export const useOutbox = defineStore('outbox', () => {
  const session = useSession()
  const entries = shallowRef<Waiting[]>([])
  const signedOut = ref(false)
  const listeners = new Map<string, (answer: unknown) => void>()
  const outbox = createOutbox({
    store: outboxOnDevice,
    send: (url, body) => trySend('POST', url, body),
    sent: ({ url }, answer) => listeners.get(patternOf(url))?.(answer),
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
  async function add(url: string, body: unknown, says: Says): Promise<void> {
    const at = new Date().toISOString()
    await outbox.add({ personId: session.person!.id, url, body: plain(body), says: plain(says), at })
    void flush()
  }
  /**
   * What is noted outdoors: told at once where the server answers, kept here where nothing does, or where others wait before
   * it. @returns the answer; nothing where it was kept @throws ApiProblem
   */
  async function tell<T>(url: string, body: unknown, says: Says): Promise<T | undefined> {
    const tried = waiting.value.length ? undefined : await trySend<T>('POST', url, body)
    if (tried?.kind === 'sent') return tried.data
    if (tried?.kind === 'problem') throw new ApiProblem(tried.problem)
    await add(url, body, says)
    return undefined
  }
  async function settle(entry: Waiting, body?: unknown): Promise<void> {
    await outbox.settle(entry, plain(body ?? entry.body))
    await flush()
  }
  const drop = (entry: Waiting) => outbox.drop(entry)
  /** What is done with an answer to what was sent there; `:id` stands for any id. */
  const onAnswer = (pattern: string, take: (answer: unknown) => void) => void listeners.set(pattern, take)

  /** Looks at what waits, and tries whenever the network may be back. Once in the application, in its frame. */
  function attend(): void {
    // Where nobody is signed in there is nothing to look at, and nothing is laid out on the device.
    watch(
      () => session.person?.id,
      (id) => id && void outbox.tell().then(flush),
      { immediate: true },
    )
    useEventListener(window, 'online', () => void flush())
    useIntervalFn(() => void flush(), retryMs)
    watch(
      () => connection.away,
      () => void flush(),
    )
  }
  return { waiting, conflicts, signedOut, add, tell, flush, settle, drop, onAnswer, attend }
})
