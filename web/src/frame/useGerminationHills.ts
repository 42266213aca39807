import { useTimeout } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import { dayOfYear, type Day } from '@jardinero/core/quantity'
import { computeClock, daysFromSpan, spanLength } from '@jardinero/core/scout'
import { useAccount } from '../kit/account.ts'
import { useYard } from '../kit/useYard.ts'
import { usePlants } from '../scout/usePlants.ts'

/** One weed of this yard and when it germinates here: 0 to 1 by day. */
export interface GerminationHill {
  plant: string
  heightAt: (day: Day) => number
}

/** Hills of the weeds found in the yard; from the almanac's months, so an estimate. The plants are fetched when there are finds or marks. */
export function useGerminationHills() {
  const account = useAccount()
  const { zones, situation } = useYard()
  const { load, plantOf } = usePlants()
  // After the station stands: the hills can wait, a person at the station cannot.
  const needed = computed(() => account.state.finds.length + account.state.marks.length > 0)
  const { ready } = useTimeout(400, { controls: true })
  watchEffect(() => {
    if (ready.value && needed.value) void load()
  })
  const hills = computed<GerminationHill[]>(() => {
    const mine = new Set(zones.value.map((z) => z.id))
    const found = new Set(account.state.finds.filter((f) => mine.has(f.zoneId)).map((f) => f.plant))
    return [...found].flatMap((code) => {
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
