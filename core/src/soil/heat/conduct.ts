import { createFreezing, stepFreezing } from './freezing.ts'
import type { GroundGrid } from './grid.ts'
import { numbers } from './numbers.ts'
import { trBdf2, type Conduction, type GroundMaterial, type GroundState } from './conduction.ts'

/** Heat of a volume at a temperature; at exactly 0 °C it counts as thawed. */
const heatOf = (t: number, capacity: number, frozen: number, latent: number): number =>
  t >= 0 ? t * capacity : t * frozen - latent

/** The ground at given temperatures. */
export function createGround(temperatureC: ArrayLike<number>, material: GroundMaterial): GroundState {
  const n = temperatureC.length
  const state: GroundState = { heat: numbers(n), temperatureC: numbers(n), isThawed: true, throughSurface: 0 }
  applyTemperatures(state, temperatureC, material)
  return state
}

/** Sets a ground to temperatures, its heat to what belongs to them. */
function applyTemperatures(
  state: GroundState,
  temperatureC: ArrayLike<number>,
  { capacity, frozenCapacity, latent }: GroundMaterial,
): void {
  state.isThawed = true
  for (let i = 0; i < state.heat.length; i++) {
    const t = temperatureC[i]!
    const heat = heatOf(t, capacity[i]!, frozenCapacity[i]!, latent[i]!)
    state.temperatureC[i] = t
    state.heat[i] = heat
    if (heat < 0) state.isThawed = false
  }
}

/**
 * Ground whose makeup has changed, such as its water: every cell keeps its temperature and the share of its water that is ice, for the
 * water that comes or goes has the heat of what is there. So there and back again is the same heat, and nothing hangs on whether a cell
 * is wholly or very nearly frozen.
 */
export function carryOver(state: GroundState, from: GroundMaterial, to: GroundMaterial): void {
  if (state.isThawed) return applyTemperatures(state, state.temperatureC, to)
  for (let i = 0; i < state.heat.length; i++) {
    const heat = state.heat[i]!
    const t = state.temperatureC[i]!
    // By its heat, not its temperature: at 0 °C a cell may be thawed, on the way, or frozen through.
    if (heat >= 0) state.heat[i] = t * to.capacity[i]!
    else if (heat > -from.latent[i]!) state.heat[i] = (heat / from.latent[i]!) * to.latent[i]!
    else state.heat[i] = Math.min(0, t) * to.frozenCapacity[i]! - to.latent[i]!
  }
}

/** What the second stage makes of the first: w ÷ d. */
const carried = trBdf2.w / trBdf2.d

/**
 * Heat conduction in one dimension by conservative finite volumes: ∂H/∂t = ∂/∂z (k ∂T/∂z), H(T) with latent heat, no
 * flux through the bottom. TR-BDF2 (Bank and others 1985; Hosea & Shampine 1996): L-stable, second order, two solves a
 * step with one matrix M. While nothing freezes it is linear, and both right sides need no flux:
 * M (T₁ + T₀) = 2 C T₀ + …, M T₂ = C (T₀ + w/d (T₁ − T₀)) + …; otherwise Newton's iteration.
 * @param grid a multiple of four cells @param stepS length of a step, s @throws RangeError on another number of cells
 */
export function createConduction(grid: GroundGrid, material: GroundMaterial, stepS: number): Conduction {
  const n = grid.thicknessM.length
  if (n % 4) throw new RangeError('the number of cells must be a multiple of four')
  const conduction: Conduction = {
    n,
    grid,
    material,
    stepS,
    link: numbers(n + 1),
    own: numbers(n),
    fromAbove: numbers(n),
    fromBelow: numbers(n),
    given: 0.5,
    work: numbers(n),
    freezing: createFreezing(n),
  }
  setMaterial(conduction, material)
  return conduction
}

/** The ground is of something else from now on, such as wetter. */
export function setMaterial(conduction: Conduction, material: GroundMaterial): void {
  const { n, link, grid } = conduction
  const { thicknessM } = grid
  const { conductivity } = material
  conduction.material = material
  // Harmonic over the two half cells.
  for (let i = 1; i < n; i++)
    link[i] = 1 / (thicknessM[i - 1]! / (2 * conductivity[i - 1]!) + thicknessM[i]! / (2 * conductivity[i]!))
  link[n] = 0
  conduction.freezing.materialOf = undefined
  setTransfer(conduction, 1e9)
}

/**
 * The conductance between the surface's drive and the ground below the first half cell, W m⁻² K⁻¹, until it is set again:
 * once a day, since the matrix is factored here. A large one (1e9) sets the surface temperature itself.
 */
export function setTransfer(conduction: Conduction, conductance: number): void {
  const { n, grid, material, link, own, fromAbove, fromBelow, stepS } = conduction
  const a = stepS * trBdf2.d
  const skin = 1 / (1 / conductance + grid.gapM[0]! / material.conductivity[0]!)
  link[0] = skin
  for (let i = 0; i < n; i++) {
    const held = material.capacity[i]! * grid.thicknessM[i]!
    const lower = i ? a * link[i]! : 0
    const pivot = held + a * (link[i]! + link[i + 1]!) - (i ? lower * fromBelow[i - 1]! : 0)
    own[i] = held / pivot
    fromAbove[i] = i ? lower / pivot : 1
    fromBelow[i] = (a * link[i + 1]!) / pivot
    if (!i) conduction.given = (a * skin) / pivot
  }
}

/**
 * The first stage, down and up again; leaves T₀ + w/d (T₁ − T₀) in `y`. The four loops of a step are functions of their
 * arrays alone, and take four cells a turn: nearly all the time of a simulation is spent here (bench/soilSpeed.ts).
 * @returns T₁ + T₀ of the top cell
 */
// eslint-disable-next-line max-params -- arrays alone, in the innermost loop of the simulation (bench/soilSpeed.ts)
function sweepFirst(
  n: number,
  t: number[],
  own: number[],
  above: number[],
  below: number[],
  y: number[],
  drive: number,
): number {
  let down = drive
  for (let i = 0; i < n; i += 4) {
    const d0 = own[i]! * (2 * t[i]!) + above[i]! * down
    y[i] = d0
    const d1 = own[i + 1]! * (2 * t[i + 1]!) + above[i + 1]! * d0
    y[i + 1] = d1
    const d2 = own[i + 2]! * (2 * t[i + 2]!) + above[i + 2]! * d1
    y[i + 2] = d2
    down = own[i + 3]! * (2 * t[i + 3]!) + above[i + 3]! * d2
    y[i + 3] = down
  }
  let up = 0
  for (let i = n - 4; i >= 0; i -= 4) {
    const t0 = t[i]!
    const t1 = t[i + 1]!
    const t2 = t[i + 2]!
    const t3 = t[i + 3]!
    const u3 = y[i + 3]! + below[i + 3]! * up
    y[i + 3] = t3 + carried * (u3 - 2 * t3)
    const u2 = y[i + 2]! + below[i + 2]! * u3
    y[i + 2] = t2 + carried * (u2 - 2 * t2)
    const u1 = y[i + 1]! + below[i + 1]! * u2
    y[i + 1] = t1 + carried * (u1 - 2 * t1)
    up = y[i]! + below[i]! * u1
    y[i] = t0 + carried * (up - 2 * t0)
  }
  return up
}

/** The second stage, in place. @returns T₂ of the top cell */
function sweepSecond(
  n: number,
  own: number[],
  above: number[],
  below: number[],
  y: number[],
  drive: number,
): number {
  let down = drive
  for (let i = 0; i < n; i += 4) {
    const d0 = own[i]! * y[i]! + above[i]! * down
    y[i] = d0
    const d1 = own[i + 1]! * y[i + 1]! + above[i + 1]! * d0
    y[i + 1] = d1
    const d2 = own[i + 2]! * y[i + 2]! + above[i + 2]! * d1
    y[i + 2] = d2
    down = own[i + 3]! * y[i + 3]! + above[i + 3]! * d2
    y[i + 3] = down
  }
  let up = 0
  for (let i = n - 4; i >= 0; i -= 4) {
    const u3 = y[i + 3]! + below[i + 3]! * up
    y[i + 3] = u3
    const u2 = y[i + 2]! + below[i + 2]! * u3
    y[i + 2] = u2
    const u1 = y[i + 1]! + below[i + 1]! * u2
    y[i + 1] = u1
    up = y[i]! + below[i]! * u1
    y[i] = up
  }
  return up
}

/** Runs one step of the state; the drive's temperature, °C, at its begin, at γ of it and at its end. */
export function stepGround(
  conduction: Conduction,
  state: GroundState,
  fromC: number,
  innerC: number,
  toC: number,
): void {
  if (state.isThawed) {
    const { n, own, fromAbove, fromBelow, work, given } = conduction
    const t = state.temperatureC
    const top = t[0]!
    const inner = sweepFirst(n, t, own, fromAbove, fromBelow, work, given * (fromC + innerC)) - top
    const after = sweepSecond(n, own, fromAbove, fromBelow, work, given * toC)
    // The surface is the first to freeze.
    if (after >= 0 && inner >= 0) {
      state.temperatureC = work
      conduction.work = t
      const { w, d } = trBdf2
      const flow = w * (fromC - top) + w * (innerC - inner) + d * (toC - after)
      state.throughSurface += conduction.stepS * conduction.link[0]! * flow
      return
    }
    fillHeat(state, conduction.material.capacity)
  }
  stepFreezing(conduction, state, fromC, innerC, toC)
}

/** The heat that belongs to thawed ground's temperatures. */
function fillHeat({ heat, temperatureC }: GroundState, capacity: ArrayLike<number>): void {
  for (let i = 0; i < heat.length; i++) heat[i] = capacity[i]! * temperatureC[i]!
}

/** Heat of the whole column, J m⁻². */
export function columnHeat(grid: GroundGrid, { capacity }: GroundMaterial, state: GroundState): number {
  if (state.isThawed) fillHeat(state, capacity)
  return state.heat.reduce((sum, h, i) => sum + h * grid.thicknessM[i]!, 0)
}
