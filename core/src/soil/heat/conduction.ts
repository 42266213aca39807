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

/** The state of the ground: temperature and the heat that belongs to it, J m⁻³, counted from ice-free 0 °C. */
export interface GroundState {
  heat: number[]
  temperatureC: number[]
  /** While nothing is frozen the temperature leads, and the heat follows only where it is asked for. */
  isThawed: boolean
  /** Heat that came in through the surface since the start, J m⁻². */
  throughSurface: number
}

/** TR-BDF2 as a Runge–Kutta scheme: γ where the inner point lies, and the weights of the three flows. */
export const trBdf2 = { gamma: 2 - Math.SQRT2, w: Math.SQRT2 / 4, d: (2 - Math.SQRT2) / 2 } as const

/** A ground's equations, factored; and room to work in. */
export interface Conduction {
  n: number
  grid: GroundGrid
  material: GroundMaterial
  stepS: number
  /** Conductance between a cell and the one above, W m⁻² K⁻¹: the first to the surface's drive. */
  link: number[]
  /** Of M = C + aK, a = γΔt/2, factored: what a cell keeps of its own right side, of the cell above's and below's. */
  own: number[]
  fromAbove: number[]
  fromBelow: number[]
  /** What the drive gives the top cell. */
  given: number
  work: number[]
  freezing: Freezing
}

/** Room for Newton's iteration, and the material as it needs it. */
export interface Freezing {
  /** What the inverses below are of. */
  materialOf: GroundMaterial | undefined
  perCapacity: number[]
  perFrozen: number[]
  latent: number[]
  start: number[]
  known: number[]
  flow: number[]
  change: number[]
  upper: number[]
  slope: number[]
  /** Thawed ground from a cell down, taken together: what it keeps of its right side, and of the cell above it. */
  lowOwn: number[]
  lowAbove: number[]
  low: number[]
}
