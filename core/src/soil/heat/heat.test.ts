import { describe, expect, it, test } from 'vitest'
import { carryOver, columnHeat, createConduction, createGround, setTransfer, stepGround } from './conduct.ts'
import { trBdf2, type GroundMaterial } from './conduction.ts'
import { createGrid, depthWeights, halveGrid, usualGrid, type GroundGrid } from './grid.ts'

const hour = 3600
const day = 24 * hour
const year = 365 * day

/** Ground of one diffusivity without water to freeze: capacity 2e6 J m⁻³ K⁻¹. */
const uniform = (cells: number, diffusivity: number, latent = 0): GroundMaterial => ({
  capacity: new Float64Array(cells).fill(2e6),
  frozenCapacity: new Float64Array(cells).fill(1.6e6),
  conductivity: new Float64Array(cells).fill(2e6 * diffusivity),
  latent: new Float64Array(cells).fill(latent),
})

/** The damped wave under a sinusoidal surface: T = Tm + A e^(−z/d) sin(ωt − z/d), d = √(2κ/ω). */
const wave = (z: number, t: number, amplitude: number, period: number, diffusivity: number): number => {
  const omega = (2 * Math.PI) / period
  const d = Math.sqrt((2 * diffusivity) / omega)
  return 12 + amplitude * Math.exp(-z / d) * Math.sin(omega * t - z / d)
}

interface Run {
  grid: GroundGrid
  diffusivity: number
  amplitude: number
  period: number
  steps: number
  stepS?: number
}
/** Runs under a given surface temperature; answers with the temperature at depths after each step. */
function runWave(
  { grid, diffusivity, amplitude, period, steps, stepS = hour }: Run,
  depthsM: number[],
): number[][] {
  const material = uniform(grid.depthM.length, diffusivity)
  const conduction = createConduction(grid, material, stepS)
  const state = createGround(
    grid.depthM.map((z) => wave(z, 0, amplitude, period, diffusivity)),
    material,
  )
  const at = depthsM.map((z) => depthWeights(grid, z))
  const drive = (t: number) => wave(0, t, amplitude, period, diffusivity)
  return Array.from({ length: steps }, (_, i) => {
    stepGround(conduction, state, drive(i * stepS), drive((i + trBdf2.gamma) * stepS), drive((i + 1) * stepS))
    return at.map(({ first, weights }) =>
      weights.reduce((sum, weight, k) => sum + weight * state.temperatureC[first + k]!, 0),
    )
  })
}
const grid = createGrid()

describe('the grid', () => {
  it('is finest at the top, reaches the bottom, and is refused where it cannot', () => {
    expect([...grid.thicknessM].slice(0, 8)).toEqual(Array(8).fill(0.01))
    expect(grid.thicknessM.reduce((a, b) => a + b, 0)).toBeCloseTo(8, 9)
    expect(() => createGrid({ ...usualGrid, bottomM: 0.01 })).toThrow(RangeError)
  })
  it('is of a number of cells the solver can take', () => {
    const odd = createGrid({ ...usualGrid, cells: 26 })
    expect(() => createConduction(odd, uniform(26, 5e-7), hour)).toThrow('multiple of four')
  })
  it('gives back a cubic exactly between its cells', () => {
    const cubic = (z: number) => 3 - 2 * z + 5 * z ** 2 - z ** 3
    for (const z of [0.0, 0.03, 0.05, 0.1016, 0.5, 2.2]) {
      const { first, weights } = depthWeights(grid, z)
      expect(weights.reduce((sum, w, k) => sum + w * cubic(grid.depthM[first + k]!), 0)).toBeCloseTo(
        cubic(z),
        9,
      )
    }
  })
})

describe('a sinusoidal surface', () => {
  const depths = [0.05, 0.1, 0.5]
  test.each([3e-7, 5e-7, 9e-7])('of a day, 10 K, is damped as it should be: κ = %d', (diffusivity) => {
    const got = runWave({ grid, diffusivity, amplitude: 10, period: day, steps: 240 }, depths)
    got
      .slice(48)
      .forEach((temperatures, i) =>
        temperatures.forEach((t, k) =>
          expect(Math.abs(t - wave(depths[k]!, (i + 49) * hour, 10, day, diffusivity))).toBeLessThan(0.06),
        ),
      )
  })
  test.each([3e-7, 5e-7, 9e-7])('of a year, 12 K, is damped as it should be: κ = %d', (diffusivity) => {
    const got = runWave({ grid, diffusivity, amplitude: 12, period: year, steps: 8760 }, depths)
    const worst = Math.max(
      ...got.map((ts, i) =>
        Math.max(...ts.map((t, k) => Math.abs(t - wave(depths[k]!, (i + 1) * hour, 12, year, diffusivity)))),
      ),
    )
    expect(worst).toBeLessThan(0.05)
  })
  it('has the damping depth worked out by hand: 0.117 m for κ = 5e-7 and a day', () =>
    expect(Math.sqrt((2 * 5e-7 * day) / (2 * Math.PI))).toBeCloseTo(0.117, 3))
  it('changes little with half the grid, and with half the step', () => {
    const run = { diffusivity: 5e-7, amplitude: 10, period: day, steps: 240 }
    const usual = runWave({ ...run, grid }, [0.05])
    const finer = runWave({ ...run, grid: halveGrid(grid) }, [0.05])
    const shorter = runWave({ ...run, grid, steps: 480, stepS: hour / 2 }, [0.05])
    const differ = (other: number[][], at: (i: number) => number) =>
      Math.max(...usual.slice(48).map(([t], i) => Math.abs(t! - other[at(i + 48)]![0]!)))
    expect(differ(finer, (i) => i)).toBeLessThan(0.03)
    expect(differ(shorter, (i) => 2 * i + 1)).toBeLessThan(0.06)
  })
})

describe('heat', () => {
  it('is conserved through freezing and thawing, to 1e-6 of what crossed the surface', () => {
    const material = uniform(grid.depthM.length, 5e-7, 0.25 * 3.34e8)
    const conduction = createConduction(grid, material, hour)
    setTransfer(conduction, 18)
    const state = createGround(new Float64Array(grid.depthM.length).fill(2), material)
    const start = columnHeat(grid, material, state)
    const drive = (t: number) =>
      1 - 9 * Math.sin((2 * Math.PI * t) / (60 * day)) + 6 * Math.sin((2 * Math.PI * t) / day)
    let crossed = 0
    let froze = false
    for (let i = 0; i < 24 * 60; i++) {
      const before = state.throughSurface
      stepGround(conduction, state, drive(i * hour), drive((i + trBdf2.gamma) * hour), drive((i + 1) * hour))
      crossed += Math.abs(state.throughSurface - before)
      froze ||= state.heat[3]! < -1e7 && state.temperatureC[3]! === 0
    }
    expect(froze).toBe(true)
    expect(Math.abs(columnHeat(grid, material, state) - start - state.throughSurface)).toBeLessThan(
      1e-6 * crossed,
    )
  })
  it('holds a freezing front at 0 °C and lags behind dry ground', () => {
    const run = (latent: number) => {
      const material = uniform(grid.depthM.length, 5e-7, latent)
      const conduction = createConduction(grid, material, hour)
      setTransfer(conduction, 25)
      const state = createGround(new Float64Array(grid.depthM.length).fill(3), material)
      for (let i = 0; i < 24 * 6; i++) stepGround(conduction, state, -8, -8, -8)
      return state.temperatureC[9]!
    }
    expect(run(0.3 * 3.34e8)).toBeGreaterThan(run(0) + 1)
  })
  it('is the same after the ground has become wetter and dry again, with ice in it and none', () => {
    const n = grid.depthM.length
    const madeOf = (water: number) => ({
      capacity: new Float64Array(n).fill(1.3e6 + 4.18e6 * water),
      frozenCapacity: new Float64Array(n).fill(1.3e6 + 1.9e6 * water),
      conductivity: new Float64Array(n).fill(1.1),
      latent: new Float64Array(n).fill(3.34e8 * water),
    })
    const [plain, wetter] = [madeOf(0.25), madeOf(0.33)]
    const conduction = createConduction(grid, plain, hour)
    setTransfer(conduction, 18)
    const state = createGround(new Float64Array(n).fill(1), plain)
    let [half, through] = [0, 0]
    for (let d = 0; d < 120; d++) {
      const driveC = 2 - 8 * Math.sin((2 * Math.PI * d) / 60)
      for (let h = 0; h < 24; h++) stepGround(conduction, state, driveC, driveC, driveC)
      const [heat, temperature] = [[...state.heat], [...state.temperatureC]]
      const ice = (of: typeof plain) => state.heat.map((h, i) => Math.min(1, Math.max(0, -h / of.latent[i]!)))
      const before = ice(plain)
      half += before.filter((share) => share > 0.05 && share < 0.95).length
      through += before.filter((share) => share === 1).length
      const wasThawed = state.isThawed
      carryOver(state, plain, wetter)
      expect(state.temperatureC).toEqual(temperature)
      ice(wetter).forEach((share, i) => expect(share).toBeCloseTo(before[i]!, 12))
      carryOver(state, wetter, plain)
      // What was thawed before has no heat of its own written down.
      if (!wasThawed) heat.forEach((h, i) => expect(state.heat[i]! / 1e6).toBeCloseTo(h / 1e6, 9))
    }
    expect(half).toBeGreaterThan(8)
    expect(through).toBeGreaterThan(8)
  })
  it('is kept where a cell has just frozen through, at 0 °C and all its latent heat gone', () => {
    const n = grid.depthM.length
    const before = uniform(n, 5e-7, 0.3 * 3.34e8)
    const after = uniform(n, 5e-7, 0.25 * 3.34e8)
    const state = createGround(new Float64Array(n).fill(2), before)
    state.isThawed = false
    state.temperatureC[3] = 0
    state.heat[3] = -before.latent[3]!
    state.temperatureC[4] = -0
    state.heat[4] = -before.latent[4]! - 1e-7
    carryOver(state, before, after)
    for (const i of [3, 4]) {
      expect(state.heat[i]).toBeCloseTo(-after.latent[i]!, 0)
      expect(state.temperatureC[i]).toBeCloseTo(0, 9)
    }
  })
})
