import { computed } from 'vue'
import { givenFigure, standing } from '../kit/working.ts'
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
    const opening = soilOf(t.opens?.placeId)
    const lead = soilOf(t.leadPlaceId)
    const middle = soilOf(t.middlePlaceId)
    const params: Record<string, unknown> = {
      place: opening?.place.name ?? '',
      mean: opening?.fiveDayMean,
      opens: givenFigure(t.opens?.thresholdC ?? 0, 'degC', 'practice'),
      lead: lead?.place.name ?? '',
      leadMean: lead?.fiveDayMean,
      middle: middle?.place.name ?? '',
      middleMean: middle?.fiveDayMean,
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
