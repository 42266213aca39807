import { addDays, daysBetween, type Caution, type Day, type LabelId } from '../../quantity/index.ts'
import { timingSchools, type PassRule, type TimingSchool, type TimingSchoolId } from '../../soil/index.ts'
import { lastDayFor, rangeOfLabel, useFor, writtenRate } from '../programme/labelRange.ts'
import {
  barrierOf,
  type PassProduct,
  type PlanContext,
  type PlanLabel,
  type Programme,
  type ProgrammePass,
} from '../programme/programme.ts'

export interface SchoolChoice {
  school: TimingSchoolId
  /** The label its passes are made with. */
  labelId: LabelId
  edges: ProgrammePass['edges']
  /** Share of the usual rate, to be gone in time for seed; 1 as usual. */
  rateShare?: number
  /** Whether a partner of another group goes with the last pass, where the shelf has one. */
  partner: boolean
}

export interface SchoolProgramme {
  programme: Programme
  /** What was done to it, and why. */
  notes: Caution[]
}

/** The label of the shelf that is of another group and meets sedges, or else grasses too. */
function partnerOf(label: PlanLabel, { labels, zones, barriers }: PlanContext): PlanLabel | undefined {
  const groups = new Set(label.rules.actives.map((a) => barrierOf(barriers, a.name)?.group))
  const candidates = labels.filter((other) => {
    const own = other.rules.actives.flatMap((a) => barrierOf(barriers, a.name) ?? [])
    return (
      own.length > 0 && own.every((a) => !groups.has(a.group)) && rangeOfLabel(other, zones) !== undefined
    )
  })
  const meetsSedge = (l: PlanLabel) =>
    l.rules.actives.some((a) => barrierOf(barriers, a.name)?.controls.sedge !== undefined)
  return candidates.find(meetsSedge) ?? candidates[0]
}

/** The partner of a pass at its least rate, where it may go on all its zones. */
function partnerFor(pass: ProgrammePass, context: PlanContext): PassProduct | undefined {
  const label = context.labels.find((l) => l.id === pass.labelId)
  const partner = label && partnerOf(label, context)
  const range = partner && rangeOfLabel(partner, context.zones)
  return partner && range && pass.zones.every((id) => range.zones.some((z) => z.id === id))
    ? { labelId: partner.id, rate: { value: range.min, unit: range.unit } }
    : undefined
}

/** The label of the shelf that also kills grass seedlings already up. */
const killerOf = ({ labels, zones, barriers }: PlanContext): PlanLabel | undefined =>
  labels.find(
    (l) =>
      rangeOfLabel(l, zones) !== undefined &&
      l.rules.actives.some((a) => barrierOf(barriers, a.name)?.kills?.targets.includes('summerGrass')),
  )

/** A pass is moved for seed by so many days at most; farther, it is another pass, and left out. A choice. */
const farthestMove = 42

interface Making {
  rule: PassRule
  choice: SchoolChoice
  context: PlanContext
  dayOfRule: (school: TimingSchoolId, pass: PassRule['id']) => Day | undefined
  notes: Caution[]
  /** The share of the year that passes left out would have had goes to those that stay. */
  raised: number
}

function makePass(
  { rule, choice, context, dayOfRule, notes, raised }: Making,
  label: PlanLabel,
): ProgrammePass[] {
  const range = rangeOfLabel(label, context.zones)
  if (!range) return []
  const share = rule.share * raised * (choice.rateShare ?? 1)
  const value = writtenRate(range.max * share, range)
  const made: ProgrammePass = {
    id: `${choice.school}.${rule.id}`,
    season: rule.season,
    when: { kind: 'rule', school: choice.school, pass: rule.id },
    labelId: label.id,
    rate: { value, unit: range.unit },
    zones: range.zones.map((z) => z.id),
    edges: choice.edges === 'twice' && value * 2 <= range.max ? 'twice' : 'once',
  }
  const day = dayOfRule(choice.school, rule.id)
  const last = day && lastDayFor(label, range.zones, day, context)
  if (!day || !last || day <= last) return [made]
  if (last <= context.today || daysBetween(last, day) > farthestMove) {
    notes.push({ code: 'droppedForSeeding', params: { day, last, label: label.rules.name } })
    return []
  }
  notes.push({ code: 'movedForSeeding', params: { day, last, label: label.rules.name } })
  return [{ ...made, when: { kind: 'day', day: last } }]
}

/** Moves a pass that comes sooner after another of its label than the label allows; leaves it out where that is too late for seed. */
function keepIntervals(passes: ProgrammePass[], making: Omit<Making, 'rule' | 'raised'>): ProgrammePass[] {
  const { context, dayOfRule, notes } = making
  const dayOf = ({ when }: ProgrammePass) =>
    when.kind === 'day' ? when.day : dayOfRule(when.school, when.pass)
  return passes.reduce<ProgrammePass[]>((kept, pass) => {
    const [before, label] = [kept.at(-1), context.labels.find((l) => l.id === pass.labelId)]
    const [last, day] = [before && dayOf(before), dayOf(pass)]
    if (!before || !label || before.labelId !== pass.labelId || !last || !day) return [...kept, pass]
    const interval = Math.max(
      0,
      ...context.zones.map((z) => useFor(label, z, pass.rate)?.minimumIntervalDays ?? 0),
    )
    if (daysBetween(last, day) >= interval) return [...kept, pass]
    const later = addDays(last, interval)
    const zones = context.zones.filter((z) => pass.zones.includes(z.id))
    const limit = lastDayFor(label, zones, last, context)
    const name = label.rules.name
    if (limit && later > limit) {
      notes.push({ code: 'droppedForSeeding', params: { day: later, last: limit, label: name } })
      return kept
    }
    notes.push({ code: 'movedForInterval', params: { label: name, interval, day: later } })
    return [...kept, { ...pass, when: { kind: 'day', day: later } }]
  }, [])
}

/** What a school would do on this lawn with a label: its passes by its own rules, fitted to what is to be sown. */
export function programmeOfSchool(
  choice: SchoolChoice,
  context: PlanContext,
  dayOfRule: Making['dayOfRule'],
): SchoolProgramme {
  const notes: Caution[] = []
  const label = context.labels.find((l) => l.id === choice.labelId)
  const school: TimingSchool = timingSchools[choice.school]
  const rules = school.passes.filter((p) => p.share > 0)
  if (!label || !rules.length) return { programme: { passes: [], fertiliser: [] }, notes }
  const labelOf = (rule: PassRule): PlanLabel =>
    (choice.school === 'coldSoil' && rule.id === 'second' ? killerOf(context) : undefined) ?? label
  const make = (raised: number): ProgrammePass[] => {
    notes.length = 0
    const making = { choice, context, dayOfRule, notes }
    const passes = rules.flatMap((rule) => makePass({ ...making, rule, raised }, labelOf(rule)))
    return keepIntervals(passes, making)
  }
  const first = make(1)
  const stays = rules.filter((r) => first.some((p) => p.id === `${choice.school}.${r.id}`))
  const share = stays.reduce((sum, r) => sum + r.share, 0)
  const whole = rules.reduce((sum, r) => sum + r.share, 0)
  const passes = stays.length && stays.length < rules.length ? make(whole / share) : first
  if (!rangeOfLabel(label, context.zones))
    notes.push({ code: 'labelNotForLawn', params: { label: label.rules.name } })
  const last = passes.at(-1)
  const partner = choice.partner && last ? partnerFor(last, context) : undefined
  if (last && partner) last.partner = partner
  if (choice.rateShare !== undefined && choice.rateShare < 1 && passes.length)
    notes.push({ code: 'shortenedForSeeding', params: { share: choice.rateShare } })
  return { programme: { passes, fertiliser: [] }, notes }
}
