import { drawNormal, seededRandom } from '@jardinero/core/quantity'
import { groundOf, textures, type GroundChoices } from '@jardinero/core/soil'
import { createForcing, forceDays } from '../../core/src/soil/heat/forcing.ts'
import { createGroundRunner, firstGround } from '../../core/src/soil/heat/placeGround.ts'
import { createPlaceGround } from '../../core/src/soil/ground.ts'
import { dateErrorOf, dateOf, knownDays, takeReadings, usualKind, usualReadings, type Twin } from './twin.ts'
import { daysBetween } from '@jardinero/core/quantity'

/** Draws of the ground's parameters: many enough that the best dozen carry the weight. */
const draws = 160
const warmUp = 440
/** What stays after the parameters, K: a lasting part, and one that fades in days; and a reading's own error. */
const [lasting, fading, fadeDays, own] = [0.7, 0.7, 6, 0.55]

/** A ground drawn from what may be: wide where little is known. */
function drawGround(base: GroundChoices, random: () => number): GroundChoices {
  const normal = () => drawNormal(random)
  const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value))
  return {
    ...base,
    texture: textures[Math.floor(random() * textures.length)]!,
    thatchCm: clamp(base.thatchCm * Math.exp(0.5 * normal()), 0, 4),
    density: clamp(base.density * Math.exp(0.35 * normal()), 0.1, 1.6),
    sunlit: clamp(Math.exp(0.15 * normal()), 0.4, 1.4),
    wallHeatK: Math.max(0, base.wallHeatK * Math.exp(0.5 * normal())),
    evaporatedWet: clamp(base.evaporatedWet + 0.12 * normal(), 0.2, 0.8),
    calmTransfer: clamp(14 * Math.exp(0.3 * normal()), 8, 35),
    transferPerWind: clamp(3 * Math.exp(0.3 * normal()), 0, 6),
  }
}

/** Lower triangle of a covariance (Cholesky). */
function root(matrix: number[][]): number[][] {
  const out = matrix.map((row) => row.map(() => 0))
  matrix.forEach((row, i) => {
    for (let j = 0; j <= i; j++) {
      let sum = row[j]!
      for (let k = 0; k < j; k++) sum -= out[i]![k]! * out[j]![k]!
      out[i]![j] = i === j ? Math.sqrt(Math.max(1e-9, sum)) : sum / out[j]![j]!
    }
  })
  return out
}
const solveRoot = (lower: number[][], right: number[]): number[] => {
  const y = right.slice()
  for (let i = 0; i < y.length; i++) {
    for (let k = 0; k < i; k++) y[i]! -= lower[i]![k]! * y[k]!
    y[i]! /= lower[i]![i]!
  }
  for (let i = y.length - 1; i >= 0; i--) {
    for (let k = i + 1; k < y.length; k++) y[i]! -= lower[k]![i]! * y[k]!
    y[i]! /= lower[i]![i]!
  }
  return y
}

/**
 * The full Bayesian answer to the same question as `knownTwin`: the ground's parameters themselves drawn and weighted by the
 * readings, with what stays as a Gaussian process. @returns days the date is off
 */
export function referenceTwin(twin: Twin): number {
  const { order, reported, crossing, climate } = twin
  const random = seededRandom(order.seed ^ 0x68bc21eb)
  const today = crossing + knownDays
  const days = reported.slice(today + 1 - warmUp, today + 1)
  const forced = forceDays(createForcing(climate.latitude), days)
  const base = dateOf(crossing - 7)
  const readings = takeReadings(twin, crossing - 7, usualReadings, base)
  const back = readings.map((r) => today - (crossing - 7) + daysBetween(r.day, base))
  const covariance = readings.map((_, i) =>
    readings.map(
      (_, j) =>
        lasting ** 2 +
        fading ** 2 * Math.exp(-Math.abs(back[i]! - back[j]!) / fadeDays) +
        (i === j ? own ** 2 : 0),
    ),
  )
  const lower = root(covariance)
  const usual = groundOf(usualKind(order.kind))
  const members = Array.from({ length: draws }, () => {
    const place = createPlaceGround(drawGround(usual, random), climate.latitude)
    const runner = createGroundRunner(place, firstGround(place, days))
    const hourly = new Float32Array(days.length * 24)
    const daily = forced.map((day, i) =>
      runner.passDay(day, { hourlyC: { into: hourly, at: i * 24, stride: 0 } }),
    )
    const miss = readings.map((r, i) => {
      const at = (days.length - 1 - back[i]!) * 24 + r.solarHour - 1
      const low = Math.floor(at)
      return r.temperatureC - (hourly[low]! + (at - low) * (hourly[low + 1]! - hourly[low]!))
    })
    const weighed = solveRoot(lower, miss)
    const fit = -0.5 * miss.reduce((sum, m, i) => sum + m * weighed[i]!, 0)
    const path = daily.map((c, i) => {
      const on = days.length - 1 - i
      const pull = back.map((b) => lasting ** 2 + fading ** 2 * Math.exp(-Math.abs(b - on) / fadeDays))
      return c + pull.reduce((sum, p, k) => sum + p * weighed[k]!, 0)
    })
    return { fit, path }
  })
  const best = Math.max(...members.map((m) => m.fit))
  const weights = members.map((m) => Math.exp(m.fit - best))
  const sum = weights.reduce((a, b) => a + b, 0)
  const mean = days.map((_, i) => members.reduce((s, m, k) => s + m.path[i]! * weights[k]!, 0) / sum)
  return dateErrorOf(mean, today, twin)
}
