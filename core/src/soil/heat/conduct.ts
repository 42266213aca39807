import { createFreezing } from './freezing.ts'
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

/** The state of the ground: heat counted from ice-free 0 °C, J m⁻³, and the temperature that follows. */
export interface GroundState {
  heat: Float64Array
  temperatureC: Float64Array
  /** Heat that came in through the surface since the start, J m⁻². */
  throughSurface: number
}

/** Heat of a volume at a temperature; at exactly 0 °C it counts as thawed. */
const heatOf = (t: number, capacity: number, frozen: number, latent: number): number =>
  t >= 0 ? t * capacity : t * frozen - latent

/** The ground at given temperatures. */
export function createGround(temperatureC: Float64Array, material: GroundMaterial): GroundState {
  const heat = temperatureC.map((t, i) =>
    heatOf(t, material.capacity[i]!, material.frozenCapacity[i]!, material.latent[i]!),
  )
  return { heat, temperatureC: Float64Array.from(temperatureC), throughSurface: 0 }
}

/** TR-BDF2 as a Runge–Kutta scheme: γ where the inner point lies, and the weights of the three flows. */
export const trBdf2 = { gamma: 2 - Math.SQRT2, w: Math.SQRT2 / 4, d: (2 - Math.SQRT2) / 2 } as const

export interface Conduction {
  /**
   * The conductance between the surface's drive and the ground below the first half cell, W m⁻² K⁻¹, until it is set
   * again: once a day, since the matrix is factored here. A large one (1e9) sets the surface temperature itself.
   */
  setTransfer: (conductance: number) => void
  /** Runs one step of the state; the drive's temperature, °C, at its begin, its inner point and its end. */
  step: (state: GroundState, fromC: number, innerC: number, toC: number) => void
  /** Where in a step the inner point lies, 0–1. */
  innerAt: number
}

/**
 * Heat conduction in one dimension by conservative finite volumes: ∂H/∂t = ∂/∂z (k ∂T/∂z), H(T) with latent heat, no
 * flux through the bottom. TR-BDF2 (Bank and others 1985; Hosea & Shampine 1996): L-stable, second order, two solves a
 * step with one matrix. While nothing freezes the matrix is linear and factored once; otherwise Newton's iteration.
 * @param stepS length of a step, s
 */
export function createConduction(grid: GroundGrid, material: GroundMaterial, stepS: number): Conduction {
  const n = grid.thicknessM.length
  const { thicknessM, gapM } = grid
  const { capacity, conductivity } = material
  const { gamma, w, d } = trBdf2
  const a = stepS * d
  /** Conductance between a cell and the one above, W m⁻² K⁻¹: harmonic over the two half cells. */
  const link = new Float64Array(n + 1)
  for (let i = 1; i < n; i++)
    link[i] = 1 / (thicknessM[i - 1]! / (2 * conductivity[i - 1]!) + thicknessM[i]! / (2 * conductivity[i]!))
  const ground = conductivity[0]! / gapM[0]!
  /** Heat capacity of a cell over its thickness, J m⁻² K⁻¹. */
  const held = capacity.map((c, i) => c * thicknessM[i]!)
  const ratio = new Float64Array(n)
  const inverse = new Float64Array(n)
  const upper = new Float64Array(n)
  const flow0 = new Float64Array(n)
  const first = new Float64Array(n)
  const solved = new Float64Array(n)
  let skin = ground

  function setTransfer(conductance: number): void {
    skin = 1 / (1 / conductance + 1 / ground)
    link[0] = skin
    for (let i = 0; i < n; i++) {
      ratio[i] = i ? -a * link[i]! * inverse[i - 1]! : 0
      const pivot = held[i]! + a * (link[i]! + link[i + 1]!) - (i ? ratio[i]! * -a * link[i]! : 0)
      inverse[i] = 1 / pivot
      upper[i] = (-a * link[i + 1]!) / pivot
    }
  }

  const freezing = createFreezing({ grid, material, link, stepS })

  /**
   * One step while nothing is frozen; answers false, and changes nothing, when something would freeze. Two solves, each
   * a way down and a way back; what else is needed of a cell is done on the way. Arrays are local for speed.
   */
  function stepThawed(state: GroundState, fromC: number, innerC: number, toC: number): boolean {
    const t = state.temperatureC
    const heat = state.heat
    const [c, l, r, v, u, f, k, x] = [held, link, ratio, inverse, upper, flow0, first, solved]
    const last = n - 1
    const surface0 = skin * (fromC - t[0]!)
    let above = surface0
    let y = a * skin * innerC
    // y carries the eliminated right side; at the top it starts with what the drive gives.
    for (let i = 0; i < n; i++) {
      const below = i < last ? l[i + 1]! * (t[i]! - t[i + 1]!) : 0
      const flow = above - below
      const known = c[i]! * t[i]! + a * flow
      above = below
      f[i] = flow
      k[i] = known
      y = i ? known - r[i]! * y : known + y
      x[i] = y * v[i]!
    }
    // The flow at the inner point follows from its own equation: a·flow = held·T − known.
    let next = 0
    for (let i = last; i >= 0; i--) {
      next = x[i]! - u[i]! * next
      const inner = c[i]! * next
      k[i] = c[i]! * t[i]! + stepS * w * f[i]! + (w / d) * (inner - k[i]!)
      x[i] = next
    }
    const surface1 = skin * (innerC - x[0]!)
    y = a * skin * toC
    for (let i = 0; i < n; i++) {
      y = i ? k[i]! - r[i]! * y : k[i]! + y
      x[i] = y * v[i]!
    }
    next = 0
    let coldest = 0
    for (let i = last; i >= 0; i--) {
      next = x[i]! - u[i]! * next
      x[i] = next
      if (next < coldest) coldest = next
    }
    if (coldest < 0) return false
    for (let i = 0; i < n; i++) {
      const warmth = x[i]!
      t[i] = warmth
      heat[i] = capacity[i]! * warmth
    }
    state.throughSurface += stepS * (w * surface0 + w * surface1 + d * skin * (toC - x[0]!))
    return true
  }

  function isThawed({ heat }: GroundState): boolean {
    for (let i = 0; i < n; i++) if (heat[i]! < 0) return false
    return true
  }

  setTransfer(1e9)
  return {
    setTransfer,
    innerAt: gamma,
    step: (state, fromC, innerC, toC) => {
      if (!isThawed(state) || !stepThawed(state, fromC, innerC, toC)) freezing(state, fromC, innerC, toC)
    },
  }
}

/** Heat of the whole column, J m⁻². */
export const columnHeat = (grid: GroundGrid, { heat }: GroundState): number =>
  heat.reduce((sum, h, i) => sum + h * grid.thicknessM[i]!, 0)
