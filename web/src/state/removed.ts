import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { RemovedRow } from '@jardinero/contract/removed'
import { send } from '../kit/api.ts'
import { useHeld } from './held.ts'
import { keys } from './keys.ts'
import type { ComesBack } from './hanging.ts'

const pathOf: Record<ComesBack, string> = {
  sections: 'yard/sections',
  labels: 'shelf/labels',
  finds: 'scout/finds',
  readings: 'soil/readings',
}

/** What was removed and can be brought back: the last is told at once, the others are asked for. */
export const useRemoved = defineStore('removed', () => {
  const held = useHeld()
  const last = ref<{ part: ComesBack; id: string }>()
  const list = (): Promise<RemovedRow[]> => send<RemovedRow[]>('GET', '/api/account/removed')
  /** It is there again everywhere, with what went with it. */
  async function bringBack(part: ComesBack, id: string): Promise<void> {
    await send('POST', `/api/${pathOf[part]}/${id}/back`, {})
    if (last.value?.id === id) last.value = undefined
    held.askAgain(keys.ofPerson(held.who))
  }
  return { last, list, bringBack }
})
