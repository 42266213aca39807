import { drawNormal } from '@jardinero/core/quantity'

/** A day as the truth has it: more than a station reports. */
export interface TruthDay {
  dayOfYear: number
  minimumC: number
  maximumC: number
  rainMm: number
  wind: number
  /** Share of the sky under cloud, 0–1. */
  cloud: number
}

export interface TruthClimate {
  latitude: number
  meanC: number
  swingC: number
  spellK: number
}

/** Gamma-distributed amounts of a whole shape, from exponentials. */
const gamma = (random: () => number, shape: number, scale: number): number =>
  Array.from({ length: shape }, () => -scale * Math.log(1 - random())).reduce((a, b) => a + b, 0)

/**
 * Weather by another generator than the stand-in's and than the ensemble: two harmonics of the year, second-order spells,
 * an anomaly that drifts over a month and a half, rain with memory and gamma amounts, cloud that follows rain and spells,
 * and now and then three or four weeks of drought under a high.
 */
export function truthYears(climate: TruthClimate, years: number, random: () => number): TruthDay[] {
  const { meanC, swingC, spellK, latitude } = climate
  const phase = latitude < 0 ? 182 : 0
  let [spell, spellBefore, drift, wet, dry] = [0, 0, 0, false, 0]
  return Array.from({ length: years * 365 }, (_, i) => {
    const dayOfYear = (i % 365) + 1
    const angle = (2 * Math.PI * (dayOfYear - 22 - phase)) / 365
    drift = 0.978 * drift + 1.5 * Math.sqrt(1 - 0.978 ** 2) * drawNormal(random)
    const next = 0.95 * spell - 0.28 * spellBefore + 0.62 * spellK * drawNormal(random)
    spellBefore = spell
    spell = next
    if (dry > 0) dry--
    else if (random() < 1 / 260) dry = 21 + Math.floor(10 * random())
    wet = dry > 0 ? false : random() < (wet ? 0.58 : 0.22)
    const cloud = Math.min(1, Math.max(0, (wet ? 0.8 : dry ? 0.12 : 0.42) + 0.22 * drawNormal(random)))
    const warm = dry ? 1.8 : 0
    const mean = meanC - swingC * (Math.cos(angle) + 0.08 * Math.cos(2 * angle + 0.7)) + spell + drift + warm
    const range = Math.max(2, 14 - 9 * cloud + 1.3 * drawNormal(random))
    return {
      dayOfYear,
      minimumC: mean - 0.48 * range,
      maximumC: mean + 0.52 * range,
      rainMm: wet ? Math.min(90, gamma(random, 1, 5) + 0.2) : 0,
      wind: Math.max(0.5, 2.6 + 1.2 * drawNormal(random) + (wet ? 0.8 : 0)),
      cloud,
    }
  })
}
