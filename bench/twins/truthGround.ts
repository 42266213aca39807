import { drawNormal } from '@jardinero/core/quantity'
import type { TruthDay } from './truthWeather.ts'

/** What a true place is like: none of it is told to the forecast. */
export interface TruthPlace {
  latitude: number
  conductivity: number
  capacity: number
  /** Share of the sun through the canopy, and of evaporation when moist. */
  sunShare: number
  moist: number
  /** Bulk coefficient of the air's exchange, and heat beside a wall, K in full sun. */
  exchange: number
  wallK: number
  /** The yard's own air against the station's, K, by day and by night. */
  dayAirK: number
  nightAirK: number
}

export type TruthKind = 'middle' | 'edge' | 'atypical'

/** A place drawn at random about what is usual of its kind; the atypical edge is far from it. */
export function drawPlace(kind: TruthKind, latitude: number, random: () => number): TruthPlace {
  const normal = () => drawNormal(random)
  const edge = kind !== 'middle'
  return {
    latitude,
    conductivity: Math.exp(Math.log(1.05) + 0.22 * normal()),
    capacity: 2.4e6 * Math.exp(0.1 * normal()),
    sunShare: Math.min(
      0.9,
      Math.max(0.12, (edge ? 0.56 : 0.42) + 0.07 * normal() + (kind === 'atypical' ? 0.2 : 0)),
    ),
    moist: Math.min(0.8, Math.max(0.1, (edge ? 0.4 : 0.6) + 0.08 * normal())),
    exchange: 0.0058 * Math.exp(0.2 * normal()),
    wallK: edge ? Math.max(0, 2.4 + 0.8 * normal() + (kind === 'atypical' ? 3.5 : 0)) : 0,
    dayAirK: 0.7 * normal(),
    nightAirK: 0.7 * normal(),
  }
}

const boltzmann = 5.67e-8
const airHeat = 1200
const [nodes, topM, growth] = [22, 0.02, 1.28]
const stepS = 300
/** Water in the pores that freezes over half a degree below nothing, J m⁻³. */
const fusion = 6e7

/** Height of the sun, sine, by spherical trigonometry of its own (Spencer 1971's declination). */
function sineOfSun(dayOfYear: number, hour: number, latitude: number): number {
  const g = (2 * Math.PI * (dayOfYear - 1)) / 365
  const declination =
    0.006918 -
    0.399912 * Math.cos(g) +
    0.070257 * Math.sin(g) -
    0.006758 * Math.cos(2 * g) +
    0.000907 * Math.sin(2 * g)
  const phi = (latitude * Math.PI) / 180
  const angle = ((hour - 12) * Math.PI) / 12
  return Math.max(
    0,
    Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.cos(angle),
  )
}

/**
 * The true ground: explicit steps of five minutes, a surface whose heat balance is not linear (emission by the fourth power,
 * exchange that grows where the surface is warmer than its air, evaporation by what a bucket holds), freezing spread over half
 * a degree. Shares no code with the forecast's. @returns temperature at 5 cm at the end of each hour, °C
 */
export function runTruth(place: TruthPlace, days: TruthDay[], startC: number): Float32Array {
  const dz = Array.from({ length: nodes }, (_, i) => topM * growth ** Math.max(0, i - 4))
  const z = dz.map((d, i) => dz.slice(0, i).reduce((a, b) => a + b, 0) + d / 2)
  const t = Array.from({ length: nodes }, () => startC + 0.001)
  const k = place.conductivity
  const link = z.map((_, i) => (i ? k / (z[i]! - z[i - 1]!) : k / z[0]!))
  const below = z.findIndex((d) => d >= 0.05)
  const share = (0.05 - z[below - 1]!) / (z[below]! - z[below - 1]!)
  const hourly = new Float32Array(days.length * 24)
  let bucket = 40
  let surface = startC
  days.forEach((day, d) => {
    bucket = Math.min(60, bucket + day.rainMm)
    const wetness = Math.min(1, bucket / 25)
    let evaporated = 0
    const next = days[d + 1] ?? day
    for (let s = 0; s < 288; s++) {
      const hour = (s * stepS) / 3600
      // A sine by day and a cosine down to the next low: another shape than the forecast's.
      const low = hour < 6 ? day.minimumC : next.minimumC
      const swing =
        hour >= 6 && hour < 15
          ? (1 - Math.cos((Math.PI * (hour - 6)) / 9)) / 2
          : hour >= 15
            ? ((1 + Math.cos((Math.PI * (hour - 15)) / 15)) / 2) ** 1.2
            : 0.06
      const byDay = (hour >= 6 && hour < 15) || hour >= 15
      const air =
        (byDay && hour < 15 ? day.minimumC : low) +
        (day.maximumC - (byDay && hour < 15 ? day.minimumC : low)) * swing +
        (hour > 8 && hour < 18 ? place.dayAirK : place.nightAirK)
      const sine = sineOfSun(day.dayOfYear, hour, place.latitude)
      const sun = sine > 0 ? 1050 * sine ** 1.15 * (1 - 0.72 * day.cloud ** 1.6) : 0
      const absorbed = 0.77 * place.sunShare * sun
      const evaporation = absorbed * place.moist * wetness
      evaporated += evaporation
      const skyK = air + 273.15 - (20 - 16 * day.cloud)
      const longwave = 0.96 * boltzmann * (skyK ** 4 - (surface + 273.15) ** 4) * place.sunShare
      const unstable = surface > air ? 1 + 0.12 * Math.cbrt(surface - air) : 0.85
      const h = airHeat * place.exchange * (day.wind + 0.8) * unstable
      const wall = place.wallK * Math.min(1, sun / 800) * h * 0.8 + place.wallK * 0.3 * h
      // The skin has no heat of its own: two turns of its balance with the first node.
      for (let turn = 0; turn < 2; turn++)
        surface +=
          (absorbed - evaporation + longwave + wall + h * (air - surface) + link[0]! * (t[0]! - surface)) /
          (h + link[0]! + 5)
      let flow = link[0]! * (surface - t[0]!)
      for (let i = 0; i < nodes; i++) {
        const down = i < nodes - 1 ? link[i + 1]! * (t[i]! - t[i + 1]!) : 0
        const freezing = t[i]! < 0 && t[i]! > -0.5 ? fusion / 0.5 : 0
        t[i] = t[i]! + (stepS * (flow - down)) / ((place.capacity + freezing) * dz[i]!)
        flow = down
      }
      if (s % 12 === 11) hourly[d * 24 + (s - 11) / 12] = t[below - 1]! * (1 - share) + t[below]! * share
    }
    bucket = Math.max(0, bucket - (evaporated * stepS) / 2.45e6 - Math.max(0, bucket - 45) * 0.4)
  })
  return hourly
}
