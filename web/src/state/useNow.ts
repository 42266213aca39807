import { useIntervalFn } from '@vueuse/core'
import { ref } from 'vue'
import { instantAt, clockIn } from '@jardinero/core/quantity'
import { useYard } from './useYard.ts'

/** The instant it is in the yard: of the demo, the clock on the wall on the demo's day. Ticks while it is looked at. */
export function useNow(everyMs = 500) {
  const { today, timeZone } = useYard()
  const read = (): string => {
    const wall = new Date()
    const there = instantAt(today.value, clockIn(wall, timeZone.value), timeZone.value)
    const seconds = wall.getTime() % 60_000
    return new Date(Date.parse(there) + seconds).toISOString()
  }
  const now = ref(read())
  useIntervalFn(() => (now.value = read()), everyMs)
  return { now, read }
}
