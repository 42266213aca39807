import type { BarrierActive } from '../barrier/active.ts'
import { createStrengths } from '../barrier/escape.ts'
import type { SeasonField } from '../field/field.ts'
import type { FieldPass } from '../judge/judgeShapes.ts'
import { leastEmerged } from '../judge/placeJudge.ts'

/** A pass that may go down on any day of a span: indices of the field's days. */
export interface PassBox {
  from: number
  to: number
  doses: { active: BarrierActive; lbPerAcre: number }[]
  /** How many times the rate each place gets; once everywhere where nothing is said. */
  times?: number[]
  watering?: FieldPass['watering']
}

/**
 * A lower bound on what comes through any programme of the boxes: each dose is in the soil, whole, from the first day of its
 * span, and begins to wear off only when the latest pass of the span is all washed in (an earlier one is so no later). Every real pass of the span leaves
 * no more than that on any day, and fewer residues never stop more.
 */
export function boundEscapes(field: SeasonField, boxes: PassBox[], weeds: number[]): number {
  const { days, members } = field
  const actives = [...new Map(boxes.flatMap((b) => b.doses.map((d) => [d.active.name, d.active]))).values()]
  const rates = actives.map((a) => Math.LN2 / a.halfLifeDays)
  const ends = boxes.map((b) => ({
    ...b,
    end: 0,
    slots: b.doses.map((d) => actives.findIndex((a) => a.name === d.active.name)),
  }))
  const targets = weeds.map((w) => field.weeds[w]!.target!)
  const strengths = createStrengths(actives, targets)
  const worn = new Float64Array(actives.length)
  const all = new Float64Array(actives.length)
  const first = Math.min(...boxes.map((b) => b.from))
  let sum = 0
  let pairs = 0
  const escaped = new Float64Array(weeds.length)
  const before = new Float64Array(weeds.length)
  for (const [p, place] of field.places.entries()) {
    const upTo = weeds.map((w) => place.upTo[w]!)
    const counts = weeds.map((w) => place.total[w]! >= leastEmerged)
    const here = boxes.filter((b) => (b.times?.[p] ?? 1) > 0)
    for (let m = 0; m < members; m++) {
      const at = m * days
      worn.fill(0)
      for (const box of ends) box.end = washedInOn(box, field, at)
      for (let k = 0; k < weeds.length; k++)
        before[k] = escaped[k] = first > 0 ? upTo[k]![at + first - 1]! : 0
      for (let d = Math.max(0, first); d < days; d++) {
        for (let a = 0; a < worn.length; a++)
          if (worn[a]! > 0) worn[a] = worn[a]! * Math.exp(-rates[a]! * place.pace[at + d]!)
        for (const { end, doses, slots, times } of ends) {
          if (d !== end) continue
          for (let i = 0; i < doses.length; i++) worn[slots[i]!]! += doses[i]!.lbPerAcre * (times?.[p] ?? 1)
        }
        let comes = false
        for (let k = 0; k < weeds.length; k++) comes ||= upTo[k]![at + d]! > before[k]!
        if (!comes) continue
        all.set(worn)
        for (const { from, end, doses, slots, times } of ends) {
          if (d < from || d >= end) continue
          for (let i = 0; i < doses.length; i++) all[slots[i]!]! += doses[i]!.lbPerAcre * (times?.[p] ?? 1)
        }
        strengths.update(all)
        const through = strengths.escaped()
        for (let k = 0; k < weeds.length; k++) {
          const now = upTo[k]![at + d]!
          escaped[k]! += (now - before[k]!) * through[k]!
          before[k] = now
        }
      }
      for (let k = 0; k < weeds.length; k++) {
        const total = upTo[k]![at + days - 1]!
        if (!counts[k]) continue
        pairs++
        if (total <= 0) continue
        const least = escaped[k]! - killable(here, targets[k]!.target, upTo[k]!, at)
        sum += Math.max(0, least) / total
      }
    }
  }
  return pairs ? sum / pairs : 0
}

/** The day by which a pass on the last day of a box is all in the soil, in the member whose days begin at `at`. */
function washedInOn({ to, doses, watering }: PassBox, { days, rainMm }: SeasonField, at: number): number {
  const needed = Math.max(0, ...doses.map((d) => d.active.activationMm))
  let mm = 0
  for (let d = to; d < days; d++) {
    if (watering && d === to + watering.afterDays) mm = Math.max(mm, watering.mm)
    mm += rainMm[at + d]!
    if (mm >= needed) return d
  }
  return days
}

/** Most that passes of the boxes could kill of seedlings already up. */
function killable(boxes: PassBox[], target: string, upTo: Float32Array, at: number): number {
  let most = 0
  for (const { from, to, doses } of boxes)
    for (const { active } of doses) {
      const { kills } = active
      if (!kills || !(kills.targets as string[]).includes(target)) continue
      const before = from - kills.ageDays
      most += kills.share * (upTo[at + to]! - (before > 0 ? upTo[at + before - 1]! : 0))
    }
  return most
}
