import { computed } from 'vue'
import type { Find } from '@jardinero/contract/scout'
import { figure, operand, type Figure } from '@jardinero/core/quantity'
import {
  computeCover,
  computeVerdict,
  verdictTurf,
  type MeasuredCover,
  type Verdict,
} from '@jardinero/core/scout'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { usePlants } from './usePlants.ts'

/** Finds of the open yard, the newest first, and what each means. */
export function useFinds() {
  const account = useAccount()
  const { say, quantity } = useWords()
  const { yard, zones, places, day, situation } = useYard()
  const { plantOf } = usePlants()

  const finds = computed(() => {
    const mine = new Set(zones.value.map((z) => z.id))
    return account.state.finds
      .filter((f) => mine.has(f.zoneId))
      .toSorted((a, b) => (a.foundOn < b.foundOn ? 1 : a.foundOn > b.foundOn ? -1 : 0))
  })
  const marks = computed(() => {
    const mine = new Set(zones.value.map((z) => z.id))
    return account.state.marks
      .filter((m) => mine.has(m.zoneId))
      .toSorted((a, b) => (a.from < b.from ? -1 : 1))
  })
  const coverOf = (find: Find): MeasuredCover | undefined => {
    if (find.amount.kind !== 'grid') return undefined
    const measured = computeCover(find.amount.hits, find.amount.points)
    return measured.ok ? measured.value : undefined
  }
  /** A figure for the amount, with its words; none where it was not counted. */
  function amountOf(find: Find): { figure?: Figure; says: string } {
    const cover = coverOf(find)
    if (cover)
      return {
        figure: cover.cover,
        says: say('scout.amount.grid', {
          low: quantity(cover.low.value, 'ratio'),
          high: quantity(cover.high.value, 'ratio'),
          points: find.amount.kind === 'grid' ? find.amount.points : 0,
        }),
      }
    if (find.amount.kind !== 'count') return { says: say('scout.amount.notCounted') }
    const { count } = find.amount
    const step = {
      code: 'given',
      formula: '{value}',
      operands: { value: operand(count, 'count') },
      result: operand(count, 'count'),
      source: 'person',
    }
    return { figure: figure('count', [step]), says: say('scout.amount.count', { count }) }
  }
  const placeName = (find: Pick<Find, 'placeId' | 'zoneId'>): string =>
    places.value.find((p) => p.id === find.placeId)?.name ??
    zones.value.find((z) => z.id === find.zoneId)?.name ??
    ''
  const nameOf = (find: Pick<Find, 'plant' | 'candidates'>): string => {
    if (find.plant) return say(`plant.${find.plant}`)
    const [first, second] = find.candidates
    if (!second) return first ? say(`plant.${first.code}`) : ''
    return say('scout.candidates', {
      first: say(`plant.${first!.code}`),
      second: say(`plant.${second.code}`),
    })
  }
  /** What a find means on the day one stands on; none while it is not known what it is. */
  function verdictOf(find: Find): Verdict | undefined {
    const plant = plantOf(find.plant)
    const zone = zones.value.find((z) => z.id === find.zoneId)
    const turf = verdictTurf(account.almanac.turf, zone?.turf)
    if (!plant || !turf) return undefined
    return computeVerdict({
      ...situation.value,
      plant,
      stage: find.stage,
      amount: find.amount,
      wantedShare: find.wantedShare,
      turf,
      day: day.value,
      foundOn: find.foundOn,
      thresholds: yard.value?.verdictThresholds ?? {},
    })
  }
  return { finds, marks, coverOf, amountOf, placeName, nameOf, verdictOf }
}
