import { addDays, type Day } from '@jardinero/core/quantity'
import type { PlaceCrossing, PlaceOutlook } from '@jardinero/core/soil'

/** How likely each day from today on is the one of the crossing, smoothed over a week, the highest as 1. */
export function crossingDensity({ shareBy }: PlaceCrossing, today: Day): { day: Day; share: number }[] {
  const daily = shareBy.map((share, i) => (i ? share - shareBy[i - 1]! : 0))
  const smooth = daily.map((_, i) => {
    let sum = 0
    for (let k = -3; k <= 3; k++) sum += (daily[i + k] ?? 0) * (4 - Math.abs(k))
    return sum / 16
  })
  const most = Math.max(1e-9, ...smooth)
  return smooth.map((share, i) => ({ day: addDays(today, i), share: share / most }))
}

/** The code of the sentence on a crossing: between two days, past, or not for sure in these days. */
export function crossingCode({ days }: PlaceCrossing): 'between' | 'past' | 'from' | 'notYet' {
  if (days.p50 !== undefined && days.p50 <= 0) return 'past'
  if (days.p10 !== undefined && days.p90 !== undefined) return 'between'
  return days.p50 === undefined ? 'notYet' : 'from'
}

/** A point of a line at 2 in. */
export interface SoilPoint {
  day: Day
  p10C: number
  p50C: number
  p90C: number
}

/** A place's days ahead, dated. */
export const aheadPoints = ({ p10C, p50C, p90C }: PlaceOutlook, today: Day): SoilPoint[] =>
  p50C.map((c, i) => ({ day: addDays(today, i + 1), p10C: p10C[i]!, p50C: c, p90C: p90C[i]! }))

/** A place's observed days, dated. */
export const observedPoints = (
  { observedC }: PlaceOutlook,
  today: Day,
): { day: Day; temperatureC: number }[] =>
  observedC.map((temperatureC, i) => ({ day: addDays(today, i + 1 - observedC.length), temperatureC }))

/** Columns of the series as a file. */
export const seriesColumns = ['place', 'day', 'kind', 'p10_c', 'p50_c', 'p90_c']

/** Observed and coming days as rows of a file. */
export const seriesRows = (rows: { place: string; outlook: PlaceOutlook }[], today: Day): string[][] =>
  rows.flatMap(({ place, outlook }) => [
    ...observedPoints(outlook, today).map((p) => [
      place,
      p.day,
      'observed',
      '',
      p.temperatureC.toFixed(2),
      '',
    ]),
    ...aheadPoints(outlook, today).map((p) => [
      place,
      p.day,
      'simulated',
      ...[p.p10C, p.p50C, p.p90C].map((c) => c.toFixed(2)),
    ]),
  ])
