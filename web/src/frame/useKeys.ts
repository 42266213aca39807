import { useEventListener } from '@vueuse/core'
import { ref, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { openWorking } from '../kit/working.ts'
import { stations } from './stations.ts'

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.matches('input, textarea, select, [role=combobox], [role=listbox]') || target.isContentEditable)

/** The keys of the frame: stations by number, 0 and t for today, r for a reading, w for the working, / to find anything, ? for this list. */
export function useKeys(off: Ref<boolean>) {
  const router = useRouter()
  const route = useRoute()
  const helpOpen = ref(false)
  const findOpen = ref(false)
  const actions: Record<string, () => unknown> = {
    '0': () => router.push({ name: 'today' }),
    t: () => router.replace({ query: { ...route.query, day: undefined } }),
    r: () => router.push({ name: 'soil', query: { ...route.query, read: '1' } }),
    w: () => document.querySelector<HTMLElement>('.answer .figure, .figure')?.click(),
    '/': () => (findOpen.value = true),
    '?': () => (helpOpen.value = !helpOpen.value),
    Escape: () => {
      helpOpen.value = false
      openWorking.figure = undefined
    },
    ...Object.fromEntries(stations.map(({ name, key }) => [key, () => router.push({ name })])),
  }
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (off.value || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
    const action = actions[event.key]
    if (!action) return
    if (event.key !== 'Escape') event.preventDefault()
    void action()
  })
  return { helpOpen, findOpen }
}
