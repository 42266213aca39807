import { drawNormal, seededRandom } from '../../quantity/index.ts'
import { fadingOn, type Anchor } from '../anchor/anchor.ts'
import { beliefPrior, createDraws, deviationAt, lastingOf, perPart, swingOf } from '../anchor/belief.ts'
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

/** What fading parts add on each day ahead: they fade and are renewed, each at its pace. Added to `into`, K. */
function addFading(
  start: readonly [number, number],
  sd: { days: number; weeks: number },
  normal: () => number,
  into: Float64Array,
): void {
  const { fadeDays } = beliefPrior
  const [keepDays, keepWeeks] = [Math.exp(-1 / fadeDays.days), Math.exp(-1 / fadeDays.weeks)]
  const [newDays, newWeeks] = [
    sd.days * Math.sqrt(1 - keepDays ** 2),
    sd.weeks * Math.sqrt(1 - keepWeeks ** 2),
  ]
  let [days, weeks] = start
  for (let i = 0; i < into.length; i++) {
    days = keepDays * days + newDays * normal()
    weeks = keepWeeks * weeks + newWeeks * normal()
    into[i]! += days + weeks
  }
}

/** The standard normal numbers of each member, made once: yards differ in what their readings say, not in these. */
let drawn: { seed: number; of: { values: number[]; next: () => number }[] } = { seed: NaN, of: [] }
function normalsOf(seed: number, member: number): () => number {
  if (drawn.seed !== seed) drawn = { seed, of: [] }
  const random = seededRandom(seed ^ Math.imul(member + 7, 0x85ebca6b))
  const { values, next } = (drawn.of[member] ??= { values: [], next: () => drawNormal(random) })
  let at = 0
  return () => {
    if (at === values.length) values.push(next())
    return values[at++]!
  }
}

/** Every place's paths, from the runs of its ground and what its readings say. The same seed, the same members. */
export function computePaths({ groundOf, pasts, runs, anchor, today, seed }: PathsRequest): PlacePaths[] {
  const members = runs.count
  const ahead = runs.minimumC.length / members
  const { belief } = anchor
  const draw = createDraws(belief)
  const draws = Array.from({ length: members }, (_, m) => {
    const normal = normalsOf(seed, m)
    return { parts: draw(normal), normal }
  })
  const common = draws.map(({ parts, normal }) => {
    const path = new Float64Array(ahead)
    addFading([parts[2]!, parts[3]!], beliefPrior.common, normal, path)
    return path
  })
  const fading = new Float64Array(ahead)
  const lasting = lastingOf(belief)
  return groundOf.map((ground, place): PlacePaths => {
    const pastC = pasts[ground]!.dailyC
    const modelC = runs.dailyC[ground]!
    const at = perPart * (place + 1)
    const back = pastC.length
    const fadingAt = fadingOn(anchor, place)
    const rests = Float64Array.from({ length: back }, (_, i) => fadingAt(today - (back - 1 - i)))
    const offsets = draws.map(({ parts }) => parts[0]! + parts[at]!)
    const gains = draws.map(({ parts }) => parts[1]! + parts[at + 1]!)
    const aheadC = new Float32Array(members * ahead)
    draws.forEach(({ parts, normal }, m) => {
      fading.set(common[m]!)
      addFading([parts[at + 2]!, parts[at + 3]!], beliefPrior.own, normal, fading)
      for (let i = 0; i < ahead; i++) {
        const model = modelC[m * ahead + i]!
        aheadC[m * ahead + i] = model + offsets[m]! + gains[m]! * swingOf(belief, place, model) + fading[i]!
      }
    })
    const observedC = Float64Array.from(
      pastC,
      (model, i) => model + deviationAt(lasting, place, model).meanK + rests[i]!,
    )
    const swings = pastC.map((model) => swingOf(belief, place, model))
    const pathOf: PlacePaths['pathOf'] = (m, into) => {
      for (let i = 0; i < back; i++) into[i] = pastC[i]! + offsets[m]! + gains[m]! * swings[i]! + rests[i]!
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
      sdK: deviationAt(belief, place, pastC[back - 1]!).sdK,
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
