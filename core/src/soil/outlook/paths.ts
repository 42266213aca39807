import { drawNormal, seededRandom } from '../../quantity/index.ts'
import type { Anchor } from '../anchor/anchor.ts'
import { beliefPrior, createDraws, rowOf, swingOf } from '../anchor/belief.ts'
import { fiveDayMeans } from '../heat/crossing.ts'
import type { GroundPast, MemberRuns } from '../simulate/simulate.ts'

/** A place's soil at 2 in, drawn to its readings: every member through the observed days and on. °C. */
export interface PlacePaths {
  /** Observed days, the last of them today; then days ahead. */
  back: number
  ahead: number
  members: number
  /** Most likely daily means of the observed days. */
  observedC: Float64Array
  /** How sure these are today, K. */
  sdK: number
  /** Members one after another, `ahead` each. */
  aheadC: Float32Array
  /** A member's whole path, `back` + `ahead` days, written into `into`. */
  pathOf: (member: number, into: Float64Array) => void
  /** Five-day means of every member's whole path, one after another. */
  meansC: Float32Array
}

interface PathsRequest {
  /** Index of the ground of each place. */
  groundOf: number[]
  pasts: GroundPast[]
  runs: MemberRuns
  anchor: Anchor
  /** Day number of today, on the anchor's scale. */
  today: number
  seed: number
}

/** What readings say of a place on a past day beyond offset and gain: near ones count, and fade. K. */
function restOn(anchor: Anchor, place: number, day: number): number {
  let [sum, weight] = [0, 1 / (beliefPrior.own.residual ** 2 + beliefPrior.common.residual ** 2)]
  for (const { place: at, day: on, restK, variance } of anchor.left) {
    const days = Math.abs(on - day)
    if (at !== place || days > 30) continue
    const w = Math.exp(-days / beliefPrior.fadeDays) / variance
    sum += w * restK
    weight += w
  }
  return sum / weight
}

/** What residuals add on each day ahead: they fade and are renewed, correlated from day to day; the common one falls on all places alike. */
function residuals(
  startK: number,
  sdK: number,
  days: number,
  normal: () => number,
  into: Float64Array,
): void {
  const keep = Math.exp(-1 / beliefPrior.fadeDays)
  const renewed = sdK * Math.sqrt(1 - keep ** 2)
  let now = startK
  for (let i = 0; i < days; i++) {
    now = keep * now + renewed * normal()
    into[i] = now
  }
}

/** Every place's paths, from the runs of its ground and what its readings say. The same seed, the same members. */
export function computePaths({ groundOf, pasts, runs, anchor, today, seed }: PathsRequest): PlacePaths[] {
  const members = runs.count
  const ahead = runs.minimumC.length / members
  const { belief } = anchor
  const draw = createDraws(belief)
  const draws = Array.from({ length: members }, (_, m) => {
    const random = seededRandom(seed ^ Math.imul(m + 7, 0x85ebca6b))
    const normal = () => drawNormal(random)
    return { parts: draw(normal), normal }
  })
  const common = draws.map(({ parts, normal }) => {
    const path = new Float64Array(ahead)
    residuals(parts[2]!, beliefPrior.common.residual, ahead, normal, path)
    return path
  })
  const own = new Float64Array(ahead)
  return groundOf.map((ground, place): PlacePaths => {
    const pastC = pasts[ground]!.dailyC
    const modelC = runs.dailyC[ground]!
    const at = 3 * (place + 1)
    const back = pastC.length
    const rests = Float64Array.from({ length: back }, (_, i) => restOn(anchor, place, today - (back - 1 - i)))
    const offsets = draws.map(({ parts }) => parts[0]! + parts[at]!)
    const gains = draws.map(({ parts }) => parts[1]! + parts[at + 1]!)
    const aheadC = new Float32Array(members * ahead)
    draws.forEach(({ parts, normal }, m) => {
      residuals(parts[at + 2]!, beliefPrior.own.residual, ahead, normal, own)
      let wandered = 0
      for (let i = 0; i < ahead; i++) {
        wandered += beliefPrior.wander * normal()
        const model = modelC[m * ahead + i]!
        aheadC[m * ahead + i] =
          model +
          offsets[m]! +
          gains[m]! * swingOf(belief, place, model) +
          common[m]![i]! +
          own[i]! +
          wandered
      }
    })
    const lastingAt = (model: number): number => {
      const row = rowOf(belief, place, model)
      return row.at.reduce((sum, i, k) => sum + (i % 3 === 2 ? 0 : belief.mean[i]! * row.weight[k]!), 0)
    }
    const observedC = Float64Array.from(pastC, (model, i) => model + lastingAt(model) + rests[i]!)
    const size = belief.mean.length
    const { at: parts, weight } = rowOf(belief, place, pastC[back - 1]!)
    const variance = parts.reduce(
      (sum, i, k) =>
        sum + parts.reduce((s, j, l) => s + weight[k]! * weight[l]! * belief.covariance[i * size + j]!, 0),
      0,
    )
    const pathOf: PlacePaths['pathOf'] = (m, into) => {
      for (let i = 0; i < back; i++) {
        const model = pastC[i]!
        into[i] = model + offsets[m]! + gains[m]! * swingOf(belief, place, model) + rests[i]!
      }
      for (let i = 0; i < ahead; i++) into[back + i] = aheadC[m * ahead + i]!
    }
    const meansC = new Float32Array(members * (back + ahead))
    const path = new Float64Array(back + ahead)
    for (let m = 0; m < members; m++) {
      pathOf(m, path)
      fiveDayMeans(path, meansC, m * path.length)
    }
    return {
      back,
      ahead,
      members,
      observedC,
      sdK: Math.sqrt(Math.max(0, variance)),
      aheadC,
      pathOf,
      meansC,
    }
  })
}

/** Quantiles of members by day. @returns one array a share */
export function quantilesByDay(
  values: Float32Array,
  members: number,
  days: number,
  shares: number[],
): Float64Array[] {
  const out = shares.map(() => new Float64Array(days))
  const column = new Float64Array(members)
  for (let i = 0; i < days; i++) {
    for (let m = 0; m < members; m++) column[m] = values[m * days + i]!
    column.sort()
    shares.forEach((share, k) => {
      const at = share * (members - 1)
      const low = Math.floor(at)
      out[k]![i] = column[low]! + (at - low) * ((column[low + 1] ?? column[low]!) - column[low]!)
    })
  }
  return out
}
