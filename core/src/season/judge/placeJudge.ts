import { createStrengths, strengthFor, type Target } from '../barrier/escape.ts'
import { createResidue } from '../barrier/residue.ts'
import type { SeasonField } from '../field/field.ts'
import type { EscapedRun, FieldPass, PlaceRun, Work } from './judge.ts'

/** A flush is under way between these shares of it. */
const underWay = { from: 0.02, to: 0.98 }
/** Seedlings that come up in a day, as a share of the flush, for a day to count. */
const leastPerDay = 0.0015
/** So little of a weed's year coming up is no season to judge. */
export const leastEmerged = 0.05
/** More than this share through is a gap: the barrier is under its threshold. */
const gapShare = 0.2
/**
 * Turf seed comes up unharmed where nine in ten of it would. Its seedlings take about two and a half times what crabgrass does:
 * so a middle rate in spring lets seed up after the five months labels ask for. Estimate.
 */
const seedTarget: Target = { target: 'summerGrass', factor: 2.5 }
const seedStrength = strengthFor(0.9)
/** A barrier of so little strength is counted as gone. */
const goneStrength = 0.02

/** One thing that happens on a day: a pass goes down, it is watered, the ground is cored. */
interface DayEvent {
  day: number
  kind: 'pass' | 'water' | 'core'
  of: number
}

const keyOf = ({ target, factor }: Target) => `${target} ${factor}`

/** The place of a pass's events in a member, in order. */
function eventsOf(covers: FieldPass[], member: number, { disturbs }: Work, days: number): DayEvent[] {
  const events: DayEvent[] = disturbs.map(({ day }, of) => ({ day, kind: 'core', of }))
  covers.forEach((pass, of) => {
    const day = pass.days[member]!
    if (day < 0) return
    events.push({ day, kind: 'pass', of })
    if (pass.watering) events.push({ day: day + pass.watering.afterDays, kind: 'water', of })
  })
  return events.filter((e) => e.day < days).sort((a, b) => a.day - b.day)
}

/** One place in every member: residues day by day, and what comes through them. */
export function judgePlace(
  field: SeasonField,
  p: number,
  work: Work,
): { run: PlaceRun; escapes: EscapedRun[] } {
  const { members, days, weeds } = field
  const place = field.places[p]!
  const { actives, weedsToStop: stop } = work
  const covers = work.passes.flatMap((pass, i) =>
    pass.times[p]! > 0 ? [{ pass, slots: work.slots[i]! }] : [],
  )
  const passes = covers.map((c) => c.pass)
  const residue = createResidue(actives)
  const { inSoil } = residue

  const targets = stop.map((w) => weeds[w]!.target!)
  const distinct = [
    ...new Map([targets[0] ?? seedTarget, seedTarget, ...targets].map((t) => [keyOf(t), t])).values(),
  ]
  const classAt = targets.map((t) => distinct.findIndex((d) => keyOf(d) === keyOf(t)))
  const seedAt = distinct.findIndex((d) => keyOf(d) === keyOf(seedTarget))
  const strengths = createStrengths(actives, distinct)
  const { strongest, escaped: through } = strengths

  const run: PlaceRun = {
    strength: new Float64Array(days),
    strengthSd: new Float64Array(days),
    gap: new Float64Array(days),
    gapDays: new Float64Array(members),
    holdsUntil: new Float64Array(members).fill(-1),
    seedFrom: new Float64Array(members),
  }
  const count = stop.length
  const upTo = stop.map((w) => place.upTo[w]!)
  const total = stop.map((w) => place.total[w]!)
  const escaped = stop.map(() => new Float64Array(members))
  const killing = passes.some((pass) => pass.doses.some((d) => d.active.kills))
  /** What came through on each day of the member at hand, where a pass may still kill it. */
  const daily = killing ? stop.map(() => new Float64Array(days)) : []
  const before = new Float64Array(count)
  const leastUp = total.map((t) => leastPerDay * t)
  const gap = (m: number, d: number): void => {
    run.gap[d]! += 1 / members
    run.gapDays[m]! += 1
  }

  for (let m = 0; m < members; m++) {
    const at = m * days
    const events = eventsOf(passes, m, work, days)
    const first = events.find((e) => e.kind === 'pass')?.day ?? days
    residue.clear()
    let next = events.findIndex((e) => e.day >= first)
    before.fill(0)
    for (let d = 0; d < first; d++) {
      let open = false
      for (let k = 0; k < count; k++) {
        const here = upTo[k]![at + d]!
        const up = here - before[k]!
        before[k] = here
        if (up > leastUp[k]! && here > underWay.from && here < underWay.to) open = true
        if (killing) daily[k]![d] = up
      }
      if (open) gap(m, d)
    }
    for (let k = 0; k < count; k++) escaped[k]![m] = before[k]!
    let standing = false
    for (let d = first; d < days; d++) {
      let waterMm = field.rainMm[at + d]!
      while (next >= 0 && next < events.length && events[next]!.day === d) {
        const { kind, of } = events[next++]!
        if (kind === 'core') residue.disturb(work.disturbs[of]!.leaves)
        else if (kind === 'water') waterMm += stillToGive(passes[of]!, m, at, d)
        else {
          const { pass, slots } = covers[of]!
          for (const [i, dose] of pass.doses.entries())
            residue.apply(slots[i]!, dose.lbPerAcre * pass.times[p]!, place.thatchCm)
          killSeedlings(pass, m, d)
          standing = true
        }
      }
      let open = false
      if (standing) {
        residue.pass(place.pace[at + d]!, waterMm, place.full[at + d] === 1)
        strengths.update(inSoil)
        const strength = strongest[0]!
        run.strength[d]! += strength
        run.strengthSd[d]! += strength * strength
        if (strength >= 1) run.holdsUntil[m] = d
        if (strongest[seedAt]! >= seedStrength) run.seedFrom[m] = d + 1
        if (strengths.most() < goneStrength && !residue.lying()) standing = false
      } else through.fill(1)
      for (let k = 0; k < count; k++) {
        const here = upTo[k]![at + d]!
        const up = here - before[k]!
        if (up <= 0) continue
        before[k] = here
        const share = through[classAt[k]!]!
        escaped[k]![m]! += up * share
        if (killing) daily[k]![d] = up * share
        if (share > gapShare && up > leastUp[k]! && here > underWay.from && here < underWay.to) open = true
      }
      if (open) gap(m, d)
    }
    if (killing) for (const own of daily) own.fill(0)
  }
  for (let d = 0; d < days; d++) {
    run.strength[d]! /= members
    run.strengthSd[d] = Math.sqrt(Math.max(0, run.strengthSd[d]! / members - run.strength[d]! ** 2))
  }
  const escapes = stop.flatMap((weed, k): EscapedRun[] => {
    if (total[k]! < leastEmerged) return []
    const shares = escaped[k]!.map((came, m) => {
      const all = upTo[k]![m * days + days - 1]!
      return all > 0 ? Math.min(1, Math.max(0, came / all)) : 0
    })
    return [{ weed, place: p, emerged: total[k]!, escaped: shares }]
  })
  return { run, escapes }

  /** Water the person gives on day `d`: what rain since the pass has not. */
  function stillToGive(pass: FieldPass, m: number, at: number, d: number): number {
    let fallen = 0
    for (let i = pass.days[m]!; i < d; i++) fallen += field.rainMm[at + i]!
    return Math.max(0, pass.watering!.mm - fallen)
  }
  /** What a pass kills of seedlings that are up and came through. */
  function killSeedlings(pass: FieldPass, m: number, d: number): void {
    for (const { active } of pass.doses) {
      const { kills } = active
      if (!kills) continue
      for (let k = 0; k < count; k++) {
        if (!kills.targets.includes(targets[k]!.target)) continue
        for (let i = Math.max(0, d - kills.ageDays); i < d; i++) {
          const killed = daily[k]![i]! * kills.share
          daily[k]![i]! -= killed
          escaped[k]![m]! -= killed
        }
      }
    }
  }
}
