import { computed, type Ref } from 'vue'
import {
  computeDeviations,
  computeWateringIn,
  diagnose,
  judgeRating,
  yearsOfOneGroup,
  type Cause,
  type FailedPass,
  type WaterDay,
} from '@jardinero/core/ledger'
import type { RatingRow } from '@jardinero/contract/ledger'
import { addDays, convert, yearOf, type RatePerAreaUnit } from '@jardinero/core/quantity'
import {
  airBand,
  computeExpectation,
  findUse,
  controlLevel,
  efficacyOf,
  type Efficacy,
  type WeedStage,
} from '@jardinero/core/shelf'
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
          r.rules.name === record.value.rules.name &&
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

  const sameGroup = computed(() => {
    const group = record.value.rules.actives[0]?.group
    if (!group) return {}
    // By the counts of all years: the records of most of them are not here.
    const passes = account.state.history.filter((h) => h.zoneId === record.value.zoneId)
    return { group, sameGroupYears: yearsOfOneGroup(passes, group, yearOf(record.value.day)) }
  })
  /** The first day that one in ten of a weed's seedlings is up at the zone's warmest place, where the forecast knows it. */
  const emergedOf = (plant: string) => {
    const mine = new Set(places.value.filter((p) => p.zoneId === record.value.zoneId).map((p) => p.id))
    const answer = soil.stored?.yardId === yard.value?.id ? soil.stored?.answer : undefined
    const days = (answer?.germination ?? [])
      .filter((g) => g.plant === plant && mine.has(g.placeId))
      .flatMap((g) => g.tenth ?? [])
      .filter((tenth) => yearOf(tenth) === yearOf(record.value.day))
    return days.sort()[0]
  }
  /** What the actives of the pass do to a weed at a stage: the best of them. */
  function efficacyAt(plant: string, stage: WeedStage): Efficacy | undefined {
    const found = record.value.rules.actives.flatMap((a) => {
      const active = shelf.activeOf(a.name)
      return (active && efficacyOf(active, plant, stage)) ?? []
    })
    return found.toSorted((a, b) => controlLevel(b) - controlLevel(a))[0]
  }
  function causesOf({ plant }: RatingRow): Cause[] {
    const r = record.value
    const purpose = use.value?.purpose ?? 'postEmergent'
    const find = account.state.finds
      .filter((f) => f.plant === plant && f.zoneId === r.zoneId && f.foundOn <= addDays(r.day, 7))
      .toSorted((a, b) => (a.foundOn < b.foundOn ? 1 : -1))[0]
    const stage = find?.stage as WeedStage | undefined
    const efficacy = stage && efficacyAt(plant, stage)
    const rainOn = (on: string) => water.value.find((d) => d.day === on)?.rainMm
    const [today, next] = [rainOn(r.day), rainOn(addDays(r.day, 1))]
    const emerged = purpose === 'preEmergent' ? emergedOf(plant) : undefined
    const unit = r.rate.unit as RatePerAreaUnit
    const pass: FailedPass = {
      day: r.day,
      purpose,
      rules: r.rules,
      rate: r.rate,
      plant,
      ...(use.value && {
        range: {
          min: convert(use.value.rate.min, use.value.rate.unit, unit),
          max: convert(use.value.rate.max, use.value.rate.unit, unit),
        },
      }),
      ...(emerged && { emerged }),
      ...(watering.value && !r.wateredInOn && { watering: watering.value }),
      ...(stage && { stage }),
      ...(efficacy && { efficacy }),
      ...(today !== undefined && next !== undefined && { rainMm: [today, next] as [number, number] }),
      ...(yard.value?.outingWishes?.lastMown && { mown: [yard.value.outingWishes.lastMown] }),
      ...(r.airC !== null && { highC: r.airC }),
      band: airBand(
        r.rules,
        r.rules.actives.flatMap((a) => shelf.activeOf(a.name) ?? []),
      ),
      ...sameGroup.value,
    }
    return diagnose(pass)
  }
  return { use, watering, expectation, deviations, ratings, judged, causesOf, outing }
}
