import type { ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import {
  computeBarriersDue,
  computeJudgeDue,
  computeSinceCalibration,
  computeSinceReading,
  computeToday,
  computeWateringDue,
  findTreated,
  type TodayItem,
  type TodayState,
} from '@jardinero/core/today'
import { hemisphereOf } from '@jardinero/core/yard'
import { useAccount, useNow, useYard } from '../state/index.ts'
import { useWaterDays } from '../ledger/index.ts'
import { useNext, usePlanContext } from '../season/index.ts'
import { useOutingAnswer, useOutingPass, useWindows } from '../outing/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useSoilTiming } from '../soil/index.ts'
import { useWords } from '../kit/session.ts'

/** What waits, for the day one stands on. */
export function useToday() {
  const account = useAccount()
  const { yard, zones, places, areas, day, today, timeZone, probeReadings, records } = useYard()
  const { timing, isPending } = useSoilTiming()
  const { half, plan } = usePlanContext()
  const { next } = useNext()
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
  const treated = computed(() =>
    findTreated(records.value, day.value, {
      hemisphere: hemisphereOf(yard.value?.latitude ?? 0),
      trend: timing.value?.watched[0]?.trend ?? 'rising',
      pass: timing.value?.pass ?? 'only',
    }),
  )
  const water = useWaterDays()
  const lostOf = (held: { label: string; from: string; to: string }) => ({
    label: held.label,
    when: span(held.from, held.to, timeZone.value),
    why: said.lostSays,
  })
  const state = computed<TodayState>(() => {
    const sinceCalibration = computeSinceCalibration(account.state.calibrations, day.value)
    const rated = new Set(account.state.ratings.map((r) => r.recordId))
    const named = (is: (zoneId: ZoneId) => boolean) => zones.value.filter((z) => is(z.id)).map((z) => z.name)
    return {
      day: day.value,
      zonesWithoutArea: named((id) => !areas.value.get(id)),
      hasEdge: places.value.some((p) => p.kind === 'edge'),
      ...(timing.value && { timing: timing.value }),
      isSoilPending: isPending.value,
      sinceReading: computeSinceReading(places.value, probeReadings.value, day.value),
      hasSprayer: account.state.sprayers.length > 0,
      ...(sinceCalibration !== undefined && { sinceCalibration }),
      hasLabel: account.state.labels.length > 0,
      treatedZones: named((id) => treated.value.has(id)),
      untreatedZones: named((id) => !treated.value.has(id)),
      half: half.value,
      hasPlan: Boolean(plan.value),
      ...(next.value && { next: next.value }),
      barriersDue: computeBarriersDue(account.state.marks, day.value, zones.value),
      wateringDue: computeWateringDue(records.value, day.value, water.value),
      judgeDue: computeJudgeDue(records.value, day.value, { rated, activeOf: shelf.activeOf }),
      ...(window.value && { window: window.value }),
      ...(said.lost && windows.wishes.value.held && { windowLost: lostOf(windows.wishes.value.held) }),
    }
  })
  const items = computed<TodayItem[]>(() => (yard.value ? computeToday(state.value) : []))
  const waitsAt = (room: string) => items.value.some((i) => i.room === room)
  return { items, waitsAt }
}
