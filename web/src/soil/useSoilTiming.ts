import { computed } from 'vue'
import type { Timing } from '@jardinero/core/soil'
import { useYard } from '../state/index.ts'
import { useSoilNow } from './useSoilNow.ts'

/** When to go, one answer for every station: the simulation's verdict and window where there is one, else the readings'. */
export function useSoilTiming() {
  const { timing: read } = useYard()
  const { answer, isPending, current, chosen, nextOf } = useSoilNow()
  const timing = computed<Timing | undefined>(() => {
    if (!read.value || !answer.value || !current.value || !chosen.value) return read.value
    const { verdict, pass, from, to } = nextOf(chosen.value)
    const { window: _, ...rest } = read.value
    const lead = answer.value.leadId
    const watched = answer.value.places.find((p) => p.id === lead)?.crossings[0]
    return {
      ...rest,
      verdict,
      pass,
      ...(lead && { leadPlaceId: lead }),
      ...(lead && watched && { opens: { placeId: lead, thresholdC: watched.thresholdC } }),
      ...(from && to && verdict !== 'late' && { window: { from, to, working: [] } }),
    }
  })
  return { timing, isPending }
}
