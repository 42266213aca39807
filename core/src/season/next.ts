import type { Day, Params, ZoneId } from '../quantity/index.ts'
import { makesBarrier, type LabelRules } from '../shelf/index.ts'
import type { TimingSchoolId } from '../soil/index.ts'
import type { PassProduct, PlanLabel, Programme, ProgrammePass } from './programme/programme.ts'
import type { JudgedProgramme, PassDay, SchoolRow } from './season.ts'

/** The one next application of a yard, as every station tells it. */
export interface NextApplication extends PassProduct {
  /** Of a plan that was taken, or proposed where there is none. */
  kind: 'planned' | 'proposed'
  school?: TimingSchoolId
  label: string
  zoneIds: ZoneId[]
  zones: string[]
  /** Its day by the weather as it is known; nothing where its rule does not come to it. */
  day?: Day
  /** The day it was meant for when the plan was taken. */
  was?: Day
  /** By a rule of a school, so that the weather moves it. */
  byRule: boolean
  /** Share that the whole programme lets through, now and when it was taken. */
  escaped?: number
  escapedThen?: number
}

/** No application, and why: too late for what it would still stop, or every method breaks a limit. */
interface NoApplication {
  kind: 'none'
  why: 'tooLate' | 'limits'
  /** Share that the best of them would let through. */
  escaped?: number
}
export type NextAnswer = NextApplication | NoApplication

export interface NextFacts {
  /** The day one stands on, and the one on which this half's season began. */
  day: Day
  seasonFrom: Day
  /** The person's own way of timing. */
  school: TimingSchoolId
  zones: { id: ZoneId; name: string }[]
  labels: PlanLabel[]
  /** Passes of the plan that still wait, lawn by lawn: its open jobs. */
  open: { passId: string; zoneId: ZoneId }[]
  /** Lawns whose barrier another job will make: nothing is proposed for them. */
  promised: ZoneId[]
  /** What is down. */
  records: { day: Day; rules: LabelRules }[]
}
interface TakenPlan {
  school: TimingSchoolId | null
  programme: Programme
  days: PassDay[]
  escaped: number | null
}

function told(
  pass: ProgrammePass,
  { zones, labels }: NextFacts,
  kind: NextApplication['kind'],
): NextApplication {
  const mine = zones.filter((z) => pass.zones.includes(z.id))
  return {
    kind,
    labelId: pass.labelId,
    rate: pass.rate,
    label: labels.find((l) => l.id === pass.labelId)?.rules.name ?? '',
    zoneIds: mine.map((z) => z.id),
    zones: mine.map((z) => z.name),
    byRule: pass.when.kind === 'rule',
  }
}

const isBarrier = ({ rules }: { rules: LabelRules }) => makesBarrier(rules)
const escapedOf = (judged?: JudgedProgramme) => judged?.judgement.escaped?.value

/** The next pass of a plan in force: the first that still waits on any lawn, on those where it does. */
export function nextOfPlan(
  plan: TakenPlan,
  now: JudgedProgramme | undefined,
  facts: NextFacts,
): NextApplication | undefined {
  const waits = (pass: ProgrammePass) => facts.open.filter((o) => o.passId === pass.id).map((o) => o.zoneId)
  const next = plan.programme.passes.find((pass) => waits(pass).length)
  if (!next) return undefined
  const pass = { ...next, zones: waits(next) }
  const was = plan.days.find((d) => d.id === pass.id)?.day
  const meant = pass.when.kind === 'day' ? pass.when.day : now?.passes.find((p) => p.id === pass.id)?.day
  const day = meant ?? was
  const escaped = escapedOf(now)
  return {
    ...told(pass, facts, 'planned'),
    ...(plan.school && { school: plan.school }),
    ...(day && { day }),
    ...(was && { was }),
    ...(escaped !== undefined && { escaped }),
    ...(plan.escaped !== null && { escapedThen: plan.escaped }),
  }
}

/** A programme that lets so much through is not worth its product. Judgement of the trade, not a measure. */
const mostThrough = 0.6

/**
 * The programme that is recommended: that of the person's own school, where it keeps every limit and wish and stops most; else
 * the first of those compared, as they are ordered.
 */
export function recommendedOf(rows: SchoolRow[], own: TimingSchoolId): SchoolRow | undefined {
  const mine = rows.find((r) => r.school === own)
  const keeps = mine?.programme.passes.length && !mine.faults.length && !mine.breaks.length
  return keeps && (escapedOf(mine) ?? 1) < mostThrough ? mine : rows[0]
}

/** The first pass of the programme that is recommended. Nothing is said where this season has had its barrier, or the day is past. */
export function nextProposed(rows: SchoolRow[], facts: NextFacts): NextAnswer | undefined {
  const best = recommendedOf(rows, facts.school)
  if (!best) return undefined
  if (facts.records.some((r) => r.day >= facts.seasonFrom && r.day <= facts.day && isBarrier(r)))
    return undefined
  const escaped = escapedOf(best)
  const through = { ...(escaped !== undefined && { escaped }) }
  const pass = best.programme.passes[0]
  if (!pass || best.faults.length) return { kind: 'none', why: 'limits', ...through }
  if (escaped !== undefined && escaped >= mostThrough) return { kind: 'none', why: 'tooLate', ...through }
  const day = best.passes.find((p) => p.id === pass.id)?.day
  if (!day || day < facts.day) return undefined
  const zones = pass.zones.filter((id) => !facts.promised.includes(id))
  if (!zones.length) return undefined
  return { ...told({ ...pass, zones }, facts, 'proposed'), school: best.school, day, ...through }
}

/** What is proposed as a day of a calendar: its words under season.event.proposed. */
export function proposedEvents(next: NextAnswer | undefined) {
  if (next?.kind !== 'proposed' || !next.day) return []
  const { label, zones, rate, day, school = '' } = next
  const params: Params = { label, zones: zones.join(', '), rate, day, school }
  return [{ id: 'proposed', code: 'proposed', from: day, to: day, params }]
}
