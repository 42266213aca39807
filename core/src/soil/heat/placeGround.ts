import { createConduction, createGround } from './conduct.ts'
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

/** Where a place's ground stands: to go on from there, as often as one likes. */
export interface SavedGround {
  temperatureC: Float64Array
  water: number
  lastDriveC: number | undefined
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

/** A place's ground, day after day. */
export interface GroundRunner {
  /**
   * Passes one day and answers with its mean at the depth asked, °C.
   * @param maximumBeforeC yesterday's maximum @param minimumAfterC tomorrow's minimum
   * @param hours takes the temperature at the end of each solar hour from `at` on
   */
  passDay: (
    day: WeatherDay,
    maximumBeforeC: number,
    minimumAfterC: number,
    hours?: { into: Float64Array; at: number },
  ) => number
  water: () => number
  save: () => SavedGround
  /** Goes on from where a ground was saved. */
  load: (saved: SavedGround) => void
}

/**
 * A runner of one place.
 * @param start days to take the first profile from: best a year @param atM depth, m
 */
export function createGroundRunner(place: PlaceGround, start: WeatherDay[], atM = 0.05): GroundRunner {
  const grid = createGrid()
  const shape = textureShapes[place.texture]
  const { first, weights } = depthWeights(grid, atM)
  let bucket = createWater(shape)
  let sinceMakeup = 0
  let lastDriveC: number | undefined
  const makeup = () => {
    const material = createMaterial(grid, {
      texture: place.texture,
      water: bucket.water,
      thatchM: place.thatchM,
    })
    return { material, conduction: createConduction(grid, material, hour) }
  }
  let { material, conduction } = makeup()
  let state = createGround(firstProfile(grid, start), material)

  /** Ground whose water has changed keeps its temperatures. */
  function remake(temperatureC: Float64Array): void {
    ;({ material, conduction } = makeup())
    state = createGround(temperatureC, material)
    sinceMakeup = 0
  }

  function drivesOf(day: WeatherDay, maximumBeforeC: number, minimumAfterC: number) {
    const sun = computeSun(day.dayOfYear, place.latitude)
    const solarMJ = day.solarMJ ?? solarFromRange(sun, day.minimumC, day.maximumC)
    const { minimumC, maximumC, wind = usualWind } = day
    const air = spreadAir({ minimumC, maximumC, maximumBeforeC, minimumAfterC }, sun.daylightH)
    const solar = spreadSolar(sun, place.latitude, solarMJ)
    const cloud = cloudOf(solarMJ, sun.extraterrestrial)
    const uptake = uptakeShare(shape, bucket.water)
    const drives = air.map((airC, h) =>
      computeDrive(place.traits, { airC, solar: solar[h]!, wind, cloud }, uptake),
    )
    return { sun, drives }
  }

  const passDay: GroundRunner['passDay'] = (day, maximumBeforeC, minimumAfterC, hours) => {
    if (sinceMakeup >= makeupDays) remake(state.temperatureC)
    sinceMakeup++
    const { sun, drives } = drivesOf(day, maximumBeforeC, minimumAfterC)
    conduction.setTransfer(drives[0]!.conductance)
    let sum = 0
    for (let h = 0; h < 24; h++) {
      const toC = drives[h]!.temperatureC
      const fromC = lastDriveC ?? toC
      conduction.step(state, fromC, fromC + conduction.innerAt * (toC - fromC), toC)
      lastDriveC = toC
      let t = 0
      for (let k = 0; k < 4; k++) t += weights[k]! * state.temperatureC[first + k]!
      if (hours) hours.into[hours.at + h] = t
      sum += t
    }
    bucket = passWaterDay(shape, bucket, {
      rainMm: day.rainMm,
      irrigationMm: day.irrigationMm ?? 0,
      referenceEvaporationMm: referenceEvaporation(sun, day.minimumC, day.maximumC),
      frozen: sum / 24 < 0.5,
    })
    return sum / 24
  }
  return {
    passDay,
    water: () => bucket.water,
    save: () => ({ temperatureC: state.temperatureC.slice(), water: bucket.water, lastDriveC }),
    load: (saved) => {
      bucket = { ...bucket, water: saved.water }
      lastDriveC = saved.lastDriveC
      remake(saved.temperatureC.slice())
    },
  }
}

/**
 * Runs a place through days of weather, hour by hour, and answers with its soil temperature at one depth.
 * The first months still remember the first profile: give a year before the days that matter.
 * @param atM depth, m @throws RangeError without days
 */
export function runGround(place: PlaceGround, days: WeatherDay[], atM = 0.05): GroundRun {
  if (!days.length) throw new RangeError('no weather to run')
  const runner = createGroundRunner(place, days, atM)
  const run: GroundRun = {
    dailyMeanC: new Float64Array(days.length),
    hourlyC: new Float64Array(days.length * 24),
    water: new Float64Array(days.length),
  }
  days.forEach((day, i) => {
    run.dailyMeanC[i] = runner.passDay(
      day,
      days[i - 1]?.maximumC ?? day.maximumC,
      days[i + 1]?.minimumC ?? day.minimumC,
      { into: run.hourlyC, at: i * 24 },
    )
    run.water[i] = runner.water()
  })
  return run
}
