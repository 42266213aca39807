import ical, { ICalCalendarMethod } from 'ical-generator'
import type { Sprinkler } from '@jardinero/contract/soil'
import type { Yard } from '@jardinero/contract/yard'
import {
  dayIn,
  addDays,
  type Day,
  type Params,
  type AccountId,
  type LabelId,
  type YardId,
} from '@jardinero/core/quantity'
import { almanac } from '@jardinero/almanac'
import type { YardAnswer } from '@jardinero/contract/answer'
import type { SeasonPlan } from '@jardinero/contract/season'
import type { RatingRow } from '@jardinero/contract/ledger'
import { dateJobs, jobEvents, stillToDo } from '@jardinero/core/job'
import { computeLedgerEvents } from '@jardinero/core/ledger'
import {
  computeEvents,
  proposedEvents,
  noWishes,
  type PassDay,
  type PlanContext,
} from '@jardinero/core/season'
import { entryKey } from '@jardinero/core/today'
import { createActiveFinder } from '@jardinero/core/shelf'
import { computeSprinkler } from '@jardinero/core/soil'
import type { DataSource } from 'typeorm'
import type { Reader, Words } from '@jardinero/words'
import { accountToday } from '../platform/today.ts'
import type { Clock } from '../platform/clock.ts'
import type { AccountScope } from '../platform/scope.ts'
import { findRecords } from '../ledger/index.ts'
import { gatherContext, plansInForce } from '../season/index.ts'
import { jobsOfYard } from '../job/index.ts'
import { readKept } from './readKept.ts'

export interface CalendarParts {
  database: DataSource
  clock: Clock
  wordsFor: (reader: Reader) => Words
}

/** A day of the calendar as the library takes it: it reads the local parts of a date. */
const dateOf = (day: string) => {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number]
  return new Date(year, month - 1, date)
}

/** The days of a plan as the weather has them now, where the kept answer says; else as they were when it was taken. */
function daysNow(
  { programme, days, half }: Pick<SeasonPlan, 'programme' | 'days' | 'half'>,
  kept: YardAnswer | undefined,
): PassDay[] {
  const now = kept?.season?.half === half ? kept.season.plan : undefined
  return now && JSON.stringify(now.programme) === JSON.stringify(programme) ? now.passes : days
}

/** What is proposed where no plan was taken, as every station tells it. */
async function proposedDay(scope: AccountScope, yard: Yard, today: Day) {
  const kept = await readKept(scope, yard.id)
  // A plan may have been taken since.
  if ((await plansInForce(scope, yard, today)).some((p) => p.half === kept?.season?.half)) return []
  return proposedEvents(kept?.next ?? undefined)
}

/** What the plans in force put on which days. */
async function plannedDays(scope: AccountScope, yard: Yard, context: PlanContext) {
  const yardId = yard.id
  const [sprinkler] = await scope.find<Sprinkler>('sprinkler', { yardId })
  const output = sprinkler && computeSprinkler(sprinkler)
  const kept = await readKept(scope, yardId)
  const jobs = await jobsOfYard(scope, yardId)
  return (await plansInForce(scope, yard, context.today)).flatMap(({ programme, days, ...plan }, at) =>
    // What is down, skipped or replaced is no day ahead.
    computeEvents(
      stillToDo(programme, jobs, plan.half),
      daysNow({ programme, days, half: plan.half }, kept),
      {
        ...context,
        // Seed and coring are the yard's, not a plan's: told once.
        wishes: at === 0 ? context.wishes : noWishes,
        ...(output?.ok && { outputMmPerHour: output.value.output.value }),
      },
    ).map((event) => ({ ...plan, event })),
  )
}

/** The days of the other jobs: of chains, finds and those made by hand. */
async function jobDays(scope: AccountScope, yardId: YardId, { zones, labels }: PlanContext) {
  const jobs = await jobsOfYard(scope, yardId)
  const plan = (await readKept(scope, yardId))?.season?.plan
  const ruleDay = (passId: string) => plan?.passes.find((p) => p.id === passId)?.day
  const labelOf = (id: LabelId) => labels.find((l) => l.id === id)?.rules.name
  return jobEvents(jobs, dateJobs(jobs, ruleDay), { zones, labelOf })
}

/** What is planned, proposed and meant otherwise, as every station tells it. */
async function meantDays(scope: AccountScope, yard: Yard, context: PlanContext) {
  const planned = (await plannedDays(scope, yard, context)).map((p) => p.event)
  return [
    ...planned,
    ...(await proposedDay(scope, yard, context.today)),
    ...(await jobDays(scope, yard.id, context)),
  ]
}

/** So many days ahead stand on paper. */
const mostOnPaper = 8
/** The days ahead of a yard in words, for paper. */
export async function daysOnPaper(
  scope: AccountScope,
  yard: Yard,
  words: Words,
  clock: Clock,
): Promise<string[]> {
  const today = await accountToday(scope, yard.timeZone, clock)
  const context = await gatherContext(scope, yard, today)
  return (await meantDays(scope, yard, context))
    .filter((event) => event.to >= today)
    .toSorted((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0))
    .slice(0, mostOnPaper)
    .map((event) => `${words.day(event.from, 'long')}: ${words.say(entryKey(event.code), event.params)}`)
}

/** What stands ahead of a yard in the order of its days, each with what it asks for in words. */
export async function daysAhead(scope: AccountScope, yard: Yard, words: Words, clock: Clock) {
  const context = await gatherContext(scope, yard, await accountToday(scope, yard.timeZone, clock))
  const days = [
    ...(await meantDays(scope, yard, context)),
    ...(await followingDays(scope, yard, context.today)),
  ]
  return days
    .filter((event) => event.to >= context.today)
    .toSorted((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0))
    .map(({ code, from, to, params: { at, ...rest } }) => {
      const params = at ? { ...rest, at: words.time(String(at), yard.timeZone, 'long') } : rest
      const says = `${entryKey(code)}.says`
      return {
        from,
        to,
        what: words.say(entryKey(code), params),
        says: words.has(says) ? words.say(says, params) : '',
      }
    })
}

/** What a day of a yard holds, and what the next one begins with: told in the morning. */
export async function eventsOfDay(scope: AccountScope, yard: Yard, today: Day, clock: Clock) {
  const context = await gatherContext(scope, yard, await accountToday(scope, yard.timeZone, clock))
  const { held } = yard.outingWishes ?? {}
  const window =
    held && dayIn(held.from, yard.timeZone) === today
      ? [{ code: 'window', from: today, to: today, params: { label: held.label } as Params }]
      : []
  return [
    ...(await meantDays(scope, yard, context)),
    ...(await followingDays(scope, yard, today)),
    ...window,
  ].filter((event) => event.from >= today && event.from <= addDays(today, 1))
}

/** What still follows the passes that are down. */
async function followingDays(scope: AccountScope, yard: Yard, today: Day) {
  const records = (await findRecords(scope, { yardId: yard.id })).slice(-60)
  const rated = new Set(
    (await scope.find<RatingRow & { accountId: AccountId }>('rating')).map((r) => r.recordId),
  )
  return computeLedgerEvents(
    records.map((r) => ({
      ...r,
      day: dayIn(r.appliedAt, yard.timeZone),
      rated: rated.has(r.id),
      ...(r.keepOffUntil && { reentry: { at: r.keepOffUntil, day: dayIn(r.keepOffUntil, yard.timeZone) } }),
    })),
    createActiveFinder(almanac.actives),
  ).filter((event) => event.to >= today)
}

/** The plan of a yard, and what follows its passes, as an iCalendar file (RFC 5545): whole days, each with what to do in its note. */
export async function planCalendar(
  scope: AccountScope,
  yardId: YardId,
  words: Words,
  clock: Clock,
): Promise<string> {
  const yard = await scope.get<Yard>('yard', yardId)
  const context = await gatherContext(scope, yard, await accountToday(scope, yard.timeZone, clock))
  const calendar = ical({
    name: words.say('season.calendarName', { yard: yard.name }),
    prodId: {
      company: 'Jardinero',
      product: 'Season',
      language: words.reader.locale.slice(0, 2).toUpperCase(),
    },
    method: ICalCalendarMethod.PUBLISH,
    timezone: null,
  })
  const note = (code: string, params: Params) =>
    [
      words.say(`${entryKey(code)}.says`, params),
      words.say('caution.labelIsLaw'),
      words.say('caution.localRules'),
    ].join('\n')
  for (const { id, half, takenAt, edition, event } of await plannedDays(scope, yard, context))
    calendar.createEvent({
      id: `${half}.${event.id}.${yardId}@jardinero.invalid`,
      stamp: takenAt,
      start: dateOf(event.from),
      end: dateOf(addDays(event.to, 1)),
      allDay: true,
      summary: words.say(`season.event.${event.code}`, event.params),
      description: note(event.code, event.params),
      sequence: edition,
      x: [{ key: 'X-JARDINERO-PLAN', value: id }],
    })
  const own = [
    ...(await proposedDay(scope, yard, context.today)),
    ...(await jobDays(scope, yardId, context)),
    ...(await followingDays(scope, yard, context.today)),
  ]
  for (const event of own) {
    const { at } = event.params
    const params = at ? { ...event.params, at: words.time(String(at), yard.timeZone, 'long') } : event.params
    calendar.createEvent({
      id: `${event.id === 'proposed' ? `proposed.${yardId}` : event.id}@jardinero.invalid`,
      stamp: clock(),
      start: dateOf(event.from),
      end: dateOf(addDays(event.to, 1)),
      allDay: true,
      summary: words.say(entryKey(event.code), params),
      description: note(event.code, params),
    })
  }
  const { held } = yard.outingWishes ?? {}
  if (held)
    calendar.createEvent({
      id: `window.${yardId}@jardinero.invalid`,
      stamp: clock(),
      start: new Date(held.from),
      end: new Date(held.to),
      summary: words.say('season.event.window', { label: held.label }),
      description: note('window', { label: held.label }),
    })
  return calendar.toString()
}
