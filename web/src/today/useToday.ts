import type { ZoneId } from '@jardinero/core/quantity'
import { useMay } from '../kit/useMay.ts'
import { computed } from 'vue'
import {
  computeBarriersDue,
  computeJudgeDue,
  computeSinceCalibration,
  computeSinceReading,
  computeToday,
  computeWateringDue,
  findTreated,
  findUnmeasured,
  type TodayItem,
  type TodayState,
} from '@jardinero/core/today'
import { hemisphereOf } from '@jardinero/core/yard'
import { useAccount, useNow, useOutingNow, useYard } from '../state/index.ts'
import { useWaterDays } from '../ledger/index.ts'
import { useJobDays, useNext, usePlans } from '../season/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useSoilTiming } from '../soil/index.ts'
import { useWords } from '../kit/session.ts'

/** What waits, for the day one stands on. */
export function useToday() {
  const account = useAccount()
  const { yard, zones, places, areas, day, today, timeZone, probeReadings, records } = useYard()
  const { timing, isPending } = useSoilTiming()
  const { usualHalf: half, usualPlan: plan } = usePlans()
  const { next } = useNext()
  const shelf = useShelf()
  const { say, span } = useWords()
  const { due } = useJobDays()
  const { now } = useNow(60_000)
  const outing = useOutingNow()
  /** The day's window, as the hours that keep every limit have it; only for what is mixed or planned. */
  const window = computed(() => {
    const { best, yardId } = outing
    if (!best || yardId !== yard.value?.id || day.value !== today.value) return undefined
    return {
      label: best.label,
      when: span(best.from, best.to, timeZone.value),
      inHours: (Date.parse(best.from) - Date.parse(now.value)) / 3_600_000,
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
  const lost = computed(() => {
    const held = outing.yardId === yard.value?.id ? outing.lost : undefined
    return held && { label: held.label, when: span(held.from, held.to, timeZone.value), why: held.why }
  })
  const state = computed<TodayState>(() => {
    const sinceCalibration = computeSinceCalibration(account.state.calibrations, day.value)
    const rated = new Set(account.state.ratings.map((r) => r.recordId))
    const named = (is: (zoneId: ZoneId) => boolean) => zones.value.filter((z) => is(z.id)).map((z) => z.name)
    return {
      day: day.value,
      whereGuessed: yard.value?.placeFrom === 'clock',
      hasGround: zones.value.length > 0,
      zonesWithoutArea: named((id) => !areas.value.get(id)),
      hasEdge: places.value.some((p) => p.kind === 'edge'),
      ...(timing.value && { timing: timing.value }),
      isSoilPending: isPending.value,
      sinceReading: computeSinceReading(places.value, probeReadings.value, day.value),
      hasSprayer: account.state.sprayers.length > 0,
      ...(sinceCalibration !== undefined && { sinceCalibration }),
      usesUsualCarrier: findUnmeasured(account.state.calibrations),
      hasLabel: account.state.labels.length > 0,
      treatedZones: named((id) => treated.value.has(id)),
      untreatedZones: named((id) => !treated.value.has(id)),
      half: half.value,
      hasPlan: Boolean(plan.value),
      ...(next.value && { next: next.value }),
      jobsDue: due.value.map((d) => ({ ...d, params: { ...d.params, title: say('job.title', d.params) } })),
      barriersDue: computeBarriersDue(account.state.marks, day.value, zones.value),
      wateringDue: computeWateringDue(records.value, day.value, water.value),
      judgeDue: computeJudgeDue(records.value, day.value, { rated, activeOf: shelf.activeOf }),
      ...(window.value && { window: window.value }),
      ...(lost.value && { windowLost: lost.value }),
    }
  })
  const may = useMay()
  /** What one may not do is for others to do: it does not wait for who is here. */
  const isOwn = ({ code, room }: TodayItem): boolean => {
    if (code === 'copyLabel') return may('shelf.write')
    if (room === 'yard') return may('yard.write')
    return room !== 'season' || code.startsWith('job.') || may('season.write')
  }
  const items = computed<TodayItem[]>(() => (yard.value ? computeToday(state.value).filter(isOwn) : []))
  const waitsAt = (room: string) => items.value.some((i) => i.room === room)
  return { items, waitsAt }
}
