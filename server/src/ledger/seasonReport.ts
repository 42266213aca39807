import type { ApplicationRecord, SeasonRequest } from '@jardinero/contract/ledger'
import type { Yard } from '@jardinero/contract/yard'
import type { Words } from '@jardinero/words'
import { dayIn } from '@jardinero/core/quantity'
import type { Clock } from '../platform/clock.ts'
import { layOutPdf } from '../platform/layOutPdf.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { findRecords } from './records.ts'
import { seasonReport } from './sheets.ts'

/** Twenty thousand lines are over a thousand pages. */
const mostAsTask = 20_000

/** Records are found with days to spare, for time zones and amended days: a report holds those of its own days, on the yard's clock. */
export const within =
  ({ from = '', to = '9999-12-31' }: { from?: string; to?: string }, yards: Map<string, Yard>) =>
  (record: ApplicationRecord): boolean => {
    const on = dayIn(record.appliedAt, yards.get(record.yardId)?.timeZone ?? 'UTC')
    return on >= from && on <= to
  }

/** What a season's report is made of. @throws ProblemError notFound, refused where it is longer than so many records */
export async function readSeason(scope: AccountScope, { yardId, from, to }: SeasonRequest, most: number) {
  const yard = await scope.get<Yard>('yard', yardId)
  // From the first of January on: what of a year's maximum is used counts the passes before the season, too.
  const records = await findRecords(scope, {
    yardIds: [yardId],
    from: `${from.slice(0, 4)}-01-01`,
    to,
    limit: most + 1,
  })
  if (records.length > most)
    throw new ProblemError('refused', [{ code: 'reportTooLong', field: 'from', params: { most } }])
  return { records, season: { yard, from, to, shown: within({ from, to }, new Map([[yardId, yard]])) } }
}

/** The days ahead of a yard in words: they come from a room that stands on this one, so that it is handed in. */
export type DaysAhead = (scope: AccountScope, yard: Yard, words: Words, clock: Clock) => Promise<string[]>

/** A season's report as a task makes it: the whole document, in memory once. @throws ProblemError */
export async function makeSeasonReport(
  scope: AccountScope,
  request: SeasonRequest,
  {
    words,
    clock,
    daysAhead,
    progress,
  }: {
    words: Words
    clock: Clock
    daysAhead: DaysAhead
    progress: (done: number, total: number) => Promise<void>
  },
) {
  const { records, season } = await readSeason(scope, request, mostAsTask)
  await progress(0, records.length)
  const pieces: Buffer[] = []
  for await (const piece of await layOutPdf(
    await seasonReport(
      records,
      { ...season, ahead: await daysAhead(scope, season.yard, words, clock) },
      words,
    ),
  ))
    pieces.push(piece as Buffer)
  await progress(records.length, records.length)
  return { product: Buffer.concat(pieces), name: 'season-report.pdf', type: 'application/pdf' }
}
