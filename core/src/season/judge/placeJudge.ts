import { createStrengths, strengthFor, type Strengths, type Target } from '../barrier/escape.ts'
import { createResidue, shareNotLeached, type Residue } from '../barrier/residue.ts'
import type { FieldPlace, SeasonField } from '../field/field.ts'
import { daysComingUp, keptOf } from './foundOnce.ts'
import type { EscapedRun, FieldPass, PlaceRun, Work } from './judgeShapes.ts'

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

/** A place while it is judged: what does not change, and what a member at a time writes. */
interface Judging {
  field: SeasonField
  place: FieldPlace
  disturbs: Work['disturbs']
  /** Passes that cover the place, how many times the rate, and where their actives stand among the residues. */
  covers: { pass: FieldPass; times: number; slots: number[] }[]
  residue: Residue
  /** Kinds of seedling, each once; the first of them is the main one. */
  strengths: Strengths
  seedAt: number
  /** By weed to stop: cumulative emergence, its kind, what counts as a day's worth, what came through, member by member. */
  upTo: Float32Array[]
  targets: Target[]
  classAt: number[]
  leastUp: number[]
  escaped: Float64Array[]
  /** Days on which some of the weeds come up, member by member: from `upAt[m]` to `upAt[m + 1]` of `upOn`. */
  upOn: Uint16Array
  upAt: Int32Array
  /** By active: what is left after each day of each member, and what a mm of rain on full ground carries down. */
  kept: Float64Array[]
  leached: number[]
  /** Where a member is: the next of its events, the next day on which something comes up, and whether a barrier stands. */
  cursor: { next: number; nextUp: number; standing: boolean }
  /** Emergence up to the day before, by weed. */
  before: Float64Array
  /** What came through on each day, by weed, where a pass may still kill it; empty where none does. */
  daily: Float64Array[]
  run: PlaceRun
}

const keyOf = ({ target, factor }: Target) => `${target} ${factor}`

function prepare(field: SeasonField, p: number, work: Work): Judging {
  const { members, days } = field
  const place = field.places[p]!
  const targets = work.weedsToStop.map((w) => field.weeds[w]!.target!)
  const all = [targets[0] ?? seedTarget, seedTarget, ...targets]
  const kinds = [...new Map(all.map((t) => [keyOf(t), t])).values()]
  const kindOf = (t: Target) => kinds.findIndex((k) => keyOf(k) === keyOf(t))
  const covers = work.passes.flatMap((pass, i) => {
    const times = pass.times[p]!
    return times > 0 ? [{ pass, times, slots: work.slots[i]! }] : []
  })
  const killing = covers.some(({ pass }) => pass.doses.some((d) => d.active.kills))
  const kept = work.actives.map((active) => keptOf(place, active))
  return {
    field,
    place,
    kept,
    leached: work.actives.map((a) => a.leachedPerMm),
    cursor: { next: 0, nextUp: 0, standing: false },
    disturbs: work.disturbs,
    covers,
    residue: createResidue(work.actives, kept),
    strengths: createStrengths(work.actives, kinds),
    seedAt: kindOf(seedTarget),
    upTo: work.weedsToStop.map((w) => place.upTo[w]!),
    targets,
    classAt: targets.map(kindOf),
    ...daysComingUp(place, work.weedsToStop, members, days),
    leastUp: work.weedsToStop.map((w) => leastPerDay * place.total[w]!),
    escaped: targets.map(() => new Float64Array(members)),
    before: new Float64Array(targets.length),
    daily: killing ? targets.map(() => new Float64Array(days)) : [],
    run: {
      strength: new Float64Array(days),
      strengthSd: new Float64Array(days),
      gap: new Float64Array(days),
      gapDays: new Float64Array(members),
      holdsUntil: new Float64Array(members).fill(-1),
      seedFrom: new Float64Array(members),
    },
  }
}

/** What happens in a member, in order. */
function eventsOf({ covers, disturbs, field }: Judging, member: number): DayEvent[] {
  const events: DayEvent[] = disturbs.map(({ day }, of) => ({ day, kind: 'core', of }))
  covers.forEach(({ pass }, of) => {
    const day = pass.days[member]!
    if (day < 0) return
    events.push({ day, kind: 'pass', of })
    if (pass.watering) events.push({ day: day + pass.watering.afterDays, kind: 'water', of })
  })
  return events.filter((e) => e.day < field.days).sort((a, b) => a.day - b.day)
}

/** Water the person gives on day `d`: what rain since the pass has not. */
function stillToGive(
  { pass }: Judging['covers'][number],
  rainMm: Float32Array,
  at: number,
  from: number,
  d: number,
): number {
  let fallen = 0
  for (let i = from; i < d; i++) fallen += rainMm[at + i]!
  return Math.max(0, pass.watering!.mm - fallen)
}

/** What a pass kills of seedlings that are up and came through. */
function killSeedlings(
  { targets, daily, escaped }: Judging,
  { pass }: Judging['covers'][number],
  m: number,
  d: number,
): void {
  for (const { active } of pass.doses) {
    const { kills } = active
    if (!kills) continue
    for (let k = 0; k < targets.length; k++) {
      if (!kills.targets.includes(targets[k]!.target)) continue
      for (let i = Math.max(0, d - kills.ageDays); i < d; i++) {
        const killed = daily[k]![i]! * kills.share
        daily[k]![i]! -= killed
        escaped[k]![m]! -= killed
      }
    }
  }
}

function markGap({ run, field }: Judging, m: number, d: number): void {
  run.gap[d]! += 1 / field.members
  run.gapDays[m]! += 1
}

/** A day's seedlings: what comes through, of all of it where `through` is nothing. @returns whether there is a gap */
function comeUp(
  judging: Judging,
  m: number,
  at: number,
  d: number,
  through: Float64Array | undefined,
): boolean {
  const { upTo, before, leastUp, escaped, daily, classAt } = judging
  let open = false
  for (let k = 0; k < upTo.length; k++) {
    const here = upTo[k]![at + d]!
    const up = here - before[k]!
    if (up <= 0) continue
    before[k] = here
    const share = through ? through[classAt[k]!]! : 1
    escaped[k]![m]! += up * share
    if (daily.length) daily[k]![d] = up * share
    if (share > gapShare && up > leastUp[k]! && here > underWay.from && here < underWay.to) open = true
  }
  return open
}

/**
 * Days of one active that is all in the soil, on which nothing happens but its loss and what comes up: as `walk` has them, in one tight
 * loop, since nearly all days of all seasons are such. @returns the day it stopped on: `until`, or when the barrier is gone
 */
function passQuietDays(judging: Judging, m: number, from: number, until: number): number {
  const { field, place, residue, strengths, seedAt, run, kept, leached, cursor } = judging
  const { rainMm, days } = field
  const { upOn, upAt } = judging
  const { perResidue, most } = strengths.ofOne!
  const [perMain, perSeed] = [perResidue[0]!, perResidue[seedAt]!]
  const { strength, strengthSd, holdsUntil, seedFrom } = run
  const shares = kept[0]!
  const { full } = place
  const lastUp = upAt[m + 1]!
  let nextUp = cursor.nextUp
  let inSoil = residue.inSoil[0]!
  let [holds, seed] = [-1, -1]
  let d = from
  for (; d < until && inSoil * most >= goneStrength; d++) {
    const k = m * days + d
    inSoil *= shares[k]!
    if (full[k] === 1 && rainMm[k]! > 0) inSoil *= shareNotLeached(leached[0]!, rainMm[k]!)
    const here = inSoil * perMain
    strength[d]! += here
    strengthSd[d]! += here * here
    if (here >= 1) holds = d
    if (inSoil * perSeed >= seedStrength) seed = d + 1
    if (nextUp === lastUp || upOn[nextUp] !== d) continue
    nextUp++
    residue.inSoil[0] = inSoil
    strengths.update(residue.inSoil)
    if (comeUp(judging, m, m * days, d, strengths.escaped())) markGap(judging, m, d)
  }
  residue.inSoil[0] = inSoil
  strengths.update(residue.inSoil)
  if (holds >= 0) holdsUntil[m] = holds
  if (seed >= 0) seedFrom[m] = seed
  cursor.nextUp = nextUp
  return d
}

/** What happens on a day: cores, water given, passes. @returns water beside the rain, mm */
function passEvents(judging: Judging, events: DayEvent[], m: number, d: number): number {
  const { field, place, residue, covers, disturbs, cursor } = judging
  const at = m * field.days
  let givenMm = 0
  for (; cursor.next < events.length && events[cursor.next]!.day === d; cursor.next++) {
    const { kind, of } = events[cursor.next]!
    if (kind === 'core') residue.disturb(disturbs[of]!.leaves)
    else if (kind === 'water')
      givenMm += stillToGive(covers[of]!, field.rainMm, at, covers[of]!.pass.days[m]!, d)
    else {
      const { pass, slots, times } = covers[of]!
      for (const [i, dose] of pass.doses.entries())
        residue.apply(slots[i]!, dose.lbPerAcre * times, place.thatchCm)
      if (judging.daily.length) killSeedlings(judging, covers[of]!, m, d)
      cursor.standing = true
    }
  }
  return givenMm
}

/** One member: before the first pass all that comes up escapes; then the barrier day by day. */
function walk(judging: Judging, m: number): void {
  const { field, place, residue, strengths, seedAt, run, cursor } = judging
  const { days, rainMm } = field
  const { upOn, upAt } = judging
  const at = m * days
  const lastUp = upAt[m + 1]!
  const events = eventsOf(judging, m)
  const one = Boolean(strengths.ofOne)
  residue.clear()
  judging.before.fill(0)
  for (const own of judging.daily) own.fill(0)
  Object.assign(cursor, { next: 0, nextUp: upAt[m]!, standing: false })
  for (let d = 0; d < days; d++) {
    const eventOn = cursor.next < events.length ? events[cursor.next]!.day : days
    if (!cursor.standing) {
      // Nothing is there to be followed: on to the next day on which something happens.
      d = Math.max(d, Math.min(eventOn, cursor.nextUp < lastUp ? upOn[cursor.nextUp]! : days))
      if (d >= days) break
    } else if (one && d < eventOn && !residue.lying()) {
      d = passQuietDays(judging, m, d, eventOn)
      cursor.standing = strengths.most() >= goneStrength
      // Looked at again: something happens on it, or nothing stands any more.
      d--
      continue
    }
    const waterMm = rainMm[at + d]! + passEvents(judging, events, m, d)
    if (cursor.standing) {
      residue.passDay(at + d, waterMm, place.full[at + d] === 1)
      strengths.update(residue.inSoil)
      const strength = strengths.of(0)
      run.strength[d]! += strength
      run.strengthSd[d]! += strength * strength
      if (strength >= 1) run.holdsUntil[m] = d
      if (strengths.of(seedAt) >= seedStrength) run.seedFrom[m] = d + 1
      cursor.standing = strengths.most() >= goneStrength || residue.lying()
    }
    if (cursor.nextUp === lastUp || upOn[cursor.nextUp] !== d) continue
    cursor.nextUp++
    if (comeUp(judging, m, at, d, cursor.standing ? strengths.escaped() : undefined)) markGap(judging, m, d)
  }
}

/** One place in every member: residues day by day, and what comes through them. */
export function judgePlace(
  field: SeasonField,
  p: number,
  work: Work,
): { run: PlaceRun; escapes: EscapedRun[] } {
  const { members, days } = field
  const judging = prepare(field, p, work)
  const { run, upTo, escaped, place } = judging
  for (let m = 0; m < members; m++) walk(judging, m)
  for (let d = 0; d < days; d++) {
    run.strength[d]! /= members
    run.strengthSd[d] = Math.sqrt(Math.max(0, run.strengthSd[d]! / members - run.strength[d]! ** 2))
  }
  const escapes = work.weedsToStop.flatMap((weed, k): EscapedRun[] => {
    const emerged = place.total[weed]!
    if (emerged < leastEmerged) return []
    const shares = escaped[k]!.map((came, m) => {
      const all = upTo[k]![m * days + days - 1]!
      return all > 0 ? Math.min(1, Math.max(0, came / all)) : 0
    })
    return [{ weed, place: p, emerged, escaped: shares }]
  })
  return { run, escapes }
}
