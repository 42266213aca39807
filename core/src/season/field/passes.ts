import { convert, daysBetween, type Day } from '../../quantity/index.ts'
import type { SoilOutlook } from '../../soil/index.ts'
import type { BarrierActive } from '../barrier/active.ts'
import { asLabelled, type LabelledLength } from '../barrier/labelLength.ts'
import type { FieldPass } from '../judge/judgeShapes.ts'
import {
  barrierOf,
  dosesOf,
  type PlanContext,
  type ProgrammePass,
  type SeasonWishes,
} from '../programme/programme.ts'
import { computeWatering, waterAfterDays } from '../programme/watering.ts'
import type { SeasonField } from './field.ts'

/** People go some days after the rule says so, and before it closes. Estimate. */
const lagDays = 3
/** Watering of a pass already made, where nothing is known of it: what labels ask for, in time. */
const usualWatering = { mm: 10, afterDays: 2 }

/** Days on which nobody has time, days from today. */
interface Busy {
  from: number
  to: number
}
const busyDays = ({ busy }: SeasonWishes, today: Day): Busy[] =>
  busy.map(({ from, to }) => ({ from: daysBetween(today, from), to: daysBetween(today, to) }))

/** The next day with time. */
function freeDay(day: number, busy: Busy[]): number {
  const taken = busy.find(({ from, to }) => day >= from && day <= to)
  return taken ? freeDay(taken.to + 1, busy) : day
}

/** The day a rule is followed in one member, days from today; nothing where it never comes. Free days only. */
function followedOn(opens: number, closes: number, busy: Busy[]): number | undefined {
  if (Number.isNaN(opens) || opens === Infinity) return undefined
  const start = Math.max(1, opens)
  const on = Number.isFinite(closes)
    ? Math.min(start + lagDays, Math.max(start, closes - 1))
    : start + lagDays
  return freeDay(Math.round(on), busy)
}

export type RuleDays = SoilOutlook['ruleDays']

/** The days of a pass, days from today, in each member; nothing where it is not made. */
export function daysOfPass(
  { when }: ProgrammePass,
  { today, wishes }: Pick<PlanContext, 'today' | 'wishes'>,
  members: number,
  ruleDays: RuleDays,
): (number | undefined)[] {
  if (when.kind === 'day') return Array.from({ length: members }, () => daysBetween(today, when.day))
  const { opens, closes } = ruleDays(when.school, when.pass)
  const busy = busyDays(wishes, today)
  return opens.map((open, m) => followedOn(open, closes[m]!, busy))
}

/** The middle of these days; nothing where most members do not make it. */
export function middleDay(days: (number | undefined)[]): number | undefined {
  const made = days.filter((d): d is number => d !== undefined).sort((a, b) => a - b)
  return made.length * 2 < days.length ? undefined : made[Math.floor(made.length / 2)]
}

/** Loss since a day on open ground of some zones, day by day, added up: the mean of members. */
function lostSince(zones: readonly string[], field: SeasonField, day: number): number[] {
  const own = field.places.filter((p) => zones.includes(p.zoneId))
  const place = own.find((p) => p.kind === 'middle') ?? own[0]
  const from = day - field.from
  const lost: number[] = []
  let sum = 0
  for (let d = Math.max(0, from); place && d < field.days; d++) {
    lost.push(sum)
    for (let m = 0; m < field.members; m++) sum += place.pace[m * field.days + d]! / field.members
  }
  return lost
}

/** The doses of a pass as its labels say that they last, with both lengths where they say it. */
export function labelledDoses(
  pass: ProgrammePass,
  context: PlanContext,
  field: SeasonField,
  days: (number | undefined)[],
): { active: BarrierActive; lbPerAcre: number; length?: LabelledLength }[] {
  const doses = dosesOf(pass, context)
  const middle = doses.some((d) => d.said) ? middleDay(days) : undefined
  if (middle === undefined) return doses
  const lost = lostSince(pass.zones, field, middle)
  return doses.map((dose) =>
    dose.said ? { ...dose, ...asLabelled(dose.active, dose.lbPerAcre, dose.said, lost) } : dose,
  )
}

/** A planned pass as the field meets it. */
export function fieldPassOf(
  pass: ProgrammePass,
  context: PlanContext,
  field: SeasonField,
  ruleDays: RuleDays,
): FieldPass {
  const watering = computeWatering(pass, context.today, context.labels)
  const days = daysOfPass(pass, context, field.members, ruleDays)
  return {
    days: days.map((day) => {
      const at = day === undefined ? -1 : day - field.from
      return at >= 0 && at < field.days ? at : -1
    }),
    doses: labelledDoses(pass, context, field, days).map(({ active, lbPerAcre }) => ({ active, lbPerAcre })),
    times: field.places.map(({ zoneId, kind }) =>
      pass.zones.includes(zoneId) ? (kind === 'edge' && pass.edges === 'twice' ? 2 : 1) : 0,
    ),
    ...(watering &&
      context.wishes.sprinkler && {
        watering: { mm: watering.leastMm, afterDays: waterAfterDays(watering) },
      }),
  }
}

/** Passes already made that the field still feels. */
export function madePasses({ zones, barriers }: PlanContext, field: SeasonField): FieldPass[] {
  return zones.flatMap((zone) =>
    zone.passes.flatMap(({ day, actives, lasts }): FieldPass[] => {
      const ago = daysBetween(field.today, day)
      const at = ago - field.from
      const lost = lasts && at >= 0 ? lostSince([zone.id], field, ago) : []
      const doses = actives.flatMap(({ name, rate }) => {
        const active = barrierOf(barriers, name)
        if (!active) return []
        const lbPerAcre = convert(rate.value, rate.unit, 'lb/acre')
        // As it was planned: by its label, where that says how long it lasts.
        return [{ active: lasts ? asLabelled(active, lbPerAcre, lasts, lost).active : active, lbPerAcre }]
      })
      if (at < 0 || at >= field.days || !doses.length) return []
      return [
        {
          days: new Int16Array(field.members).fill(at),
          doses,
          times: field.places.map((p) => (p.zoneId === zone.id ? 1 : 0)),
          watering: usualWatering,
        },
      ]
    }),
  )
}

/** Days on which coring breaks the barrier, for those who hold that it does. */
export const disturbsOf = (
  { wishes }: Pick<PlanContext, 'wishes'>,
  field: SeasonField,
): { day: number; leaves: number }[] =>
  wishes.aerating
    .map(({ day, leaves }) => ({ day: daysBetween(field.today, day) - field.from, leaves }))
    .filter((d) => d.day >= 0 && d.leaves < 1)
