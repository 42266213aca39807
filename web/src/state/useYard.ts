import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { dayIn, hourIn, type Day, type ZoneId } from '@jardinero/core/quantity'
import { passOfRecord } from '@jardinero/core/ledger'
import type { Situation } from '@jardinero/core/scout'
import type { Pass } from '@jardinero/core/shelf'
import { computeTiming, type ProbeReading, type Timing } from '@jardinero/core/soil'
import { computeArea, hemisphereOf, stripsOn, type MeasuredArea } from '@jardinero/core/yard'
import { useAccount } from './account.ts'
import { useHeld } from './held.ts'
import { useSeason } from './season.ts'

/** A stored reading as the core takes it, its id with it. */
export type YardReading = ProbeReading & { id: string }

/** The yard that is open, and what follows from its rows: areas, today, the day one stands on, the timing. */
export function useYard() {
  const account = useAccount()
  const season = useSeason()
  const held = useHeld()
  const route = useRoute()

  const yard = computed(() => held.yard?.yard)
  const zones = computed(() => account.state.zones)
  const places = computed(() => account.state.places)
  const areas = computed(() => {
    const measured = zones.value.map((z): [string, MeasuredArea | undefined] => {
      const area = computeArea(account.sectionsOf(z.id))
      return [z.id, area.ok ? area.value : undefined]
    })
    return new Map(measured)
  })

  /** Strips along edges, by lawn. */
  const strips = computed(
    () =>
      new Map(
        zones.value.map((z) => {
          const own = places.value.filter((p) => p.zoneId === z.id)
          return [z.id, stripsOn(own, account.sectionsOf(z.id))]
        }),
      ),
  )

  const timeZone = computed(() => held.timeZone)
  const today = computed<Day>(() => held.today)
  const day = computed<Day>(() => {
    const asked = String(route.query['day'] ?? '')
    return /^\d{4}-\d{2}-\d{2}$/.test(asked) && !Number.isNaN(Date.parse(asked)) ? asked : today.value
  })

  const readings = computed(() => season.readings)
  const probeReadings = computed(() =>
    readings.value.map((r): YardReading => ({
      ...r,
      day: dayIn(r.takenAt, timeZone.value),
      hour: hourIn(r.takenAt, timeZone.value),
    })),
  )
  const records = computed(() =>
    season.records
      .map((r) => ({ ...r, day: dayIn(r.appliedAt, timeZone.value) }))
      .sort((a, b) => (a.appliedAt < b.appliedAt ? -1 : 1)),
  )
  /** Of years that are not here only what was used and when it was last: their maxima are over, so no rate is told. */
  const earlierPasses = computed(() =>
    account.state.history
      .filter((h) => !held.yearsAsked.includes(h.year))
      .map(({ zoneId, lastDay, actives }) => ({
        zoneId,
        pass: {
          day: lastDay,
          actives: actives.map((name) => ({
            name,
            basis: 'ai' as const,
            rate: { value: 0, unit: 'lb/acre' as const },
          })),
        } satisfies Pass,
      })),
  )
  const passesOn = (zoneId: ZoneId): Pass[] => [
    ...earlierPasses.value.filter((p) => p.zoneId === zoneId).map((p) => p.pass),
    ...records.value.filter((r) => r.zoneId === zoneId).map(passOfRecord),
  ]

  const timing = computed<Timing | undefined>(() => {
    if (!yard.value) return undefined
    const outcome = computeTiming({
      day: day.value,
      hemisphere: hemisphereOf(yard.value.latitude),
      school: yard.value.timingSchool,
      places: places.value,
      readings: probeReadings.value,
      parameters: yard.value.timingParameters?.[yard.value.timingSchool] ?? {},
      signs: account.state.signs,
    })
    return outcome.ok ? outcome.value : undefined
  })
  /** Hemisphere and length of season: what a plant's year depends on. */
  const situation = computed<Situation>(() => ({
    hemisphere: hemisphereOf(yard.value?.latitude ?? 0),
    belt: account.almanac.climates.find((c) => c.code === yard.value?.climate)?.belt ?? 'mild',
  }))
  return {
    yard,
    zones,
    places,
    areas,
    strips,
    timeZone,
    today,
    day,
    probeReadings,
    records,
    passesOn,
    timing,
    situation,
  }
}
export type OpenRecord = ReturnType<typeof useYard>['records']['value'][number]
