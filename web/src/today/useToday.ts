import { computed } from 'vue'
import { daysBetween, yearOf } from '@jardinero/core/quantity'
import { computeAfterPass } from '@jardinero/core/ledger'
import { seasonOf, type Timing } from '@jardinero/core/soil'
import { computeToday, type TodayItem, type TodayState } from '@jardinero/core/today'
import { hemisphereOf } from '@jardinero/core/yard'
import { useAccount } from '../kit/account.ts'
import { useYard } from '../kit/useYard.ts'
import { usePlanContext } from '../season/usePlanContext.ts'
import { useNextPass } from '../season/useNextPass.ts'
import { useSoilTiming } from '../soil/useSoilTiming.ts'

/** How many passes are down once a pass is. */
const passNumber: Record<Timing['pass'], number> = {
  only: 1,
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  seed: Infinity,
}

/** What waits, for the day one stands on. */
export function useToday() {
  const account = useAccount()
  const { yard, zones, places, areas, day, probeReadings, records } = useYard()
  const { timing } = useSoilTiming()
  const { half, plan } = usePlanContext()
  const { plannedPass } = useNextPass()

  /** Zones that already have as many pre-emergent passes this season as the next one makes. */
  const treated = computed(() => {
    const season = timing.value?.watched[0]?.trend ?? 'rising'
    const { from } = seasonOf(day.value, hemisphereOf(yard.value?.latitude ?? 0), season)
    const passes = records.value.filter(
      (r) => r.day >= from && r.day <= day.value && r.rules.uses.some((u) => u.purpose === 'preEmergent'),
    )
    const wanted = passNumber[timing.value?.pass ?? 'only']
    const count = (zoneId: string) => passes.filter((r) => r.zoneId === zoneId).length
    return new Set(zones.value.map((z) => z.id).filter((id) => count(id) >= wanted))
  })
  const sinceReading = computed(() =>
    places.value
      .filter((p) => p.kind === 'edge' || p.kind === 'middle')
      .map((p) => {
        const days = probeReadings.value
          .filter((r) => r.placeId === p.id && r.day <= day.value)
          .map((r) => daysBetween(r.day, day.value))
        return { place: p.name, edge: p.kind === 'edge', ...(days.length && { days: Math.min(...days) }) }
      }),
  )
  const wateringDue = computed(() =>
    records.value
      .filter(
        (r) =>
          r.day <= day.value && yearOf(r.day) === yearOf(day.value) && r.rules.wateringIn && !r.wateredInOn,
      )
      .map((r) => {
        const { waterBy, daysToWater } = computeAfterPass(r.day, r.rules, day.value)
        return {
          zone: r.zoneName,
          label: r.rules.name,
          by: waterBy!,
          days: daysToWater!,
          leastIn: r.rules.wateringIn!.leastIn,
        }
      }),
  )
  /** A mark waits from its day until six weeks into the germination. */
  const barriersDue = computed(() =>
    account.state.marks
      .filter((m) => !m.done && m.from <= day.value && daysBetween(m.germinatesFrom, day.value) < 42)
      .flatMap(({ zoneId, plant, germinatesFrom: germinates }) => {
        const zone = zones.value.find((z) => z.id === zoneId)?.name
        return zone ? [{ zone, plant, germinates, days: daysBetween(day.value, germinates) }] : []
      }),
  )
  const state = computed<TodayState>(() => {
    const calibrated = account.state.calibrations
      .filter((c) => c.day <= day.value)
      .map((c) => daysBetween(c.day, day.value))
    const named = (is: (zoneId: string) => boolean) => zones.value.filter((z) => is(z.id)).map((z) => z.name)
    return {
      day: day.value,
      zonesWithoutArea: named((id) => !areas.value.get(id)),
      hasEdge: places.value.some((p) => p.kind === 'edge'),
      ...(timing.value && { timing: timing.value }),
      sinceReading: sinceReading.value,
      hasSprayer: account.state.sprayers.length > 0,
      ...(calibrated.length && { sinceCalibration: Math.min(...calibrated) }),
      hasLabel: account.state.labels.length > 0,
      treatedZones: named((id) => treated.value.has(id)),
      untreatedZones: named((id) => !treated.value.has(id)),
      half: half.value,
      hasPlan: Boolean(plan.value),
      ...(plannedPass.value && { plannedPass: plannedPass.value }),
      barriersDue: barriersDue.value,
      wateringDue: wateringDue.value,
    }
  })
  const items = computed<TodayItem[]>(() => (yard.value ? computeToday(state.value) : []))
  const waitsAt = (room: string) => items.value.some((i) => i.room === room)
  return { items, waitsAt }
}
