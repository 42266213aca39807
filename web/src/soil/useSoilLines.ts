import { scaleLinear, scaleUtc } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed, type Ref } from 'vue'
import { addDays, type Day } from '@jardinero/core/quantity'
import type { SoilAnswer } from '@jardinero/core/soil'
import { useSession } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { aheadPoints, observedPoints, type SoilPoint } from './ahead.ts'
import { keepApart, side, temperatureTicks } from './chart.ts'

/** What the soil's lines show: the answer, the readings set aside, and how many days ahead are forecast. */
export interface SoilLinesShown {
  answer: SoilAnswer
  setAside: string[]
  forecastDays: number
}

/**
 * The soil's lines as they are drawn: six weeks back, two months ahead.
 * @param width of the drawing, px
 * @param height of the drawing, px
 */
export function useSoilLines(props: SoilLinesShown, width: Ref<number>, height: number) {
  const { places, probeReadings } = useYard()
  const session = useSession()
  const { left, right } = side
  const today = computed(() => props.answer.today)

  const dateOf = (d: Day, hour = 12) => new Date(Date.parse(`${d}T00:00:00Z`) + hour * 3_600_000)
  /** Where one acts first: the edges and the middle; the others are in the table. */
  const shown = computed(() => {
    const order = { edge: 0, middle: 1 } as Record<string, number>
    return places.value
      .flatMap((place) => {
        const outlook = props.answer.places.find((p) => p.id === place.id)
        return outlook ? [{ place, outlook }] : []
      })
      .toSorted((a, b) => (order[a.place.kind] ?? 2) - (order[b.place.kind] ?? 2))
      .slice(0, 4)
  })
  const span = computed<[Day, Day]>(() => [addDays(today.value, -44), addDays(today.value, 60)])
  const inside = <T extends { day: Day }>(points: T[]) =>
    points.filter((p) => p.day >= span.value[0] && p.day <= span.value[1])
  const x = computed(() =>
    scaleUtc(
      [dateOf(span.value[0], 0), dateOf(span.value[1], 24)],
      [left, Math.max(280, width.value) - right],
    ),
  )
  const lines = computed(() =>
    shown.value.map(({ place, outlook }) => ({
      place,
      past: inside(observedPoints(outlook, today.value)),
      ahead: inside(aheadPoints(outlook, today.value)),
    })),
  )
  const thresholds = computed(() => props.answer.places[0]?.crossings ?? [])
  const y = computed(() => {
    const all = lines.value.flatMap((l) => [
      ...l.past.map((p) => p.temperatureC),
      ...l.ahead.flatMap((p) => [p.p10C, p.p90C]),
    ])
    const limits = thresholds.value.map((t) => t.thresholdC)
    return scaleLinear(
      [Math.min(0, ...all), Math.max(14, ...all, ...limits.map((c) => c + 1))],
      [height - 20, 10],
    )
  })
  const ticks = computed(() =>
    temperatureTicks(y.value.domain() as [number, number], session.preferences.temperature).filter(
      (_, i, all) => all.length < 9 || i % 2 === 0,
    ),
  )
  const weeks = computed(() => x.value.ticks(width.value < 500 ? 4 : 8))
  const at = (d: Day, hour = 12) => x.value(dateOf(d, hour))
  const forecastEnd = computed(() => addDays(today.value, props.forecastDays))
  const pathOf = (points: { day: Day; temperatureC: number }[]) =>
    line<{ day: Day; temperatureC: number }>(
      (p) => at(p.day),
      (p) => y.value(p.temperatureC),
    )(points) ?? ''
  const likely = (points: SoilPoint[]) => points.map((p) => ({ day: p.day, temperatureC: p.p50C }))
  const drawn = computed(() =>
    lines.value.map(({ place, past, ahead }) => {
      const last = past.slice(-1)
      const forecast = ahead.filter((p) => p.day <= forecastEnd.value)
      const later = ahead.filter((p) => p.day >= forecastEnd.value)
      return {
        place,
        past: pathOf(past),
        forecast: pathOf([...last, ...likely(forecast)]),
        later: pathOf([...(forecast.length ? [] : last), ...likely(later)]),
        band:
          area<SoilPoint>(
            (p) => at(p.day),
            (p) => y.value(p.p10C),
            (p) => y.value(p.p90C),
          )(ahead) ?? '',
      }
    }),
  )
  const dots = computed(() =>
    probeReadings.value
      .filter((r) => shown.value.some((s) => s.place.id === r.placeId))
      .filter((r) => r.day >= span.value[0] && r.day <= today.value && y.value(r.temperatureC) > 0)
      .map((r) => ({
        ...r,
        kind: places.value.find((p) => p.id === r.placeId)!.kind,
        out: props.setAside.includes(r.id),
      })),
  )
  /** Each place's name at the end of its line. */
  const names = computed(() =>
    keepApart(
      lines.value.flatMap(({ place, past, ahead }) => {
        const endC = ahead.at(-1)?.p50C ?? past.at(-1)?.temperatureC
        return endC === undefined ? [] : [{ place, y: y.value(endC) }]
      }),
      13,
    ),
  )
  return { names, today, shown, x, y, ticks, weeks, thresholds, at, drawn, dots }
}
