import { computed } from 'vue'
import type { Day } from '@jardinero/core/quantity'
import { findOddReadings, timingDepthCm, type ProbeReading } from '@jardinero/core/soil'
import { useYard } from '../state/index.ts'
import { type SoilPoint, aheadPoints, observedPoints, useSoilNow } from '../soil/index.ts'

interface LinePoint {
  day: Day
  temperatureC: number
}

/** One line of the ribbon: readings as dots; where the soil is simulated, the observed days and those ahead with their spread. */
export interface SeasonLine {
  kind: 'middle' | 'edge'
  dots: LinePoint[]
  past: LinePoint[]
  ahead: SoilPoint[]
}

const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length

function byDay(readings: ProbeReading[]): Map<Day, number[]> {
  const days = new Map<Day, number[]>()
  for (const { day, temperatureC } of readings) days.set(day, [...(days.get(day) ?? []), temperatureC])
  return days
}
/** The ribbon is a year on a thousand pixels: every other day is enough. */
const everyOther = <T>(points: T[]): T[] => points.filter((_, i) => i % 2 === 0 || i === points.length - 1)

/** The open middle (mean of the middles read that day) and the warmest edge (warmest read that day). */
export function useSeasonLines() {
  const { places, probeReadings, today } = useYard()
  const { answer, setAside } = useSoilNow()
  const kinds = computed(() => new Map(places.value.map((p) => [p.id, p.kind])))
  const odd = computed(() => findOddReadings(probeReadings.value))
  const out = computed(() => new Set(setAside.value.map((s) => s.reading.id)))
  const dotsOf = (kind: SeasonLine['kind']): LinePoint[] => {
    const mine = probeReadings.value.filter(
      (r) =>
        kinds.value.get(r.placeId) === kind &&
        r.day <= today.value &&
        r.depthCm >= timingDepthCm.least &&
        r.depthCm <= timingDepthCm.most &&
        !out.value.has(r.id) &&
        !odd.value.has(r),
    )
    const points = [...byDay(mine)].map(([day, ts]) => ({
      day,
      temperatureC: kind === 'middle' ? mean(ts) : Math.max(...ts),
    }))
    return points.sort((a, b) => (a.day < b.day ? -1 : 1))
  }
  /** The first middle, and the edge that is warmest now. */
  const outlookOf = (kind: SeasonLine['kind']) =>
    (answer.value?.places ?? [])
      .filter((p) => kinds.value.get(p.id) === kind)
      .toSorted((a, b) => (kind === 'edge' ? b.meanToday.value - a.meanToday.value : 0))[0]
  const lines = computed<SeasonLine[]>(() =>
    (['middle', 'edge'] as const).map((kind) => {
      const outlook = outlookOf(kind)
      const on = answer.value?.today
      const dots = dotsOf(kind)
      return {
        kind,
        dots,
        past: outlook && on ? everyOther(observedPoints(outlook, on)) : dots,
        ahead: outlook && on ? everyOther(aheadPoints(outlook, on)) : [],
      }
    }),
  )
  return { lines }
}
