import { useTimeout } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import { dayOfYear, type Day } from '@jardinero/core/quantity'
import { computeClock, daysFromSpan, spanLength } from '@jardinero/core/scout'
import { useAccount, useYard } from '../state/index.ts'
import { usePlants } from '../scout/index.ts'
import { useSoilNow } from '../soil/index.ts'

/** One weed of this yard and when it germinates here: 0 to 1 by day. */
export interface GerminationHill {
  plant: string
  heightAt: (day: Day) => number
}

/** Hills of the weeds found in the yard: from the simulated soil where there is one, else from the almanac's months, so an estimate. The plants are fetched when there are finds or marks. */
export function useGerminationHills() {
  const account = useAccount()
  const { zones, situation } = useYard()
  const { answer } = useSoilNow()
  const { load, plantOf } = usePlants()
  // After the station stands: the hills can wait, a person at the station cannot.
  const needed = computed(() => account.state.finds.length + account.state.marks.length > 0)
  const { ready } = useTimeout(400, { controls: true })
  watchEffect(() => {
    if (ready.value && needed.value) void load()
  })
  /** Where the soil is simulated: how fast a weed comes up in the middle, its flushes together, the steepest day as 1. */
  const simulatedHill = (code: string): GerminationHill | undefined => {
    const curves = (answer.value?.germination ?? []).filter(
      (c) => c.plant === code && c.placeId === (answer.value?.middleId ?? answer.value?.leadId),
    )
    if (!curves.length) return undefined
    const pace = new Map<Day, number>()
    for (const { byDay } of curves)
      byDay.forEach((d, i) => pace.set(d.day, i ? d.p50 - byDay[i - 1]!.p50 : 0))
    const most = Math.max(1e-6, ...pace.values())
    const days = [...pace.keys()].sort()
    const heightAt = (day: Day) => {
      const next = days.findIndex((d) => d >= day)
      return next < 0 || day < days[0]! ? 0 : pace.get(days[next]!)! / most
    }
    return { plant: code, heightAt }
  }
  const hills = computed<GerminationHill[]>(() => {
    const mine = new Set(zones.value.map((z) => z.id))
    const found = new Set(account.state.finds.filter((f) => mine.has(f.zoneId)).flatMap((f) => f.plant ?? []))
    return [...found].flatMap((code) => {
      const simulated = simulatedHill(code)
      if (simulated) return [simulated]
      const plant = plantOf(code)
      const span = plant?.roles.includes('weed') ? computeClock(plant, situation.value).germinates : undefined
      if (!plant || !span || spanLength(span) > 300) return []
      const half = spanLength(span) / 2
      const middle = ((span[0] + half - 1) % 365) + 1
      const heightAt = (day: Day) => {
        const away = daysFromSpan(dayOfYear(day), [middle, middle]) / (half * 1.15)
        return away < 1 ? Math.cos((away * Math.PI) / 2) ** 2 : 0
      }
      return [{ plant: plant.code, heightAt }]
    })
  })
  const marks = computed(() => {
    const mine = new Set(zones.value.map((z) => z.id))
    return account.state.marks.filter((m) => mine.has(m.zoneId) && !m.done)
  })
  return { hills, marks }
}
