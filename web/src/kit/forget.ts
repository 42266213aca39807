import { deleteDB } from 'idb'
import { closePocket, pocketName } from './pocket.ts'
import { forgetWork } from './keptWork.ts'

/** Set while a sign-out has not reached the server: whoever opens the page next signs out first. */
const leavingKey = 'jardinero.leaving'

export const noteLeaving = (): void => globalThis.localStorage?.setItem(leavingKey, 'yes')
export const isLeaving = (): boolean => globalThis.localStorage?.getItem(leavingKey) === 'yes'
export const hasLeft = (): void => globalThis.localStorage?.removeItem(leavingKey)

/** Does what it can; what a browser does not have needs no forgetting. */
const quietly = (work: () => unknown): Promise<unknown> =>
  Promise.resolve()
    .then(work)
    .catch(() => undefined)

/**
 * Everything a person has left on this device goes: answers and pictures that were kept, what was noted and not sent, the soil
 * worked out, what was chosen and signed with, and the worker that kept it all. Whatever the server says.
 */
export async function forgetPerson(): Promise<void> {
  const leaving = isLeaving()
  await quietly(async () => {
    for (const name of await caches.keys()) await caches.delete(name)
  })
  await quietly(forgetWork)
  await quietly(closePocket)
  await quietly(() => deleteDB(pocketName))
  await quietly(() => localStorage.clear())
  await quietly(() => sessionStorage.clear())
  await quietly(async () => {
    for (const worker of await navigator.serviceWorker.getRegistrations()) await worker.unregister()
  })
  if (leaving) noteLeaving()
}
