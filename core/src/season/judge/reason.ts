import type { Params } from '../../quantity/index.ts'
import type { Judgement } from './judgement.ts'

/** Why a programme does as it does, in one sentence: the code and what it names. */
export interface Reason {
  code: 'whyNothing' | 'whyHolds' | 'whyLate' | 'whyBetween' | 'whyFails' | 'whyNoBarrier'
  params: Params
}

/** So few through is holding, a share. */
const holding = 0.05

/** The place that does worst, and whether its gaps lie before the first pass, between passes or after the last. */
export function computeReason(judgement: Judgement, passDays: number[]): Reason {
  const { weeds, places, everyDays } = judgement
  if (!weeds.length) return { code: 'whyNothing', params: {} }
  const worst = weeds.toSorted((a, b) => b.escaped - a.escaped)[0]!
  const place = places.find((p) => p.placeId === worst.placeId)!
  const params: Params = {
    placeId: worst.placeId,
    plant: worst.plant,
    escaped: { value: worst.escaped, unit: 'ratio' },
    ...(place.holdsUntil && { holds: place.holdsUntil.p50 }),
    known: place.holdsUntil !== undefined,
  }
  if (!passDays.length) return { code: 'whyNoBarrier', params }
  const mean = weeds.reduce((sum, w) => sum + w.escaped, 0) / weeds.length
  if (mean < holding) return { code: 'whyHolds', params }
  const [first, last] = [Math.min(...passDays), Math.max(...passDays)]
  const gaps = { whyLate: 0, whyBetween: 0, whyFails: 0 }
  place.gap.forEach((share, i) => {
    const through = share * place.emergence[i]!
    const day = i * everyDays
    gaps[day < first + everyDays ? 'whyLate' : day < last ? 'whyBetween' : 'whyFails'] += through
  })
  const [code] = (Object.entries(gaps) as [keyof typeof gaps, number][]).toSorted((a, b) => b[1] - a[1])[0]!
  return { code, params }
}
