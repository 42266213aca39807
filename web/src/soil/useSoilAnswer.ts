import { computed } from 'vue'
import { givenFigure, standing } from '../kit/working.ts'
import { useWords } from '../kit/session.ts'
import { useNextApplication, useYard } from '../state/index.ts'
import { useSoilNow } from './useSoilNow.ts'

interface Sentence {
  code: string
  params: Record<string, unknown>
}

/** The sentence of the Soil station: from the simulation where there is weather, else from readings alone. */
export function useSoilAnswer() {
  const { timing, yard, day } = useYard()
  const { day: sayDay } = useWords()
  const { answer, isPending, current, chosen, nextOf, outlookOf, placeName } = useSoilNow()
  const next = useNextApplication()

  const simulated = computed<Sentence | undefined>(() => {
    if (!answer.value || !current.value || !chosen.value) return undefined
    const pass = nextOf(chosen.value)
    const lead = outlookOf(answer.value.leadId)
    const working = lead?.crossings[0]?.working ?? lead?.meanToday
    const open = (day: string | undefined) => day && (working ? standing(sayDay(day), working) : sayDay(day))
    return {
      code: `soil.says.${pass.from && pass.to ? pass.verdict : pass.verdict === 'late' ? 'late' : 'open'}`,
      params: {
        pass: pass.pass,
        from: open(pass.from),
        to: open(pass.to),
        latest: pass.latest ? sayDay(pass.latest) : '',
        oneDay: String(pass.from === pass.to),
        hasLatest: String(Boolean(pass.latest && pass.latest !== pass.to)),
        place: placeName(answer.value.leadId),
        mean: lead?.meanToday,
        hasAhead: String(Boolean(answer.value.ahead)),
        ahead: answer.value.ahead,
        middle: placeName(answer.value.middleId),
      },
    }
  })
  const read = computed<Sentence>(() => {
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
      hasOpening: String(Boolean(opening?.fiveDayMean)),
      hasAhead: String(Boolean(t.ahead && lead?.place.id !== middle?.place.id)),
      hasWindow: String(Boolean(t.window)),
      nextSeason: t.nextSeason ?? '',
    }
    if (t.window) {
      const [first, last] = t.window.working
      params['from'] = first ? standing(sayDay(t.window.from), first) : sayDay(t.window.from)
      params['to'] = last ? standing(sayDay(t.window.to), last) : sayDay(t.window.to)
    }
    return { code: `soil.answer.${t.verdict}`, params }
  })
  /** What is said of the soil where its date stands elsewhere, or is not there yet. */
  const soilNow = computed(() => {
    const lead = outlookOf(answer.value?.leadId)
    const own = timing.value?.places.find((p) => p.place.id === timing.value?.leadPlaceId)
    const mean = lead?.meanToday ?? own?.fiveDayMean
    return {
      place: lead ? placeName(answer.value?.leadId) : (own?.place.name ?? ''),
      mean,
      known: String(Boolean(mean)),
    }
  })
  /** The one next application says when: here as everywhere. */
  const told = computed<Sentence | undefined>(() => {
    const said = next.told
    if (said?.yardId !== yard.value?.id || !said || timing.value?.verdict === 'offSeason') return undefined
    if (said.kind === 'none') return { code: `today.${said.why}`, params: {} }
    if (!said.day || said.day < day.value) return undefined
    return {
      code: `soil.says.${said.kind}`,
      params: {
        label: said.label,
        day: sayDay(said.day),
        school: said.school ?? '',
        ...soilNow.value,
        hasAhead: String(Boolean(answer.value?.ahead)),
        ahead: answer.value?.ahead,
        middle: placeName(answer.value?.middleId),
      },
    }
  })
  const pending = computed<Sentence | undefined>(() =>
    isPending.value && timing.value && timing.value.verdict !== 'offSeason'
      ? { code: 'soil.says.working', params: soilNow.value }
      : undefined,
  )
  return {
    sentence: computed(() => told.value ?? simulated.value ?? pending.value ?? read.value),
    isSimulated: computed(() => Boolean(simulated.value)),
  }
}
