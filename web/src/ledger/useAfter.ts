import { computed, type Ref } from 'vue'
import {
  computeDeviations,
  computeWateringIn,
  diagnose,
  gatherFailedPass,
  labelKey,
  judgeRating,
  type Cause,
  type WaterDay,
} from '@jardinero/core/ledger'
import type { RatingRow } from '@jardinero/contract/ledger'
import { yearOf } from '@jardinero/core/quantity'
import { computeExpectation, findUse } from '@jardinero/core/shelf'
import { applyWater } from '@jardinero/core/soil'
import { type OpenRecord, useAccount, useYard } from '../state/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useSoil } from '../soil/index.ts'

/** Rain and water of the open yard, day by day, as far as they are known. */
export function useWaterDays() {
  const account = useAccount()
  const soil = useSoil()
  const { yard } = useYard()
  return computed<WaterDay[]>(() => {
    const observed = soil.weatherFor(yard.value?.id)?.observed ?? []
    const mine = account.state.waters.filter((w) => w.yardId === yard.value?.id)
    return applyWater(
      observed,
      mine.map(({ kind, day, depthMm }) => ({ kind, day, depthMm })),
    ).map((d, i) => ({ ...d, day: observed[i]!.day }))
  })
}

/** What follows a pass that is down: water, when it is judged, when it may be repeated, how it was rated, and why it failed. */
export function useAfter(record: Ref<OpenRecord>) {
  const account = useAccount()
  const shelf = useShelf()
  const soil = useSoil()
  const { day, records, yard, places } = useYard()
  const water = useWaterDays()
  void shelf.load()

  const use = computed(() => findUse(record.value.rules, record.value))
  const watering = computed(() => computeWateringIn(record.value, water.value, day.value))
  const made = computed(
    () =>
      records.value.filter(
        (r) =>
          r.zoneId === record.value.zoneId &&
          labelKey(r) === labelKey(record.value) &&
          yearOf(r.day) === yearOf(record.value.day) &&
          r.day < record.value.day,
      ).length,
  )
  const expectation = computed(() =>
    computeExpectation(record.value.rules, use.value, {
      day: record.value.day,
      activeOf: shelf.activeOf,
      made: made.value,
    }),
  )
  const outing = computed(() => account.state.outings.find((o) => o.recordIds.includes(record.value.id)))
  /** As it was mixed for it, against what went down. */
  const deviations = computed(() => {
    const { planned, day: on, product, areaSqFt, waterGal } = record.value
    return planned ? computeDeviations(planned, { day: on, product, areaSqFt, waterGal }) : []
  })
  const ratings = computed(() =>
    account.state.ratings
      .filter((r) => r.recordId === record.value.id)
      .toSorted((a, b) => (a.day < b.day ? -1 : 1)),
  )
  const judged = computed(() =>
    ratings.value.map((rating) => {
      const outcome = judgeRating(rating)
      return { rating, ...(outcome.ok && outcome.value) }
    }),
  )

  /** First days that one in ten of a weed's seedlings is up at places of the zone, where the forecast knows them. */
  const emergedOf = (plant: string) => {
    const mine = new Set(places.value.filter((p) => p.zoneId === record.value.zoneId).map((p) => p.id))
    const answer = soil.stored?.yardId === yard.value?.id ? soil.stored?.answer : undefined
    return (answer?.germination ?? [])
      .filter((g) => g.plant === plant && mine.has(g.placeId))
      .flatMap((g) => g.tenth ?? [])
  }
  const causesOf = ({ plant }: RatingRow): Cause[] =>
    diagnose(
      gatherFailedPass(record.value, plant, {
        activeOf: shelf.activeOf,
        water: water.value,
        ...(watering.value && { watering: watering.value }),
        finds: account.state.finds.filter((f) => f.zoneId === record.value.zoneId),
        emerged: emergedOf(plant),
        // By the counts of all years: the records of most of them are not here.
        history: account.state.history.filter((h) => h.zoneId === record.value.zoneId),
        lastMown: yard.value?.outingWishes?.lastMown ?? null,
      }),
    )
  return { use, watering, expectation, deviations, ratings, judged, causesOf, outing }
}
