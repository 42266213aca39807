import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { preEmergentActives, type JudgedProgramme } from '@jardinero/core/season'
import { lawnsOf } from '@jardinero/core/yard'
import { useSession, useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useSoil, useSoilNow } from '../soil/index.ts'
import { standing } from '../kit/working.ts'
import { useNext } from './useNext.ts'
import { usePlanContext } from './usePlanContext.ts'
import { useShown } from './useShown.ts'

interface Sentence {
  code: string
  params: Record<string, unknown>
}

/** "2 in 100", as people say it of seedlings. */
export function useInHundred() {
  const { say, number } = useWords()
  return (share: number): string =>
    share < 0.005
      ? say('season.lessThanOne')
      : say('season.inHundred', { n: number(share * 100, { maximumFractionDigits: 0 }) })
}

/** The sentence of the Season station. */
export function useSeasonAnswer() {
  const session = useSession()
  const soil = useSoil()
  const { say, day: sayDay } = useWords()
  const { places } = useYard()
  const { stoppable, barrierLabels, half, usualHalf, context } = usePlanContext()
  const { chosen, nextOf } = useSoilNow()
  const shelf = useShelf()
  void shelf.load()
  const { shown, recommended } = useShown()
  const { next } = useNext()
  const route = useRoute()
  /** Nothing is proposed, and why: unless a school is asked for, that is the answer here as everywhere. */
  const none = computed(() =>
    next.value?.kind === 'none' &&
    half.value === usualHalf.value &&
    shown.value?.kind === 'school' &&
    !route.query['school']
      ? next.value
      : undefined,
  )
  const inHundred = useInHundred()

  const what = computed(() =>
    new Intl.ListFormat(session.preferences.locale).format(
      stoppable.value.map((w) => say(`plant.${w.code}`)),
    ),
  )
  const placeName = (id: string) => places.value.find((p) => p.id === id)?.name ?? ''
  const onDay = ({ passes, programme }: JudgedProgramme, at: number): string => {
    const { day } = passes[at]!
    const rule = programme.passes[at]!.when.kind === 'rule'
    return day ? say(rule ? 'season.aboutDay' : 'season.onDay', { day }) : say('season.someDay')
  }
  /** No label yet: when it is due all the same, and what to look for in the shop. */
  const withoutLabel = computed<Sentence>(() => {
    const lawns = lawnsOf(context.value.zones)
    const fitting = preEmergentActives({ ...context.value, zones: lawns }, shelf.almanac.actives).map(
      (a) => a.name,
    )
    const { from, latest, to } = (chosen.value && nextOf(chosen.value)) ?? {}
    const turf = [...new Set(lawns.map((z) => say(`turf.${z.turf}`)))]
    const { locale } = session.preferences
    return {
      code: 'season.noLabel',
      params: {
        dated: String(Boolean(from)),
        from: from ? sayDay(from) : '',
        hasLatest: String(Boolean(latest ?? to)),
        latest: latest ?? to ?? '',
        some: String(fitting.length > 0),
        // In the order of the almanac; three are enough to look for.
        actives: new Intl.ListFormat(locale, { type: 'disjunction' }).format(fitting.slice(0, 3)),
        turfNames: new Intl.ListFormat(locale).format(turf),
      },
    }
  })
  const sentence = computed<Sentence>(() => {
    if (!barrierLabels.value.length) return withoutLabel.value
    if (!stoppable.value.length) return { code: 'season.answerNothing', params: {} }
    if (!shown.value)
      return { code: soil.problem ? 'season.stuck' : 'season.waiting', params: { problem: soil.problem } }
    if (none.value) return { code: `today.${none.value.why}`, params: {} }
    const { judged } = shown.value
    const { escaped, places: each } = judged.judgement
    const share = escaped ? standing(inHundred(escaped.value), escaped) : ''
    if (judged.faults.length)
      return {
        code: 'season.answerBroken',
        params: { faults: new Set(judged.faults.map((f) => f.code)).size, escaped: share, what: what.value },
      }
    const count = judged.programme.passes.length
    const first = each
      .filter((p) => p.holdsUntil)
      .toSorted((a, b) => (a.holdsUntil!.p50 < b.holdsUntil!.p50 ? -1 : 1))[0]
    const holds = first?.holdsUntil?.p50
    return {
      code: 'season.answerPlan',
      params: {
        passes: count,
        first: count ? onDay(judged, 0) : '',
        last: count ? onDay(judged, count - 1) : '',
        what: what.value,
        escaped: share,
        place: first ? placeName(first.placeId) : '',
        holds: holds ? (first!.lasts ? standing(sayDay(holds), first!.lasts) : sayDay(holds)) : '',
        held: String(Boolean(holds)),
      },
    }
  })
  /** What is shown is proposed, or only tried: both are named, before the sentence. */
  const proposes = computed(() => {
    const { kind, school } = shown.value ?? {}
    const best = String(recommended.value?.school === school)
    return kind === 'school' && school && !none.value ? `${say('season.proposes', { school, best })} ` : ''
  })
  const hasLabel = computed(() => barrierLabels.value.length > 0)
  return { sentence, proposes, what, placeName, hasLabel }
}
