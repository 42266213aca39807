import { useEventListener, useIntervalFn } from '@vueuse/core'
import { ref } from 'vue'

/** Where the time comes from; another in a test. */
let read = (): Date => new Date()
const now = ref(read().getTime())

/** The instant, as of the last tick: what is worked out from it follows the clock past midnight. */
export const clock = {
  get now(): Date {
    return new Date(now.value)
  },
  tick: (): void => void (now.value = read().getTime()),
  /** Takes the time from elsewhere. */
  readFrom(source: () => Date): void {
    read = source
    clock.tick()
  },
}

const tickMs = 15_000
/** Lets the clock tick, and looks at it when the page is looked at again. Once in the application, in its frame. */
export function useTicking(): void {
  useIntervalFn(clock.tick, tickMs)
  useEventListener(document, 'visibilitychange', clock.tick)
  useEventListener(window, 'focus', clock.tick)
}
