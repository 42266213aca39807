import { computed } from 'vue'
import type { Day } from '@jardinero/core/quantity'
import { timingDepthCm, type ProbeReading } from '@jardinero/core/soil'
import { useYard } from '../kit/useYard.ts'

/** One line of the ribbon: a temperature a day, oldest first. */
export interface SeasonLine {
  kind: 'middle' | 'edge'
  points: { day: Day; temperatureC: number }[]
}

const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length

function byDay(readings: ProbeReading[]): Map<Day, number[]> {
  const days = new Map<Day, number[]>()
  for (const { day, temperatureC } of readings) days.set(day, [...(days.get(day) ?? []), temperatureC])
  return days
}

/** The open middle (mean of the middles read that day) and the warmest edge (warmest read that day), up to today. */
export function useSeasonLines() {
  const { places, probeReadings, today } = useYard()
  const kinds = computed(() => new Map(places.value.map((p) => [p.id, p.kind])))
  const lines = computed<SeasonLine[]>(() =>
    (['middle', 'edge'] as const).map((kind) => {
      const mine = probeReadings.value.filter(
        (r) =>
          kinds.value.get(r.placeId) === kind &&
          r.day <= today.value &&
          r.depthCm >= timingDepthCm.least &&
          r.depthCm <= timingDepthCm.most,
      )
      const points = [...byDay(mine)].map(([day, ts]) => ({
        day,
        temperatureC: kind === 'middle' ? mean(ts) : Math.max(...ts),
      }))
      return { kind, points: points.sort((a, b) => (a.day < b.day ? -1 : 1)) }
    }),
  )
  return { lines }
}
