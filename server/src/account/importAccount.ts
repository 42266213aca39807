import type { AccountFile, FiledRecord } from '@jardinero/contract/account'
import type { ImportResult } from '@jardinero/contract/task'
import type { FiledJob } from '@jardinero/contract/job'
import type { Client } from '@jardinero/contract/lawns'
import type { Mix, Spread, Tank } from '@jardinero/contract/bench'
import type { Outing } from '@jardinero/contract/outing'
import { In } from 'typeorm'
import type { Refusal, AccountId } from '@jardinero/core/quantity'
import type { Programme, SeasonWishes } from '@jardinero/core/season'
import type { Words } from '@jardinero/words'
import { allCollections } from '../collections.ts'
import type { Clock } from '../platform/clock.ts'
import { fixedId } from '../platform/fixedId.ts'
import { redevelopPhoto } from '../platform/photos.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { readSent } from '../shelf/index.ts'
import { checkFiledMix, checkFiledRecord, checkFiledTank } from './filedRecords.ts'
import { checkFiledJob, foldChecked, stepsHere, withJobs } from './filedJobs.ts'
import { programmeHere, wishesHere } from './filedPlans.ts'
import { outingHere, spreadHere, tankHere } from './filedTanks.ts'
import { checkReferences, fileParts, type FilePart } from './fileReferences.ts'
import { FaultList, filedRows, type Filed, type Part } from './fileRows.ts'
import { findUnreadable } from './proveReadable.ts'

type Translate = (id: unknown) => unknown
type Progress = (done: number, total: number) => Promise<void>

/** An id of this account for a row of the file: the same file always gives the same id, so taking it in twice adds nothing. */
const idFor = (accountId: AccountId, filed: string): string => fixedId(`${accountId}/${filed}`)

/** Rows that are not edited in place have their checks here; all others those of their collection. */
const filedChecks: Partial<Record<Part, (row: Filed) => Refusal[]>> = {
  records: (row) => checkFiledRecord(row as Filed & FiledRecord),
  mixes: (row) => checkFiledMix(row as Filed & Mix),
  tanks: (row) => checkFiledTank(row as Filed & Tank),
  jobs: (row) => checkFiledJob(row as Filed & FiledJob),
}

/** Ids the account already has, of those in the file: those rows are here and stay as they are. */
async function idsHere(scope: AccountScope, entity: string, ids: string[]): Promise<Set<string>> {
  if (!ids.length) return new Set()
  const rows = await scope
    .query(entity, 'r')
    .select('r.id', 'id')
    .andWhere('r.id = ANY(:ids)', { ids })
    .getRawMany<{ id: string }>()
  return new Set(rows.map((r) => r.id))
}

/** A row with the ids that it and what it points at have here. */
function rowHere(part: Part, refs: FilePart['refs'], row: Filed, translate: Translate) {
  const { amendments: _, ...own } = row
  return {
    ...own,
    ...Object.fromEntries(Object.keys(refs).map((ref) => [ref, translate(row[ref] ?? null)])),
    ...(part === 'mixes' && {
      labelId: translate(row['labelId']),
      calibrationId: translate(row['calibrationId']),
      tankId: row['tankId'] ? translate(row['tankId']) : null,
      spreadId: row['spreadId'] ? translate(row['spreadId']) : null,
    }),
    ...(part === 'tanks' && tankHere(row as Filed & Tank, translate)),
    ...(part === 'spreads' && spreadHere(row as Filed & Spread, translate)),
    ...(part === 'outings' && outingHere(row as Filed & Outing, translate)),
    ...(part === 'plans' && { programme: programmeHere(row['programme'] as Programme, translate) }),
    ...(part === 'records' && { appliedAt: (row['first'] as { appliedAt: string }).appliedAt }),
    id: translate(row.id) as string,
  }
}

/** A job as its history makes it here, and that history. */
function jobsHere(fresh: Filed[], translate: Translate, stepId: (id: string) => string) {
  return fresh.map((row) => {
    const steps = stepsHere((row as Filed & FiledJob).steps, translate, stepId)
    const body = foldChecked(steps)
    const { id, yardId, zoneId, state } = body
    return { row: { id, yardId, zoneId, state, body }, steps }
  })
}

/** A picture in a file is what it proves to be, and tells nothing its camera wrote: as if it were uploaded. */
async function developed(part: Part, row: Record<string, unknown>): Promise<Record<string, unknown>> {
  const sent = Buffer.from(String(row['picture']), 'base64')
  if (part === 'labelFiles') {
    const { kind, content } = await readSent(sent, true)
    return { ...row, kind, picture: content, bytes: content.length }
  }
  const { data, width, height } = await redevelopPhoto(sent)
  return { ...row, picture: data, width, height, bytes: data.length }
}

/** The checks a row would have met, had it been entered here. */
function createCheck(scope: AccountScope, clock: Clock) {
  const byEntity = new Map(allCollections(clock).map((c) => [c.entity, c.check]))
  return async ({ part, entity }: FilePart, filed: Filed, here: { id: string }): Promise<Refusal[]> => [
    ...(filedChecks[part]?.(filed) ?? []),
    ...((await byEntity.get(entity)?.(here, scope)) ?? []),
  ]
}

async function developAll(part: Part, rows: Record<string, unknown>[], list: FaultList) {
  const kept: Record<string, unknown>[] = []
  for (const [i, row] of rows.entries()) {
    if (typeof row['picture'] !== 'string') kept.push(row)
    else
      try {
        kept.push(await developed(part, row))
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error
        list.add(error.faults.map((f) => ({ ...f, field: `${part}.${i}.picture` })))
      }
  }
  return kept
}

export interface ImportParts {
  clock: Clock
  words: Words
  progress?: Progress
}

/**
 * Takes an account file into the account, all or nothing (the scope's transaction). Rows that are here already are left
 * as they are; others get ids of this account, and pass every check they would have met if entered here; at the end the
 * account is read once as its readers read it. @throws ProblemError refused with the faults and their places in the file.
 */
export async function importAccount(
  scope: AccountScope,
  sent: AccountFile,
  { clock, words, progress = async () => undefined }: ImportParts,
): Promise<ImportResult> {
  const file = await withNewClients(scope, withJobs(sent))
  checkReferences(file)
  const result: ImportResult = { added: {}, kept: {} }
  const newIds = new Map<string, string>()
  const translate = (id: unknown) => newIds.get(String(id)) ?? id
  const stepId = (id: string) => idFor(scope.accountId, id)
  const check = createCheck(scope, clock)
  const list = new FaultList()
  const total = fileParts.reduce((sum, { part }) => sum + file[part].length, 0)
  let done = 0
  let newYards: Filed[] = []
  numberTurns(file.records)
  // First all ids: a tank names its mixes, which come after it.
  for (const { part, entity } of fileParts) {
    const rows = filedRows(file, part)
    const same = await idsHere(
      scope,
      entity,
      rows.map((r) => r.id),
    )
    for (const { id } of rows) if (!same.has(id)) newIds.set(id, idFor(scope.accountId, id))
  }

  for (const filePart of fileParts) {
    const { part, entity, refs } = filePart
    const rows = filedRows(file, part)
    const here = await idsHere(
      scope,
      entity,
      rows.map((r) => String(translate(r.id))),
    )
    const fresh: Filed[] = []
    const owned: Record<string, unknown>[] = []
    for (const [i, row] of rows.entries()) {
      if (++done % 100 === 0) await progress(done, total)
      if (here.has(String(translate(row.id)))) continue
      const own = rowHere(part, refs, row, translate)
      if (!list.full) list.add(await check(filePart, row, own), `${part}.${i}`)
      fresh.push(row)
      owned.push(own)
    }
    const content = await developAll(part, owned, list)
    list.settle()
    const bytes = content.reduce((sum, row) => sum + ((row['picture'] as Buffer | undefined)?.length ?? 0), 0)
    await scope.quota?.take(content.length, bytes)
    if (part === 'jobs') await insertJobs(scope, jobsHere(fresh, translate, stepId))
    else await scope.insert(entity, content)
    if (part === 'records') await insertAmendments(scope, fresh, translate)
    if (part === 'yards') newYards = fresh
    if (part === 'zones') await placeWishes(scope, newYards, translate)
    result.added[part] = fresh.length
    result.kept[part] = rows.length - fresh.length
  }
  ;(await findUnreadable(scope, words, clock)).settle()
  return result
}

/** The file without clients who are called as one that is here: a name is one client, and what is known of them here stays. */
async function withNewClients(scope: AccountScope, file: AccountFile): Promise<AccountFile> {
  const names = file.clients.map((c) => c.name)
  const here = names.length ? await scope.find<Client>('client', { name: In(names) }) : []
  const known = new Map(here.map((c) => [c.name, c.id]))
  const isNew = (c: Client) => {
    const there = known.get(c.name)
    return there === undefined || there === c.id || there === idFor(scope.accountId, c.id)
  }
  return { ...file, clients: file.clients.filter(isNew) }
}

/** A mix recorded more than once, in a file that does not say so: its second and later turns. */
function numberTurns(records: FiledRecord[]): void {
  const made = new Map<string, number>()
  for (const record of records.toSorted((a, b) => (a.recordedAt < b.recordedAt ? -1 : 1))) {
    record.turn ??= 1 + (made.get(record.mixId) ?? 0)
    made.set(record.mixId, Math.max(record.turn, made.get(record.mixId) ?? 0))
  }
}

/** Wishes name zones, which come after their yard: they are put right once these have their ids. */
async function placeWishes(scope: AccountScope, yards: Filed[], translate: Translate) {
  for (const { id, seasonWishes } of yards) {
    if (!seasonWishes) continue
    const wishes = wishesHere(seasonWishes as SeasonWishes, translate)
    await scope.update('yard', { id: String(translate(id)) }, { seasonWishes: wishes })
  }
}

async function insertJobs(scope: AccountScope, jobs: ReturnType<typeof jobsHere>): Promise<void> {
  await scope.insert(
    'job',
    jobs.map((j) => j.row),
  )
  const steps = jobs.flatMap(({ row, steps: taken }) =>
    taken.map(({ id, at, by, kind, why, ...detail }) => ({ id, jobId: row.id, at, by, kind, why, detail })),
  )
  await scope.insert('job_step', steps)
}

async function insertAmendments(scope: AccountScope, records: Filed[], translate: Translate): Promise<void> {
  const rows = records.flatMap((record) =>
    (record['amendments'] as Filed[]).map((amendment) => ({
      ...amendment,
      id: idFor(scope.accountId, amendment.id),
      recordId: translate(record.id),
      ...(amendment['zoneId'] ? { zoneId: translate(amendment['zoneId']) } : {}),
    })),
  )
  await scope.insert('record_amendment', rows)
}
