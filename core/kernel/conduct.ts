/**
 * AssemblyScript. The loops of `src/soil/heat/conduct.ts` and `freezing.ts` for eight grounds side by side: one to a lane, f32, a
 * row of eight to a cell. Those files are the reference this is tested against; what is made of a day's weather stays there.
 *
 * Everything of a cell is divided by its thawed capacity and thickness, so heat counts in kelvin: h = T while thawed, h = ρT − l while
 * frozen (ρ frozen ÷ thawed capacity, l latent heat ÷ thawed capacity), T = 0 between. A step is TR-BDF2 (see the reference):
 *   stage 1   h₁ + K (T₁ + T₀) = h₀ + top (from + inner)
 *   stage 2   h₂ + K T₂ = h₀ + w/d (h₁ − h₀) + top · to
 * with K from `up` (to the cell above) and `down` (to the cell below). While all lanes are thawed stage 1 is eliminated from the bottom
 * up and stage 2 from the top down, so that a step is two passes over the cells.
 */

const cells: i32 = 24
const hours: i32 = 24
/** Bytes of a row: eight lanes of f32. */
const row: usize = 32
const column: usize = <usize>cells * row

/** w ÷ d of TR-BDF2. */
const carried: f32 = 1.2071067811865475
const mostTurns: i32 = 24

// What comes in, lane by lane. The first row of `up` is the conductance to the surface’s drive, set every day.
const up = memory.data(768, 16)
const down = memory.data(768, 16)
const frozenRatio = memory.data(768, 16)
const latent = memory.data(768, 16)
/** The drive at the end of each hour, °C; the first row is that at the day’s begin. */
const drives = memory.data(800, 16)
// The state: temperature, °C, in one of two columns; heat, K, where not all lanes are thawed.
const temperatureA = memory.data(768, 16)
const temperatureB = memory.data(768, 16)
const heat = memory.data(768, 16)
// What goes out: the sums over a day of the cells asked for; and all cells hour by hour, where asked.
const sums = memory.data(768, 16)
const hourly = memory.data(18432, 16)

// Thawed: factors from the bottom up (`rise`) and from the top down (`sink`).
const riseOwn = memory.data(768, 16)
const riseAbove = memory.data(768, 16)
const riseBelow = memory.data(768, 16)
const sinkOwn = memory.data(768, 16)
const sinkAbove = memory.data(768, 16)
const sinkBelow = memory.data(768, 16)
const eliminated = memory.data(768, 16)
// Freezing: the pieces of T(h) the cells lie on, the factors that belong to them, and the stages’ right sides and results.
const atZero = memory.data(768, 16)
const frozen = memory.data(768, 16)
const own = memory.data(768, 16)
const above = memory.data(768, 16)
const below = memory.data(768, 16)
const base = memory.data(768, 16)
const pinned = memory.data(768, 16)
const result = memory.data(768, 16)
/** What the ground below the reach of frost gives the last cell above it. */
const fromBelow = memory.data(32, 16)

/** Which of the two columns holds the temperatures now. */
let now: usize = temperatureA
let thawed: bool = true
/** The factors of freezing ground belong to today’s surface. */
let factored: bool = false
let unsettled: i32 = 0
/** Bytes down to which something may freeze or thaw; below, all lanes are thawed and stay so, and are solved once a stage. */
let reach: usize = 0
const nearFreezingC: f32 = 1.5

export function addressUp(): usize {
  return up
}
export function addressDown(): usize {
  return down
}
export function addressFrozenRatio(): usize {
  return frozenRatio
}
export function addressLatent(): usize {
  return latent
}
export function addressDrives(): usize {
  return drives
}
export function addressTemperature(): usize {
  return now
}
export function addressHeat(): usize {
  return heat
}
export function addressSums(): usize {
  return sums
}
export function addressHourly(): usize {
  return hourly
}
export function isThawed(): bool {
  return thawed
}
/** Stages whose cells had not settled on their pieces after the most turns: counted, for the tests. */
export function countUnsettled(): i32 {
  return unsettled
}

/** The state was written from outside: temperatures and heat of all lanes, and whether all are thawed. */
export function begin(allThawed: bool): void {
  thawed = allThawed
  factored = false
}

function factorThawed(): void {
  const one = f32x4.splat(1)
  for (let half: usize = 0; half < row; half += 16) {
    let belowBefore = f32x4.splat(0)
    for (let at: usize = half; at < column; at += row) {
      const u = v128.load(up + at)
      const d = v128.load(down + at)
      const pivot = f32x4.sub(f32x4.add(one, f32x4.add(u, d)), f32x4.mul(u, belowBefore))
      const inverse = f32x4.div(one, pivot)
      belowBefore = f32x4.mul(d, inverse)
      v128.store(sinkOwn + at, inverse)
      v128.store(sinkAbove + at, f32x4.mul(u, inverse))
      v128.store(sinkBelow + at, belowBefore)
    }
    let aboveBefore = f32x4.splat(0)
    for (let at: usize = column + half; at > half;) {
      at -= row
      const u = v128.load(up + at)
      const d = v128.load(down + at)
      const pivot = f32x4.sub(f32x4.add(one, f32x4.add(u, d)), f32x4.mul(d, aboveBefore))
      const inverse = f32x4.div(one, pivot)
      aboveBefore = f32x4.mul(u, inverse)
      // Twice: it always meets 2 T.
      v128.store(riseOwn + at, f32x4.add(inverse, inverse))
      v128.store(riseAbove + at, aboveBefore)
      v128.store(riseBelow + at, f32x4.mul(d, inverse))
    }
  }
}

/** Elimination of stage 1 from the bottom up, where no step before has done it. */
function rise(): void {
  let ea = f32x4.splat(0)
  let eb = f32x4.splat(0)
  for (let at: usize = column; at > 0;) {
    at -= row
    ea = f32x4.add(
      f32x4.mul(v128.load(riseOwn + at), v128.load(now + at)),
      f32x4.mul(v128.load(riseBelow + at), ea),
    )
    eb = f32x4.add(
      f32x4.mul(v128.load(riseOwn + at, 16), v128.load(now + at, 16)),
      f32x4.mul(v128.load(riseBelow + at, 16), eb),
    )
    v128.store(eliminated + at, ea)
    v128.store(eliminated + at, eb, 16)
  }
}

/**
 * One thawed step; nothing has changed where it answers no: some lane’s surface would freeze.
 * Down: stage 1 is solved and stage 2 eliminated. Up: stage 2 is solved and the next step’s stage 1 eliminated.
 */
function stepThawed(hour: usize): bool {
  const zero = f32x4.splat(0)
  const inner = f32x4.splat(<f32>(2 - 1.4142135623730951))
  const keep = f32x4.splat(1 - 2 * carried)
  const carry = f32x4.splat(carried)
  const drive = drives + hour * row
  const fromA = v128.load(drive)
  const fromB = v128.load(drive, 16)
  const toA = v128.load(drive, row)
  const toB = v128.load(drive, row + 16)
  let sa = f32x4.add(f32x4.add(fromA, fromA), f32x4.mul(inner, f32x4.sub(toA, fromA)))
  let sb = f32x4.add(f32x4.add(fromB, fromB), f32x4.mul(inner, f32x4.sub(toB, fromB)))
  let da = toA
  let db = toB
  const topA = f32x4.sub(
    f32x4.add(v128.load(eliminated), f32x4.mul(v128.load(riseAbove), sa)),
    v128.load(now),
  )
  const topB = f32x4.sub(
    f32x4.add(v128.load(eliminated, 16), f32x4.mul(v128.load(riseAbove, 16), sb)),
    v128.load(now, 16),
  )
  if (v128.any_true(v128.or(f32x4.lt(topA, zero), f32x4.lt(topB, zero)))) return false
  for (let at: usize = 0; at < column; at += row) {
    sa = f32x4.add(v128.load(eliminated + at), f32x4.mul(v128.load(riseAbove + at), sa))
    sb = f32x4.add(v128.load(eliminated + at, 16), f32x4.mul(v128.load(riseAbove + at, 16), sb))
    const ya = f32x4.add(f32x4.mul(keep, v128.load(now + at)), f32x4.mul(carry, sa))
    const yb = f32x4.add(f32x4.mul(keep, v128.load(now + at, 16)), f32x4.mul(carry, sb))
    da = f32x4.add(f32x4.mul(v128.load(sinkOwn + at), ya), f32x4.mul(v128.load(sinkAbove + at), da))
    db = f32x4.add(f32x4.mul(v128.load(sinkOwn + at, 16), yb), f32x4.mul(v128.load(sinkAbove + at, 16), db))
    v128.store(result + at, da)
    v128.store(result + at, db, 16)
  }
  const next = now == temperatureA ? temperatureB : temperatureA
  let ta = zero
  let tb = zero
  let ea = zero
  let eb = zero
  for (let at: usize = column; at > 0;) {
    at -= row
    ta = f32x4.add(v128.load(result + at), f32x4.mul(v128.load(sinkBelow + at), ta))
    tb = f32x4.add(v128.load(result + at, 16), f32x4.mul(v128.load(sinkBelow + at, 16), tb))
    v128.store(next + at, ta)
    v128.store(next + at, tb, 16)
    ea = f32x4.add(f32x4.mul(v128.load(riseOwn + at), ta), f32x4.mul(v128.load(riseBelow + at), ea))
    eb = f32x4.add(f32x4.mul(v128.load(riseOwn + at, 16), tb), f32x4.mul(v128.load(riseBelow + at, 16), eb))
    v128.store(eliminated + at, ea)
    v128.store(eliminated + at, eb, 16)
  }
  if (v128.any_true(v128.or(f32x4.lt(ta, zero), f32x4.lt(tb, zero)))) {
    // What was eliminated belonged to the step that is not taken.
    rise()
    return false
  }
  now = next
  return true
}

/** The piece of T(h) each cell lies on; answers whether it was another one. */
function takePiece(at: usize, h: v128): v128 {
  const l = v128.load(latent + at)
  const isFrozen = f32x4.le(h, f32x4.neg(l))
  const isAtZero = v128.andnot(f32x4.lt(h, f32x4.splat(0)), isFrozen)
  const changed = v128.or(
    v128.xor(isFrozen, v128.load(frozen + at)),
    v128.xor(isAtZero, v128.load(atZero + at)),
  )
  v128.store(frozen + at, isFrozen)
  v128.store(atZero + at, isAtZero)
  return changed
}

/** Follows the frost down at once, and up only where it pays: the factors belong to it. */
function followReach(): void {
  const near = f32x4.splat(nearFreezingC)
  let needed: usize = column
  while (needed > row) {
    const t = now + needed - row
    if (v128.any_true(v128.or(f32x4.le(v128.load(t), near), f32x4.le(v128.load(t, 16), near)))) break
    needed -= row
  }
  if (needed <= reach && needed + 4 * row > reach) return
  reach = needed
  factored = false
}

/** From the top down to the reach of frost; a cell at 0 °C is taken out of the equations. */
function factorFrozen(): void {
  const one = f32x4.splat(1)
  const last = reach - row
  for (let half: usize = 0; half < row; half += 16) {
    const aboveReach = reach < column ? v128.load(riseAbove + reach + half) : f32x4.splat(0)
    let belowBefore = f32x4.splat(0)
    for (let at: usize = half; at < reach; at += row) {
      const u = v128.load(up + at)
      const d = v128.load(down + at)
      const held = v128.bitselect(v128.load(frozenRatio + at), one, v128.load(frozen + at))
      let pivot = f32x4.sub(f32x4.add(held, f32x4.add(u, d)), f32x4.mul(u, belowBefore))
      if (at >= last) pivot = f32x4.sub(pivot, f32x4.mul(d, aboveReach))
      const inverse = v128.andnot(f32x4.div(one, pivot), v128.load(atZero + at))
      belowBefore = f32x4.mul(d, inverse)
      v128.store(own + at, inverse)
      v128.store(above + at, f32x4.mul(u, inverse))
      v128.store(below + at, belowBefore)
    }
    v128.store(fromBelow + half, belowBefore)
  }
  factored = true
}

/** One stage: leaves h in `heat` and T in the column given. The right side stands in `base` and `pinned`. */
function solveStage(driveA: v128, driveB: v128, into: usize): void {
  const zero = f32x4.splat(0)
  const one = f32x4.splat(1)
  const half1 = f32x4.splat(0.5)
  for (let half: usize = 0; half < row; half += 16) {
    let e = zero
    for (let at: usize = column + half; at > reach + half;) {
      at -= row
      const right = f32x4.add(v128.load(base + at), v128.load(pinned + at))
      e = f32x4.add(
        f32x4.mul(f32x4.mul(half1, v128.load(riseOwn + at)), right),
        f32x4.mul(v128.load(riseBelow + at), e),
      )
      v128.store(eliminated + at, e)
    }
  }
  const hasBelow = reach < column
  for (let turn: i32 = 0; ; turn++) {
    if (!factored) factorFrozen()
    let changed = zero
    for (let half: usize = 0; half < row; half += 16) {
      const drive = half ? driveB : driveA
      let eliminatedBefore = drive
      for (let at: usize = half; at < reach; at += row) {
        const p = v128.load(pinned + at)
        const isFrozen = v128.load(frozen + at)
        const held = v128.bitselect(v128.load(frozenRatio + at), one, isFrozen)
        const right = f32x4.add(
          f32x4.add(v128.load(base + at), f32x4.mul(held, p)),
          v128.and(v128.load(latent + at), isFrozen),
        )
        eliminatedBefore = f32x4.add(
          f32x4.add(
            f32x4.mul(v128.load(own + at), right),
            f32x4.mul(v128.load(above + at), eliminatedBefore),
          ),
          v128.and(p, v128.load(atZero + at)),
        )
        v128.store(result + at, eliminatedBefore)
      }
      const given = hasBelow ? v128.load(eliminated + reach + half) : zero
      const share = hasBelow ? v128.load(riseAbove + reach + half) : zero
      let here = f32x4.add(eliminatedBefore, f32x4.mul(v128.load(fromBelow + half), given))
      let under = f32x4.add(given, f32x4.mul(share, here))
      for (let at: usize = reach + half; at > half;) {
        at -= row
        const over =
          at > half
            ? f32x4.add(v128.load(result + at - row), f32x4.mul(v128.load(below + at - row), here))
            : drive
        const isFrozen = v128.load(frozen + at)
        const isAtZero = v128.load(atZero + at)
        const held = v128.bitselect(v128.load(frozenRatio + at), one, isFrozen)
        const t = v128.andnot(f32x4.sub(here, v128.load(pinned + at)), isAtZero)
        const led = f32x4.sub(f32x4.mul(held, t), v128.and(v128.load(latent + at), isFrozen))
        const flow = f32x4.add(
          f32x4.mul(v128.load(up + at), f32x4.sub(over, here)),
          f32x4.mul(v128.load(down + at), f32x4.sub(under, here)),
        )
        const h = v128.bitselect(f32x4.add(v128.load(base + at), flow), led, isAtZero)
        v128.store(into + at, t)
        v128.store(heat + at, h)
        changed = v128.or(changed, takePiece(at, h))
        // Kept for the ground below.
        if (at + row >= reach) v128.store(result + at, here)
        under = here
        here = over
      }
    }
    if (!v128.any_true(changed)) break
    factored = false
    if (turn >= mostTurns) {
      unsettled++
      break
    }
  }
  for (let half: usize = 0; half < row; half += 16) {
    let s = v128.load(result + reach - row + half)
    for (let at: usize = reach + half; at < column; at += row) {
      s = f32x4.add(v128.load(eliminated + at), f32x4.mul(v128.load(riseAbove + at), s))
      const t = f32x4.sub(s, v128.load(pinned + at))
      v128.store(into + at, t)
      v128.store(heat + at, t)
    }
  }
}

/** One step in which something is or may be frozen. */
function stepFrozen(hour: usize): void {
  const inner = f32x4.splat(<f32>(2 - 1.4142135623730951))
  const carry = f32x4.splat(carried)
  const drive = drives + hour * row
  const fromA = v128.load(drive)
  const fromB = v128.load(drive, 16)
  const toA = v128.load(drive, row)
  const toB = v128.load(drive, row + 16)
  if (thawed) {
    memory.copy(heat, now, column)
    thawed = false
    factored = false
  }
  followReach()
  if (!factored) for (let at: usize = 0; at < reach; at += 16) takePiece(at, v128.load(heat + at))
  memory.copy(base, heat, column)
  memory.copy(pinned, now, column)
  const next = now == temperatureA ? temperatureB : temperatureA
  solveStage(
    f32x4.add(f32x4.add(fromA, fromA), f32x4.mul(inner, f32x4.sub(toA, fromA))),
    f32x4.add(f32x4.add(fromB, fromB), f32x4.mul(inner, f32x4.sub(toB, fromB))),
    next,
  )
  for (let at: usize = 0; at < column; at += 16) {
    const start = v128.load(base + at)
    v128.store(base + at, f32x4.add(start, f32x4.mul(carry, f32x4.sub(v128.load(heat + at), start))))
  }
  memory.fill(pinned, 0, column)
  solveStage(toA, toB, next)
  now = next
  let cold = f32x4.splat(0)
  for (let at: usize = 0; at < reach; at += 16)
    cold = v128.or(cold, f32x4.lt(v128.load(heat + at), f32x4.splat(0)))
  thawed = !v128.any_true(cold)
}

/**
 * A day of all lanes. @param from @param to the cells whose temperatures are summed over the day, the last not included
 * @param notesHours all cells are written down after each hour
 */
export function passDay(from: i32, to: i32, notesHours: bool): void {
  factored = false
  reach = 0
  factorThawed()
  memory.fill(sums, 0, column)
  let risen = false
  for (let hour: i32 = 0; hour < hours; hour++) {
    if (thawed && !risen) {
      rise()
      risen = true
    }
    if (!thawed || !stepThawed(hour)) {
      stepFrozen(hour)
      risen = false
    }
    const last = <usize>to * row
    for (let at: usize = <usize>from * row; at < last; at += 16)
      v128.store(sums + at, f32x4.add(v128.load(sums + at), v128.load(now + at)))
    if (notesHours) memory.copy(hourly + <usize>hour * column, now, column)
  }
}
