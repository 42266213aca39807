import { carryOver, createConduction, createGround, setMaterial, setTransfer, stepGround } from './conduct.ts'
import { trBdf2 } from './conduction.ts'
import { createForcing, forceDays, type DayForcing, type WeatherDay } from './forcing.ts'
import { createGrid, depthWeights, type GroundGrid } from './grid.ts'
import { numbers } from './numbers.ts'
import { createWaters, type PlaceGround, type SavedWaters } from './waters.ts'

/** Where a place's ground stands: to go on from there, as often as one likes. */
export interface SavedGround extends SavedWaters {
  temperatureC: number[]
  /** Of each cell, J m⁻³: where there is ice it is more than a temperature tells. */
  heat: number[]
  isThawed: boolean
  lastDriveC: number | undefined
}

/** Soil temperature of a place, day by day. */
export interface GroundRun {
  /** Daily mean at the depth asked, °C. */
  dailyMeanC: Float64Array
  /** Temperature at the depth asked at each solar hour's end, °C; 24 a day. */
  hourlyC: Float32Array
  /** Volumetric water of the root zone at the end of each day. */
  water: Float64Array
}

const hour = 3600
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

/** A ground to begin with. @param days the first profile is taken from: best a year */
export function firstGround(place: PlaceGround, days: WeatherDay[]): SavedGround {
  const grid = createGrid()
  const waters = createWaters(place, grid)
  const { temperatureC, heat, isThawed } = createGround(firstProfile(grid, days), waters.material())
  return { ...waters.save(), temperatureC, heat, isThawed, lastDriveC: undefined }
}

/** What of a day is written down, and where. */
interface DayNotes {
  /** Takes the temperature at each depth at the end of each solar hour: depth by depth, `stride` hours apart. */
  hourlyC?: { into: Float32Array; at: number; stride: number }
  /** Takes the daily mean of each depth. */
  profileC?: { into: Float32Array; at: number }
}

/** A place's ground, day after day. */
export interface GroundRunner {
  /** Passes one day and answers with its mean at the first of the depths asked, °C. */
  passDay: (day: DayForcing, notes?: DayNotes) => number
  water: () => number
  save: () => SavedGround
  /** Goes on from where a ground was saved. */
  load: (saved: SavedGround) => void
}

/**
 * A runner of one place.
 * @param start where it begins @param depthsM the depths asked, m; the daily mean is of the first
 */
export function createGroundRunner(
  place: PlaceGround,
  start: SavedGround,
  depthsM: readonly number[] = [0.05],
): GroundRunner {
  const grid = createGrid()
  const at = depthsM.map((z) => depthWeights(grid, z))
  const { first, weights } = at[0]!
  const [w0, w1, w2, w3] = weights as [number, number, number, number]
  const driveC = numbers(24)
  const sums = new Float64Array(depthsM.length)
  let lastDriveC: number | undefined
  const waters = createWaters(place, grid)
  const conduction = createConduction(grid, waters.material(), hour)
  const state = createGround(start.temperatureC, conduction.material)
  const load: GroundRunner['load'] = (saved) => {
    waters.load(saved)
    setMaterial(conduction, waters.material())
    lastDriveC = saved.lastDriveC
    state.isThawed = saved.isThawed
    for (let i = 0; i < state.heat.length; i++) {
      state.heat[i] = saved.heat[i]!
      state.temperatureC[i] = saved.temperatureC[i]!
    }
  }
  load(start)
  /** All depths asked, after an hour. */
  function note({ hourlyC }: DayNotes, h: number): void {
    const t = state.temperatureC
    for (let k = 0; k < at.length; k++) {
      const { first: from, weights: w } = at[k]!
      const c = w[0]! * t[from]! + w[1]! * t[from + 1]! + w[2]! * t[from + 2]! + w[3]! * t[from + 3]!
      sums[k] = (h ? sums[k]! : 0) + c
      if (hourlyC) hourlyC.into[hourlyC.at + k * hourlyC.stride + h] = c
    }
  }

  const passDay: GroundRunner['passDay'] = (day, notes) => {
    const { conductance, material } = waters.beginDay(day, driveC)
    if (material) {
      // Made anew, its heat and its ice kept.
      carryOver(state, conduction.material, material)
      setMaterial(conduction, material)
    }
    setTransfer(conduction, conductance)
    let sum = 0
    for (let h = 0; h < 24; h++) {
      const toC = driveC[h]!
      const fromC = lastDriveC ?? toC
      stepGround(conduction, state, fromC, fromC + trBdf2.gamma * (toC - fromC), toC)
      lastDriveC = toC
      const t = state.temperatureC
      sum += w0 * t[first]! + w1 * t[first + 1]! + w2 * t[first + 2]! + w3 * t[first + 3]!
      if (notes) note(notes, h)
    }
    if (notes?.profileC)
      for (let k = 0; k < at.length; k++) notes.profileC.into[notes.profileC.at + k] = sums[k]! / 24
    waters.endDay(day, sum / 24)
    return sum / 24
  }
  return {
    passDay,
    water: waters.water,
    save: () => ({
      ...waters.save(),
      temperatureC: state.temperatureC.slice(),
      heat: state.heat.slice(),
      isThawed: state.isThawed,
      lastDriveC,
    }),
    load,
  }
}

/**
 * Runs a place through days of weather, hour by hour, and answers with its soil temperature at one depth.
 * The first months still remember the first profile: give a year before the days that matter.
 * @param atM depth, m @throws RangeError without days
 */
export function runGround(place: PlaceGround, days: WeatherDay[], atM = 0.05): GroundRun {
  if (!days.length) throw new RangeError('no weather to run')
  const runner = createGroundRunner(place, firstGround(place, days), [atM])
  const hourlyC = new Float32Array(days.length * 24)
  const run: GroundRun = {
    dailyMeanC: new Float64Array(days.length),
    hourlyC,
    water: new Float64Array(days.length),
  }
  forceDays(createForcing(place.latitude), days).forEach((day, i) => {
    run.dailyMeanC[i] = runner.passDay(day, { hourlyC: { into: hourlyC, at: i * 24, stride: 0 } })
    run.water[i] = runner.water()
  })
  return run
}
