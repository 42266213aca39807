import {
  addDays,
  daysBetween,
  figure,
  operand,
  yearOf,
  type Caution,
  type Day,
  type Figure,
  type Refusal,
} from '../quantity/index.ts'
import { computeActiveRates, computeYearUse } from '../shelf/index.ts'
import { timingSchoolIds, type PassWindow, type TimingSchoolId, type Trend } from '../soil/index.ts'
import { thinField, type SeasonField } from './field/field.ts'
import type { LabelledLength } from './barrier/labelLength.ts'
import {
  daysOfPass,
  disturbsOf,
  fieldPassOf,
  labelledDoses,
  madePasses,
  middleDay,
  type RuleDays,
} from './field/passes.ts'
import { groundAgainst } from './judge/ground.ts'
import { judgeBarrier } from './judge/judgeBarrier.ts'
import type { Judgement } from './judge/judgement.ts'
import { seedMarginDays } from './judge/seedMargin.ts'
import { computeReason, type Reason } from './judge/reason.ts'
import { checkProgramme } from './programme/check.ts'
import { computeCost } from './programme/cost.ts'
import { useFor } from './programme/labelRange.ts'
import { computeWatering } from './programme/watering.ts'
import { productsOf, type PlanContext, type Programme, type ProgrammePass } from './programme/programme.ts'
import { computeGroupUse, type GroupUse } from './programme/resistance.ts'
import { programmeOfSchool, type SchoolChoice } from './schools/schoolProgramme.ts'
import { orderJudged } from './schools/order.ts'

/** A lawn's season ready to be planned. */
export interface Season {
  field: SeasonField
  context: PlanContext
  ruleDays: RuleDays
  /** The half of the year whose weeds are to be stopped. */
  half: Trend
  /** Weeds to stop, of those with a target; all of the half where nothing is said. */
  weeds?: string[]
}

/** When a pass is meant, and from when to when its rule would have it. */
export interface PassDay {
  id: string
  day?: Day
  p10?: Day
  p90?: Day
  /** Share of members in which rain alone waters it in, in time; nothing where it asks for no water. */
  rainAlone?: number
  /** How long it lasts by its label's own table, where that says it, and by the model. */
  length?: LabelledLength
}

/** A programme with all there is to say of it. */
export interface JudgedProgramme {
  programme: Programme
  passes: PassDay[]
  judgement: Judgement
  /** What of it breaks a limit: it cannot be taken so. */
  faults: Refusal[]
  cautions: Caution[]
  /** What it does not keep of the owner's wishes, and of the ground it would go down on: others that do come before it. */
  breaks: Caution[]
  reason: Reason
  cost: { cents: number; known: boolean }
  groups: GroupUse[]
  /** Share of the year's maximum, the zone where it is largest; nothing where no label states one. */
  annual?: Figure<'ratio'>
}

export interface SchoolRow extends JudgedProgramme {
  school: TimingSchoolId
}

/** Indices of the weeds to stop: those a barrier meets, of the half of the year that is planned. */
export function weedsToStop({ field, half, weeds }: Pick<Season, 'field' | 'half' | 'weeds'>): number[] {
  return field.weeds.flatMap((weed, i) =>
    weed.target &&
    (weeds ? weeds.includes(weed.code) : weed.emergence.trend === half || weed.emergence.trend === 'both')
      ? [i]
      : [],
  )
}

/** Share of members in which rain brings what a pass asks for within its days. */
function rainAloneOf(
  pass: ProgrammePass,
  days: (number | undefined)[],
  { context, field }: Season,
): number | undefined {
  const watering = computeWatering(pass, context.today, context.labels)
  if (!watering) return undefined
  const done = days.filter((day, m) => {
    const first = day === undefined ? -1 : day - field.from
    if (first < 0) return false
    let mm = 0
    const last = Math.min(field.days - 1, first + watering.withinDays)
    for (let d = first; d <= last; d++) mm += field.rainMm[m * field.days + d]!
    return mm >= watering.leastMm
  })
  return done.length / Math.max(1, days.length)
}

const passDaysOf = (pass: ProgrammePass, season: Season): PassDay => {
  const { context, field, ruleDays } = season
  const days = daysOfPass(pass, context, field.members, ruleDays)
  const made = days.filter((d): d is number => d !== undefined).sort((a, b) => a - b)
  const at = (share: number) => addDays(context.today, made[Math.round(share * (made.length - 1))]!)
  const middle = middleDay(days)
  if (middle === undefined) return { id: pass.id }
  const rainAlone = rainAloneOf(pass, days, season)
  const length = labelledDoses(pass, context, field, days).find((d) => d.length)?.length
  return {
    id: pass.id,
    day: addDays(context.today, middle),
    p10: at(0.1),
    p90: at(0.9),
    ...(rainAlone !== undefined && { rainAlone }),
    ...(length && { length }),
  }
}

/** Largest share of a label's year that a programme uses on a zone, with what is already down. */
function computeAnnualShare(
  programme: Programme,
  days: PassDay[],
  { zones, labels }: PlanContext,
): Figure<'ratio'> | undefined {
  const shares = zones.flatMap((zone) => {
    const planned = programme.passes.flatMap((pass, i) => {
      const { day } = days[i]!
      return day && pass.zones.includes(zone.id)
        ? productsOf(pass, labels).map(({ product, label }) => ({
            label,
            day,
            rate: product.rate,
            actives: computeActiveRates(label.rules, product.rate),
          }))
        : []
    })
    // Each label once in each calendar year it goes down in.
    const turns = new Map(planned.map((p) => [`${p.label.id} ${yearOf(p.day)}`, p]))
    return [...turns.values()].flatMap(({ label, day, rate }) => {
      const use = useFor(label, zone, rate)
      const year = use && computeYearUse(label.rules, use, [...zone.passes, ...planned], day)
      return year?.maximum
        ? [
            figure('ratio', [
              ...year.used.working,
              ...year.maximum.working,
              {
                code: 'yearShare',
                subject: zone.name,
                formula: '{used} ÷ {maximum}',
                operands: {
                  used: operand(year.used.value, year.used.unit),
                  maximum: operand(year.maximum.value, year.maximum.unit),
                },
                result: operand(year.used.value / year.maximum.value, 'ratio'),
                source: 'label',
              },
            ]),
          ]
        : []
    })
  })
  return shares.toSorted((a, b) => b.value - a.value)[0]
}

/** What speaks against the day of a pass, by the ensemble. */
function cautionsOf(programme: Programme, days: PassDay[], { field, context }: Season): Caution[] {
  return programme.passes.flatMap((pass, i) => {
    const { day } = days[i]!
    const at = day === undefined ? -1 : daysBetween(field.today, day) - field.from
    if (at < 0) return []
    const cautions = groundAgainst(field, pass.zones, day!, at)
    for (const { day: cored, leaves } of context.wishes.aerating)
      if (leaves < 1 && cored >= day! && daysBetween(day!, cored) < 120)
        cautions.push({
          code: 'coredAfterPass',
          params: { cored, day: day!, left: { value: leaves, unit: 'ratio' } },
        })
    return cautions
  })
}

/** Seeds come up only from a day by the model: said where it is later than what is wanted. */
function seedingCautions({ places }: Judgement, { context }: Season, marginDays = 0): Caution[] {
  return context.wishes.seeding.flatMap((seeding) => {
    const own = places.filter((p) =>
      context.places.some((c) => c.id === p.placeId && c.zoneId === seeding.zoneId),
    )
    const latest = own
      .flatMap((p) => p.seedFrom?.p90 ?? [])
      .sort()
      .at(-1)
    return latest && addDays(latest, marginDays) > seeding.day
      ? [{ code: 'seedingNotSafe', params: { seeding: seeding.day, from: latest } }]
      : []
  })
}

const isBreach = ({ code }: Caution): boolean =>
  ['seedingNotSafe', 'coredAfterPass', 'groundFrozen', 'groundFull', 'washingRain'].includes(code)

/** What comes through a programme, and how long it holds, on every member. */
function judgementOf(season: Season, programme: Programme, weeds = weedsToStop(season)): Judgement {
  const { field, context, ruleDays } = season
  const planned = programme.passes.map((pass) => fieldPassOf(pass, context, field, ruleDays))
  const actives = planned.flatMap((p) => p.doses.map((d) => d.active))
  const disturbs = disturbsOf(context, field)
  return judgeBarrier(field, [...madePasses(context, field), ...planned], { disturbs }, { weeds, actives })
}

/** Holds one programme against its limits, and judges it on every member. */
export function judgeProgramme(season: Season, programme: Programme, notes: Caution[] = []): JudgedProgramme {
  const { field, context } = season
  const passes = programme.passes.map((pass) => passDaysOf(pass, season))
  const judgement = judgementOf(season, programme)
  const dayById = new Map(passes.map((p) => [p.id, p.day]))
  const annual = computeAnnualShare(programme, passes, context)
  const inField = passes.flatMap((p) => (p.day ? [daysBetween(field.today, p.day) - field.from] : []))
  const cautions = [...cautionsOf(programme, passes, season), ...seedingCautions(judgement, season)]
  return {
    programme,
    passes,
    judgement,
    faults: checkProgramme(programme, context, (pass) => dayById.get(pass.id)),
    cautions: [...notes, ...cautions],
    breaks: cautions.filter(isBreach),
    reason: computeReason(judgement, inField),
    cost: computeCost(programme, context),
    groups: computeGroupUse(programme, context, context.today),
    ...(annual && { annual }),
  }
}

/** A season with every so manieth member only, its rules with them. */
export function thinSeason(season: Season, stride: number): Season {
  const every = (days: number[]) => days.filter((_, m) => m % stride === 0)
  return {
    ...season,
    field: thinField(season.field, stride, season.field.days),
    ruleDays: (school, pass) => {
      const { opens, closes } = season.ruleDays(school, pass)
      return { opens: every(opens), closes: every(closes) }
    },
  }
}

/** Less than the usual rate, as shares of it, that is tried for seed; nothing at all is always gone in time. */
const lessThanUsual = [0.85, 0.7, 0.5, 0]
/** The largest that is gone in time: the whole, or looked for by halves, since more is never gone sooner. */
function largestInTime(inTime: (share: number) => boolean): number | undefined {
  if (inTime(1)) return 1
  let [from, to] = [0, lessThanUsual.length]
  while (from < to) {
    const middle = (from + to) >> 1
    if (inTime(lessThanUsual[middle]!)) to = middle
    else from = middle + 1
  }
  return lessThanUsual[from]
}
/** So many members are enough to choose among them. */
const probed = 40

const dayOfRule =
  ({ context, ruleDays, field }: Season) =>
  (school: TimingSchoolId, pass: PassWindow['pass']): Day | undefined => {
    const rule = { when: { kind: 'rule', school, pass } } as ProgrammePass
    const middle = middleDay(daysOfPass(rule, context, field.members, ruleDays))
    return middle === undefined ? undefined : addDays(context.today, middle)
  }

/**
 * One school on this lawn; with seed to be sown, at the largest rate that is gone in time, as usual where none is.
 * @param probe gives the same season with few members, on which a rate for seed is chosen
 */
export function judgeSchool(season: Season, choice: SchoolChoice, probe = () => season): SchoolRow {
  const make = (rateShare: number) =>
    programmeOfSchool(rateShare < 1 ? { ...choice, rateShare } : choice, season.context, dayOfRule(season))
  const inTime = (share: number): boolean => {
    const { programme } = make(share)
    if (!programme.passes.length) return true
    // Seed is asked about alone, not what comes through.
    const few = probe()
    const margin = seedMarginDays(few.field.members)
    return !seedingCautions(judgementOf(few, programme, []), few, margin).length
  }
  const sown = season.context.wishes.seeding.length > 0
  const share = sown ? (largestInTime(inTime) ?? 1) : 1
  const { programme, notes } = make(share)
  return { school: choice.school, ...judgeProgramme(season, programme, notes) }
}

/** A season at the places that are to be sown: a rate for seed is chosen there. */
const toBeSown = (season: Season): Season => {
  const sown = new Set(season.context.wishes.seeding.map((s) => s.zoneId))
  const places = season.field.places.filter((p) => sown.has(p.zoneId))
  return { ...season, field: { ...season.field, places } }
}

/** Every school on this lawn and its weather, best first. */
export function compareSchools(season: Season, choice: Omit<SchoolChoice, 'school'>): SchoolRow[] {
  const stride = Math.max(1, Math.floor(season.field.members / probed))
  let few: Season | undefined
  const probe = () => (few ??= toBeSown(thinSeason(season, stride)))
  return orderJudged(timingSchoolIds.map((school) => judgeSchool(season, { ...choice, school }, probe)))
}
