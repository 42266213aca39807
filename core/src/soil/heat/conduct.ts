import type { GroundGrid } from './grid.ts'

/** What the ground is made of, cell by cell. */
export interface GroundMaterial {
  /** Heat capacity, J m⁻³ K⁻¹, unfrozen. */
  capacity: Float64Array
  /** Heat capacity, J m⁻³ K⁻¹, frozen. */
  frozenCapacity: Float64Array
  /** Conductivity, W m⁻¹ K⁻¹. */
  conductivity: Float64Array
  /** Latent heat of the water in a cell, J m⁻³. */
  latent: Float64Array
}

/**
 * What drives the surface in one hour: an equivalent temperature behind a conductance. A large conductance (1e6) sets the
 * surface temperature itself.
 */
export interface SurfaceDrive {
  /** °C. */
  temperatureC: number
  /** W m⁻² K⁻¹. */
  conductance: number
}

/** The state of the ground: heat counted from ice-free 0 °C, J m⁻³, and the temperature that follows. */
export interface GroundState {
  heat: Float64Array
  temperatureC: Float64Array
  /** Heat that came in through the surface since the start, J m⁻². */
  throughSurface: number
}

/** TR-BDF2 (Bank and others 1985; Hosea & Shampine 1996): two solves a step with one matrix, L-stable, second order. */
const gamma = 2 - Math.SQRT2
const w = Math.SQRT2 / 4
const d = gamma / 2

/** Temperature from heat: thawed above nothing, freezing while latent heat leaves, frozen below. */
function temperatureOf(heat: number, capacity: number, frozen: number, latent: number): number {
  if (heat >= 0) return heat / capacity
  return heat > -latent ? 0 : (heat + latent) / frozen
}
const heatOf = (t: number, capacity: number, frozen: number, latent: number): number =>
  t > 0 ? t * capacity : t * frozen - (t < 0 ? latent : 0)

/** The ground at given temperatures; at exactly 0 °C it counts as thawed. */
export function createGround(temperatureC: Float64Array, material: GroundMaterial): GroundState {
  const heat = temperatureC.map((t, i) =>
    heatOf(t, material.capacity[i]!, material.frozenCapacity[i]!, material.latent[i]!),
  )
  return { heat, temperatureC: Float64Array.from(temperatureC), throughSurface: 0 }
}

export interface Conduction {
  /** Runs one step of the state; the drive at its begin, its inner point and its end. */
  step: (state: GroundState, from: SurfaceDrive, inner: SurfaceDrive, to: SurfaceDrive) => void
  /** Where in a step the inner point lies, 0–1. */
  innerAt: number
}

/**
 * Heat conduction in one dimension by conservative finite volumes: ∂H/∂t = ∂/∂z (k ∂T/∂z), H(T) with latent heat, no
 * flux through the bottom. Newton's iteration on the heat of each cell, so that heat is conserved to its tolerance.
 * @param stepS length of a step, s
 */
export function createConduction(grid: GroundGrid, material: GroundMaterial, stepS: number): Conduction {
  const n = grid.thicknessM.length
  const { thicknessM, gapM } = grid
  const { capacity, frozenCapacity, conductivity, latent } = material
  /** Conductance between a cell and the one above, W m⁻² K⁻¹; harmonic over the two half cells. */
  const link = new Float64Array(n)
  for (let i = 1; i < n; i++)
    link[i] = 1 / (thicknessM[i - 1]! / (2 * conductivity[i - 1]!) + thicknessM[i]! / (2 * conductivity[i]!))
  const ground = conductivity[0]! / gapM[0]!
  const [flow, flow0, known, off, pivot, change, middle] = Array.from(
    { length: 7 },
    () => new Float64Array(n),
  ) as [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array, Float64Array, Float64Array]

  /** Heat flowing into each cell, W m⁻²; answers with the flow through the surface. */
  function flows(t: Float64Array, drive: SurfaceDrive, out: Float64Array): number {
    const skin = 1 / (1 / drive.conductance + 1 / ground)
    const surface = skin * (drive.temperatureC - t[0]!)
    let above = surface
    for (let i = 0; i < n; i++) {
      const below = i + 1 < n ? link[i + 1]! * (t[i]! - t[i + 1]!) : 0
      out[i] = above - below
      above = below
    }
    return surface
  }

  /** Solves heat·Δz = known + a·flow(T(heat)) for the heat; T is left to match. Answers with the flow through the surface. */
  function solve(state: GroundState, a: number, drive: SurfaceDrive): number {
    const { heat, temperatureC: t } = state
    const skin = 1 / (1 / drive.conductance + 1 / ground)
    for (let turn = 0; ; turn++) {
      flows(t, drive, flow)
      let worst = 0
      for (let i = 0; i < n; i++) {
        const miss = known[i]! + a * flow[i]! - heat[i]! * thicknessM[i]!
        change[i] = miss
        worst = Math.max(worst, Math.abs(miss))
      }
      if (worst < 1e-7 || turn === 30) break
      // In temperature where a cell is thawed or frozen; while it freezes its temperature stays, its heat moves.
      for (let i = 0; i < n; i++) {
        const h = heat[i]!
        const slope = h >= 0 ? 1 / capacity[i]! : h > -latent[i]! ? 0 : 1 / frozenCapacity[i]!
        middle[i] = slope
      }
      let above = 0
      for (let i = 0; i < n; i++) {
        const up = i ? link[i]! : skin
        const down = i + 1 < n ? link[i + 1]! : 0
        const lower = i ? -a * up * middle[i - 1]! : 0
        const ratio = i ? lower / pivot[i - 1]! : 0
        pivot[i] = thicknessM[i]! + a * (up + down) * middle[i]! - ratio * above
        change[i] = change[i]! - ratio * (i ? change[i - 1]! : 0)
        off[i] = i + 1 < n ? -a * down * middle[i + 1]! : 0
        above = off[i]!
      }
      for (let i = n - 1; i >= 0; i--) {
        change[i] = (change[i]! - (i + 1 < n ? off[i]! * change[i + 1]! : 0)) / pivot[i]!
        heat[i] = heat[i]! + change[i]!
        t[i] = temperatureOf(heat[i]!, capacity[i]!, frozenCapacity[i]!, latent[i]!)
      }
    }
    return skin * (drive.temperatureC - t[0]!)
  }

  function step(state: GroundState, from: SurfaceDrive, inner: SurfaceDrive, to: SurfaceDrive): void {
    const { heat, temperatureC } = state
    const first = flows(temperatureC, from, flow0)
    for (let i = 0; i < n; i++) known[i] = heat[i]! * thicknessM[i]! + stepS * d * flow0[i]!
    const start = heat.slice()
    const second = solve(state, stepS * d, inner)
    flows(temperatureC, inner, flow)
    for (let i = 0; i < n; i++) known[i] = start[i]! * thicknessM[i]! + stepS * w * (flow0[i]! + flow[i]!)
    const third = solve(state, stepS * d, to)
    state.throughSurface += stepS * (w * first + w * second + d * third)
  }
  return { step, innerAt: gamma }
}

/** Heat of the whole column, J m⁻². */
export const columnHeat = (grid: GroundGrid, { heat }: GroundState): number =>
  heat.reduce((sum, h, i) => sum + h * grid.thicknessM[i]!, 0)
