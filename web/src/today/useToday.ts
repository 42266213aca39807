import { computed } from 'vue'
import { daysBetween, yearOf } from '@jardinero/core/quantity'
import { computeAfterPass, computeWateringIn } from '@jardinero/core/ledger'
import { computeExpectation, findUse } from '@jardinero/core/shelf'
import { seasonOf, type Timing } from '@jardinero/core/soil'
import { computeToday, type TodayItem, type TodayState } from '@jardinero/core/today'
import { hemisphereOf } from '@jardinero/core/yard'
import { useAccount, useNow, useYard } from '../state/index.ts'
import { useWaterDays } from '../ledger/index.ts'
import { useNextPass, usePlanContext } from '../season/index.ts'
import { useOutingAnswer, useOutingPass, useWindows } from '../outing/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useSoilTiming } from '../soil/index.ts'
import { useWords } from '../kit/session.ts'

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
  const { yard, zones, places, areas, day, today, timeZone, probeReadings, records } = useYard()
  const { timing } = useSoilTiming()
  const { half, plan } = usePlanContext()
  const { plannedPass } = useNextPass()
  const shelf = useShelf()
  const { span } = useWords()
  const { now } = useNow(60_000)
  const outing = useOutingPass()
  const windows = useWindows(outing, { patient: true })
  const said = useOutingAnswer(outing, windows)
  /** Only for what is mixed or planned: a label on the shelf waits for nothing. */
  const window = computed(() => {
    const [best] = windows.answer.value?.best ?? []
    const chosen = outing.chosen.value
    if (!best || !chosen || chosen.id.startsWith('label:') || day.value !== today.value) return undefined
    const { hours } = windows.answer.value!
    const from = hours[best.best.from]!.at
    const to = new Date(Date.parse(hours[best.best.to - 1]!.at) + 3_600_000).toISOString()
    return {
      label: chosen.labels.map((l) => l.name).join(', '),
      when: span(from, to, timeZone.value),
      inHours: (Date.parse(from) - Date.parse(now.value)) / 3_600_000,
    }
  })
  const judgeDue = computed(() =>
    records.value.flatMap((r) => {
      if (account.state.ratings.some((rating) => rating.recordId === r.id)) return []
      const use = findUse(r.rules, r)
      const expected = computeExpectation(r.rules, use, { day: r.day, activeOf: shelf.activeOf })
      return expected && expected.judgeFrom <= day.value && day.value <= expected.judgeTo
        ? [{ zone: r.zoneName, label: r.rules.name, until: expected.judgeTo }]
        : []
    }),
  )

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
  const water = useWaterDays()
  const wateringDue = computed(() =>
    records.value
      .filter(
        (r) =>
          r.day <= day.value &&
          yearOf(r.day) === yearOf(day.value) &&
          r.rules.wateringIn &&
          !r.wateredInOn &&
          // Rain counts.
          !computeWateringIn(r, water.value, day.value)?.enoughOn,
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
  const lostOf = (held: { label: string; from: string; to: string }) => ({
    label: held.label,
    when: span(held.from, held.to, timeZone.value),
    why: said.lostSays,
  })
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
      judgeDue: judgeDue.value,
      ...(window.value && { window: window.value }),
      ...(said.lost && windows.wishes.value.held && { windowLost: lostOf(windows.wishes.value.held) }),
    }
  })
  const items = computed<TodayItem[]>(() => (yard.value ? computeToday(state.value) : []))
  const waitsAt = (room: string) => items.value.some((i) => i.room === room)
  return { items, waitsAt }
}
