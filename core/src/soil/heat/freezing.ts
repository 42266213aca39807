import { trBdf2, type GroundMaterial, type GroundState } from './conduct.ts'
import type { GroundGrid } from './grid.ts'

interface FreezingParts {
  grid: GroundGrid
  material: GroundMaterial
  /** Conductance between a cell and the one above; the first to the surface's drive. Kept up to date by its owner. */
  link: Float64Array
  stepS: number
}

/** Below this miss of a cell's heat, J m⁻², the iteration is done. */
const tolerance = 1e-7
const mostTurns = 40

/** Temperature from heat: thawed above nothing, freezing while latent heat leaves, frozen below. */
function temperatureOf(heat: number, capacity: number, frozen: number, latent: number): number {
  if (heat >= 0) return heat / capacity
  return heat > -latent ? 0 : (heat + latent) / frozen
}

/** A step of ground that is freezing or frozen: Newton's iteration on the heat of each cell, so that heat is conserved. */
export function createFreezing({ grid, material, link, stepS }: FreezingParts) {
  const n = grid.thicknessM.length
  const { thicknessM } = grid
  const { capacity, frozenCapacity, latent } = material
  const { w, d } = trBdf2
  const a = stepS * d
  const make = () => new Float64Array(n)
  const [flow0, flow, known, start, change, pivot, upper, slope] = [
    make(),
    make(),
    make(),
    make(),
    make(),
    make(),
    make(),
    make(),
  ]

  /** Heat flowing into each cell, W m⁻²; answers with the flow through the surface. */
  function flows(t: Float64Array, driveC: number, out: Float64Array): number {
    const surface = link[0]! * (driveC - t[0]!)
    let above = surface
    for (let i = 0; i < n; i++) {
      const below = i + 1 < n ? link[i + 1]! * (t[i]! - t[i + 1]!) : 0
      out[i] = above - below
      above = below
    }
    return surface
  }

  /** One turn of Newton: the change of each cell's heat that would meet its equation, were the ground linear. */
  function turn(heat: Float64Array): void {
    for (let i = 0; i < n; i++) {
      const h = heat[i]!
      slope[i] = h >= 0 ? 1 / capacity[i]! : h > -latent[i]! ? 0 : 1 / frozenCapacity[i]!
    }
    for (let i = 0; i < n; i++) {
      const down = i + 1 < n ? link[i + 1]! : 0
      const lower = i ? -a * link[i]! * slope[i - 1]! : 0
      const ratio = i ? lower / pivot[i - 1]! : 0
      pivot[i] = thicknessM[i]! + a * (link[i]! + down) * slope[i]! - (i ? ratio * upper[i - 1]! : 0)
      upper[i] = i + 1 < n ? -a * down * slope[i + 1]! : 0
      if (i) change[i] = change[i]! - ratio * change[i - 1]!
    }
    for (let i = n - 1; i >= 0; i--)
      change[i] = (change[i]! - (i + 1 < n ? upper[i]! * change[i + 1]! : 0)) / pivot[i]!
  }

  /** Solves heat·Δz = known + a·flow(T(heat)); answers with the flow through the surface. */
  function solve({ heat, temperatureC: t }: GroundState, driveC: number): number {
    for (let i = 0; i < mostTurns; i++) {
      flows(t, driveC, flow)
      let worst = 0
      for (let k = 0; k < n; k++) {
        change[k] = known[k]! + a * flow[k]! - heat[k]! * thicknessM[k]!
        worst = Math.max(worst, Math.abs(change[k]!))
      }
      if (worst < tolerance) break
      turn(heat)
      for (let k = 0; k < n; k++) {
        heat[k] = heat[k]! + change[k]!
        t[k] = temperatureOf(heat[k]!, capacity[k]!, frozenCapacity[k]!, latent[k]!)
      }
    }
    return link[0]! * (driveC - t[0]!)
  }

  return (state: GroundState, fromC: number, innerC: number, toC: number): void => {
    const surface0 = flows(state.temperatureC, fromC, flow0)
    start.set(state.heat)
    for (let i = 0; i < n; i++) known[i] = start[i]! * thicknessM[i]! + a * flow0[i]!
    const surface1 = solve(state, innerC)
    flows(state.temperatureC, innerC, flow)
    for (let i = 0; i < n; i++) known[i] = start[i]! * thicknessM[i]! + stepS * w * (flow0[i]! + flow[i]!)
    const surface2 = solve(state, toC)
    state.throughSurface += stepS * (w * surface0 + w * surface1 + d * surface2)
  }
}
