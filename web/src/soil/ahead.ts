import type { Day } from '@jardinero/core/quantity'
import type { PlaceForecast } from '@jardinero/core/soil'

/** How likely each day is the one of the crossing, smoothed over a week, the highest as 1. */
export function crossingDensity({ crossing, ahead }: PlaceForecast): { day: Day; share: number }[] {
  const daily = crossing.byDay.map((share, i) => share - (i ? crossing.byDay[i - 1]! : crossing.past))
  const smooth = daily.map((_, i) => {
    let sum = 0
    for (let k = -3; k <= 3; k++) sum += (daily[i + k] ?? 0) * (4 - Math.abs(k))
    return sum / 16
  })
  const most = Math.max(1e-9, ...smooth)
  return smooth.map((share, i) => ({ day: ahead[i]!.day, share: share / most }))
}

/** The code of the sentence on a crossing: between two days, past, or not in these weeks. */
export function crossingCode({ crossing }: PlaceForecast): 'between' | 'past' | 'notYet' {
  if (crossing.past > 0.5) return 'past'
  return crossing.p10 && crossing.p90 ? 'between' : 'notYet'
}
