import { createStrengths, strengthFor, type Strengths, type Target } from '../barrier/escape.ts'
import type { BarrierActive } from '../barrier/active.ts'
import { createResidue, keptShares, type Residue } from '../barrier/residue.ts'
import type { FieldPlace, SeasonField } from '../field/field.ts'
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
  /** Emergence up to the day before, by weed. */
  before: Float64Array
  /** What came through on each day, by weed, where a pass may still kill it; empty where none does. */
  daily: Float64Array[]
  run: PlaceRun
}

const keyOf = ({ target, factor }: Target) => `${target} ${factor}`

const sparse = new WeakMap<FieldPlace, Map<string, { upOn: Uint16Array; upAt: Int32Array }>>()
/** Days on which something comes up, as they lie in the field: the same for every programme, so found once. */
function daysComingUp(place: FieldPlace, weeds: number[], members: number, days: number) {
  const kept = sparse.get(place) ?? new Map<string, { upOn: Uint16Array; upAt: Int32Array }>()
  sparse.set(place, kept)
  const key = weeds.join(' ')
  const known = kept.get(key)
  if (known) return known
  const upOn: number[] = []
  const upAt = new Int32Array(members + 1)
  const upTo = weeds.map((w) => place.upTo[w]!)
  for (let m = 0; m < members; m++) {
    for (let d = 0; d < days; d++) {
      const at = m * days + d
      if (upTo.some((own) => own[at]! > (d ? own[at - 1]! : 0))) upOn.push(d)
    }
    upAt[m + 1] = upOn.length
  }
  const made = { upOn: Uint16Array.from(upOn), upAt }
  kept.set(key, made)
  return made
}

const keptByPlace = new WeakMap<FieldPlace, Map<number, Float64Array>>()
/** What is left of an active after each day of each member here: found once too. */
function keptOf(place: FieldPlace, active: BarrierActive): Float64Array {
  const known = keptByPlace.get(place) ?? new Map<number, Float64Array>()
  keptByPlace.set(place, known)
  const shares = known.get(active.halfLifeDays) ?? keptShares(active, place.pace)
  known.set(active.halfLifeDays, shares)
  return shares
}

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
  return {
    field,
    place,
    disturbs: work.disturbs,
    covers,
    residue: createResidue(
      work.actives,
      work.actives.map((active) => keptOf(place, active)),
    ),
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

/** One member: before the first pass all that comes up escapes; then the barrier day by day. */
function walk(judging: Judging, m: number): void {
  const { field, place, residue, strengths, seedAt, run, covers } = judging
  const { days, rainMm } = field
  const { upOn, upAt } = judging
  const at = m * days
  const lastUp = upAt[m + 1]!
  let nextUp = upAt[m]!
  const events = eventsOf(judging, m)
  residue.clear()
  judging.before.fill(0)
  for (const own of judging.daily) own.fill(0)
  let next = 0
  let standing = false
  for (let d = 0; d < days; d++) {
    if (!standing) {
      // Nothing is there to be followed: on to the next day on which something happens.
      const eventOn = next < events.length ? events[next]!.day : days
      d = Math.max(d, Math.min(eventOn, nextUp < lastUp ? upOn[nextUp]! : days))
      if (d >= days) break
    }
    let waterMm = rainMm[at + d]!
    for (; next < events.length && events[next]!.day === d; next++) {
      const { kind, of } = events[next]!
      if (kind === 'core') residue.disturb(judging.disturbs[of]!.leaves)
      else if (kind === 'water') waterMm += stillToGive(covers[of]!, rainMm, at, covers[of]!.pass.days[m]!, d)
      else {
        const { pass, slots, times } = covers[of]!
        for (const [i, dose] of pass.doses.entries())
          residue.apply(slots[i]!, dose.lbPerAcre * times, place.thatchCm)
        if (judging.daily.length) killSeedlings(judging, covers[of]!, m, d)
        standing = true
      }
    }
    if (standing) {
      residue.passDay(at + d, waterMm, place.full[at + d] === 1)
      strengths.update(residue.inSoil)
      const strength = strengths.of(0)
      run.strength[d]! += strength
      run.strengthSd[d]! += strength * strength
      if (strength >= 1) run.holdsUntil[m] = d
      if (strengths.of(seedAt) >= seedStrength) run.seedFrom[m] = d + 1
      standing = strengths.most() >= goneStrength || residue.lying()
    }
    if (nextUp === lastUp || upOn[nextUp] !== d) continue
    nextUp++
    if (comeUp(judging, m, at, d, standing ? strengths.escaped() : undefined)) markGap(judging, m, d)
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
