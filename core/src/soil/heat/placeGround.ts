import { createConduction, createGround, type GroundState } from './conduct.ts'
import { createGrid, depthWeights, type GroundGrid } from './grid.ts'
import { createMaterial, textureShapes, type Texture } from './material.ts'
import { createWater, passWaterDay, uptakeShare } from './moisture.ts'
import { computeSun, referenceEvaporation, solarFromRange, spreadAir, spreadSolar } from './sky.ts'
import { computeDrive, type SurfaceTraits } from './surface.ts'

/** A day of weather; what a station does not give is worked out or taken as usual. */
export interface WeatherDay {
  dayOfYear: number
  minimumC: number
  maximumC: number
  rainMm: number
  irrigationMm?: number
  /** Solar radiation, MJ m⁻² d⁻¹; from the range of temperature where it is missing. */
  solarMJ?: number
  /** Mean wind, m s⁻¹; 2.5 where it is missing. */
  wind?: number
}

/** A place of a yard as the heat model sees it. */
export interface PlaceGround {
  latitude: number
  texture: Texture
  thatchM: number
  traits: SurfaceTraits
}

/** Soil temperature of a place, day by day. */
export interface GroundRun {
  /** Daily mean at the depth asked, °C. */
  dailyMeanC: Float64Array
  /** Temperature at the depth asked at each solar hour's end, °C; 24 a day. */
  hourlyC: Float64Array
  /** Volumetric water of the root zone at the end of each day. */
  water: Float64Array
}

const usualWind = 2.5
const hour = 3600
/** The ground's makeup follows its water this often, days: the matrix is made anew then. */
const makeupDays = 10
/** Long-wave clouds: a narrow daily range means cloud. Estimate. */
const cloudOf = (solarMJ: number, clearMJ: number): number =>
  Math.min(1, Math.max(0, 1 - solarMJ / Math.max(1, 0.75 * clearMJ)))

/** A first profile: the annual wave of the weather's own days, damped with depth (2.2 m, typical of soil). */
function firstProfile(grid: GroundGrid, days: WeatherDay[]): Float64Array {
  const year = days.slice(0, Math.min(365, days.length))
  const means = year.map((d) => (d.minimumC + d.maximumC) / 2)
  const mean = means.reduce((a, b) => a + b, 0) / means.length
  const angle = (d: WeatherDay) => (2 * Math.PI * d.dayOfYear) / 365
  const project = (f: (a: number) => number) =>
    (2 / means.length) * year.reduce((sum, d, i) => sum + (means[i]! - mean) * f(angle(d)), 0)
  const whole = year.length >= 360
  const [sine, cosine] = whole ? [project(Math.sin), project(Math.cos)] : [0, 0]
  const start = angle(days[0]!)
  return grid.depthM.map((z) => {
    const lag = z / 2.2
    return mean + Math.exp(-lag) * (sine * Math.sin(start - lag) + cosine * Math.cos(start - lag))
  })
}

/** Takes the temperatures over into ground whose water has changed. */
function remade(state: GroundState, material: Parameters<typeof createGround>[1]): GroundState {
  const next = createGround(state.temperatureC, material)
  return { ...next, throughSurface: state.throughSurface }
}

/**
 * Runs a place through days of weather, hour by hour, and answers with its soil temperature at one depth.
 * The first months still remember the first profile: give a year before the days that matter.
 * @param atM depth, m @throws RangeError without days
 */
export function runGround(place: PlaceGround, days: WeatherDay[], atM = 0.05): GroundRun {
  if (!days.length) throw new RangeError('no weather to run')
  const grid = createGrid()
  const shape = textureShapes[place.texture]
  const { first, weights } = depthWeights(grid, atM)
  const makeup = (water: number) =>
    createMaterial(grid, { texture: place.texture, water, thatchM: place.thatchM })
  let bucket = createWater(shape)
  let material = makeup(bucket.water)
  let conduction = createConduction(grid, material, hour)
  let state = createGround(firstProfile(grid, days), material)
  const run: GroundRun = {
    dailyMeanC: new Float64Array(days.length),
    hourlyC: new Float64Array(days.length * 24),
    water: new Float64Array(days.length),
  }
  let lastDriveC: number | undefined

  days.forEach((day, i) => {
    if (i && i % makeupDays === 0) {
      material = makeup(bucket.water)
      conduction = createConduction(grid, material, hour)
      state = remade(state, material)
    }
    const sun = computeSun(day.dayOfYear, place.latitude)
    const solarMJ = day.solarMJ ?? solarFromRange(sun, day.minimumC, day.maximumC)
    const wind = day.wind ?? usualWind
    const cloud = cloudOf(solarMJ, sun.extraterrestrial)
    const air = spreadAir(
      {
        minimumC: day.minimumC,
        maximumC: day.maximumC,
        maximumBeforeC: days[i - 1]?.maximumC ?? day.maximumC,
        minimumAfterC: days[i + 1]?.minimumC ?? day.minimumC,
      },
      sun.daylightH,
    )
    const solar = spreadSolar(sun, place.latitude, solarMJ)
    const uptake = uptakeShare(shape, bucket.water)
    const drives = air.map((airC, h) =>
      computeDrive(place.traits, { airC, solar: solar[h]!, wind, cloud }, uptake),
    )
    conduction.setTransfer(drives[0]!.conductance)
    let sum = 0
    for (let h = 0; h < 24; h++) {
      const toC = drives[h]!.temperatureC
      const fromC = lastDriveC ?? toC
      conduction.step(state, fromC, fromC + conduction.innerAt * (toC - fromC), toC)
      lastDriveC = toC
      let t = 0
      for (let k = 0; k < 4; k++) t += weights[k]! * state.temperatureC[first + k]!
      run.hourlyC[i * 24 + h] = t
      sum += t
    }
    run.dailyMeanC[i] = sum / 24
    bucket = passWaterDay(shape, bucket, {
      rainMm: day.rainMm,
      irrigationMm: day.irrigationMm ?? 0,
      referenceEvaporationMm: referenceEvaporation(sun, day.minimumC, day.maximumC),
      frozen: run.dailyMeanC[i]! < 0.5,
    })
    run.water[i] = bucket.water
  })
  return run
}
