import { addDays, type Day } from '@jardinero/core/quantity'

const steps: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, PageDown: -7, PageUp: 7 }

/** The day a key moves to: arrows by a day, pages by a week; nothing for any other key, and then the key is left alone. */
export function dayByKey(event: KeyboardEvent, from: Day): Day | undefined {
  const days = steps[event.key]
  if (!days) return undefined
  event.preventDefault()
  return addDays(from, days)
}
