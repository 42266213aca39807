import { computed } from 'vue'
import { standing } from '../kit/working.ts'
import { useWords } from '../kit/session.ts'
import { useYard } from '../kit/useYard.ts'

/** The sentence of the Soil station: what to do and when, with its figures. */
export function useSoilAnswer() {
  const { timing } = useYard()
  const { day: sayDay } = useWords()
  return computed(() => {
    const t = timing.value
    if (!t) return { code: 'soil.answer.nothing', params: {} }
    const soilOf = (id?: string) => t.places.find((p) => p.place.id === id)
    const lead = soilOf(t.leadPlaceId)
    const middle = soilOf(t.middlePlaceId)
    const opens = Object.values(t.thresholdsC)[0]!
    const params: Record<string, unknown> = {
      school: t.school,
      lead: lead?.place.name ?? '',
      middle: middle?.place.name ?? '',
      leadMean: lead?.fiveDayMean,
      middleMean: middle?.fiveDayMean,
      opens: { value: opens, unit: 'degC' },
      ahead: t.ahead,
      hasAhead: String(Boolean(t.ahead && lead?.place.id !== middle?.place.id)),
      hasWindow: String(Boolean(t.window)),
      nextSeason: t.nextSeason ?? '',
    }
    if (t.window) {
      params['from'] = standing(sayDay(t.window.from), t.window.working[0]!)
      params['to'] = standing(sayDay(t.window.to), t.window.working[1]!)
    }
    return { code: `soil.answer.${t.verdict}`, params }
  })
}
