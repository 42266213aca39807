import { trBdf2, type Conduction, type Freezing, type GroundState } from './conduction.ts'
import { numbers } from './numbers.ts'

const mostTurns = 40

export const createFreezing = (n: number): Freezing => ({
  materialOf: undefined,
  perCapacity: numbers(n),
  perFrozen: numbers(n),
  latent: numbers(n),
  start: numbers(n),
  known: numbers(n),
  flow: numbers(n),
  change: numbers(n),
  upper: numbers(n),
  slope: numbers(n),
  lowOwn: numbers(n),
  lowAbove: numbers(n),
  low: numbers(n),
})

function takeMaterial({ freezing, material, n, link, grid, stepS }: Conduction): void {
  if (freezing.materialOf === material) return
  freezing.materialOf = material
  const { lowOwn, lowAbove } = freezing
  const a = stepS * trBdf2.d
  for (let i = n - 1; i >= 0; i--) {
    freezing.perCapacity[i] = 1 / material.capacity[i]!
    freezing.perFrozen[i] = 1 / material.frozenCapacity[i]!
    freezing.latent[i] = material.latent[i]!
    const down = i < n - 1 ? a * link[i + 1]! * (1 - lowAbove[i + 1]!) : 0
    const up = i ? a * link[i]! : 0
    const pivot = material.capacity[i]! * grid.thicknessM[i]! + up + down
    lowOwn[i] = 1 / pivot
    lowAbove[i] = up / pivot
  }
}

/** Cells from the surface down in which something may freeze or thaw; below, the ground is thawed and stays so. */
const nearFreezingC = 1.5
function reachOfFrost({ heat, temperatureC }: GroundState): number {
  let reach = heat.length
  while (reach > 1 && heat[reach - 1]! >= 0 && temperatureC[reach - 1]! > nearFreezingC) reach--
  return reach
}

/** Heat flowing into each cell, W m⁻²; answers with the flow through the surface. */
function flows(n: number, link: number[], t: number[], driveC: number, out: number[]): number {
  const surface = link[0]! * (driveC - t[0]!)
  let above = surface
  for (let i = 0; i < n - 1; i++) {
    const below = link[i + 1]! * (t[i]! - t[i + 1]!)
    out[i] = above - below
    above = below
  }
  out[n - 1] = above
  return surface
}

/**
 * One turn of Newton on the first cells, towards heat·Δz = known + a·flow(T(heat)); answers whether every cell stayed on
 * its piece of T(heat): thawed above nothing, freezing at 0 °C while latent heat leaves, frozen below.
 */
function turn(
  conduction: Conduction,
  { heat, temperatureC: t }: GroundState,
  driveC: number,
  reach: number,
): boolean {
  const { n, link, grid, stepS } = conduction
  const { known, change, upper, slope, perCapacity, perFrozen, latent, lowAbove, low } = conduction.freezing
  const { thicknessM } = grid
  const a = stepS * trBdf2.d
  let above = link[0]! * (driveC - t[0]!)
  let slopeAbove = 0
  let perPivot = 1
  let eliminated = 0
  for (let i = 0; i < reach; i++) {
    let down = link[i + 1]!
    let below = 0
    if (i < reach - 1) below = down * (t[i]! - t[i + 1]!)
    else if (reach < n) {
      // The thawed ground below follows this cell: what it would be by itself, and its share of this one.
      below = down * ((1 - lowAbove[reach]!) * t[i]! - low[reach]!)
      down *= 1 - lowAbove[reach]!
    }
    const h = heat[i]!
    const here = h >= 0 ? perCapacity[i]! : h > -latent[i]! ? 0 : perFrozen[i]!
    slope[i] = here
    const ratio = i ? -a * link[i]! * slopeAbove * perPivot : 0
    const thick = thicknessM[i]!
    // The cell above gives and takes by this cell's slope.
    perPivot = 1 / (thick + a * (link[i]! + down) * here + (i ? ratio * a * link[i]! * here : 0))
    eliminated = known[i]! + a * (above - below) - h * thick - ratio * eliminated
    change[i] = eliminated * perPivot
    upper[i] = a * down * perPivot
    slopeAbove = here
    above = below
  }
  let stayed = true
  let next = 0
  for (let i = reach - 1; i >= 0; i--) {
    next = change[i]! + upper[i]! * next
    const h = heat[i]! + next
    heat[i] = h
    let now = 0
    if (h >= 0) {
      now = perCapacity[i]!
      t[i] = h * now
    } else if (h > -latent[i]!) t[i] = 0
    else {
      now = perFrozen[i]!
      t[i] = (h + latent[i]!) * now
    }
    if (now !== slope[i]!) stayed = false
    next *= slope[i]!
  }
  return stayed
}

/** Solves one stage; answers with the flow through the surface. */
function solve(conduction: Conduction, state: GroundState, driveC: number, reach: number): number {
  const { n, link, stepS, material, freezing } = conduction
  const { known, low, lowOwn, lowAbove } = freezing
  const { heat, temperatureC: t } = state
  const a = stepS * trBdf2.d
  // Thawed ground below, from the bottom up: linear, so once for all turns.
  let up = 0
  for (let i = n - 1; i >= reach; i--) {
    up = (known[i]! + (i < n - 1 ? a * link[i + 1]! * up : 0)) * lowOwn[i]!
    low[i] = up
  }
  for (let i = 0; i < mostTurns; i++) if (turn(conduction, state, driveC, reach)) break
  for (let i = reach; i < n; i++) {
    const c = low[i]! + lowAbove[i]! * t[i - 1]!
    t[i] = c
    heat[i] = c * material.capacity[i]!
  }
  return link[0]! * (driveC - t[0]!)
}

/**
 * A step of ground that is freezing or frozen: Newton's iteration on the heat of each cell, so that heat is conserved.
 * Temperature is piecewise linear in heat, so the iteration has arrived when no cell went from one piece to another. Only
 * the cells near freezing take part; the thawed ground below is linear and eliminated first.
 */
export function stepFreezing(
  conduction: Conduction,
  state: GroundState,
  fromC: number,
  innerC: number,
  toC: number,
): void {
  takeMaterial(conduction)
  const { n, link, grid, stepS, freezing } = conduction
  const { start, known, flow } = freezing
  const { w, d } = trBdf2
  const a = stepS * d
  const { heat } = state
  const surface0 = flows(n, link, state.temperatureC, fromC, flow)
  for (let i = 0; i < n; i++) {
    start[i] = heat[i]! * grid.thicknessM[i]!
    known[i] = start[i]! + a * flow[i]!
  }
  const reach = reachOfFrost(state)
  const surface1 = solve(conduction, state, innerC, reach)
  // The flow at the inner point follows from its own equation: a·flow = heat·Δz − known.
  for (let i = 0; i < n; i++) {
    const inner = (heat[i]! * grid.thicknessM[i]! - known[i]!) / a
    known[i] = start[i]! + stepS * w * (flow[i]! + inner)
  }
  const surface2 = solve(conduction, state, toC, reach)
  state.throughSurface += stepS * (w * surface0 + w * surface1 + d * surface2)
  let thawed = true
  for (let i = 0; i < n; i++) if (heat[i]! < 0) thawed = false
  state.isThawed = thawed
}
