import type { Tank } from '@jardinero/contract/bench'
import type { Outing } from '@jardinero/contract/outing'
import type { AccountFile, ImportResult } from '@jardinero/contract/account'
import type { Refusal } from '@jardinero/core/quantity'
import { checkGround, checkParameters, checkReading, computeSprinkler } from '@jardinero/core/soil'
import { checkSection } from '@jardinero/core/yard'
import type { Programme, SeasonWishes } from '@jardinero/core/season'
import { fixedId } from '../platform/fixedId.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { refusalsOf } from '../shelf/labelsFile.ts'
import { checkFiledPlans, programmeHere, wishesHere } from './filedPlans.ts'
import { outingHere, tankHere } from './filedTanks.ts'

type Filed = Record<string, unknown> & { id: string }

/** Parts of the file in the order their rows rest on each other: the table, and which fields point at other parts. */
const parts: { part: keyof AccountFile; entity: string; refs: Record<string, keyof AccountFile> }[] = [
  { part: 'yards', entity: 'yard', refs: {} },
  { part: 'zones', entity: 'zone', refs: { yardId: 'yards' } },
  { part: 'sections', entity: 'section', refs: { zoneId: 'zones' } },
  { part: 'places', entity: 'place', refs: { zoneId: 'zones', sectionId: 'sections' } },
  { part: 'readings', entity: 'soil_reading', refs: { placeId: 'places' } },
  { part: 'sprayers', entity: 'sprayer', refs: {} },
  { part: 'calibrations', entity: 'calibration', refs: { sprayerId: 'sprayers' } },
  { part: 'labels', entity: 'label', refs: {} },
  { part: 'labelVersions', entity: 'label_version', refs: { labelId: 'labels' } },
  { part: 'labelFiles', entity: 'label_file', refs: { labelId: 'labels' } },
  { part: 'stock', entity: 'stock_package', refs: { labelId: 'labels' } },
  { part: 'tools', entity: 'measuring_tool', refs: {} },
  { part: 'tanks', entity: 'tank', refs: {} },
  { part: 'mixes', entity: 'mix', refs: { zoneId: 'zones' } },
  { part: 'finds', entity: 'plant_find', refs: { zoneId: 'zones', placeId: 'places' } },
  { part: 'photos', entity: 'find_photo', refs: { findId: 'finds' } },
  { part: 'marks', entity: 'season_mark', refs: { zoneId: 'zones' } },
  { part: 'signs', entity: 'season_sign', refs: { yardId: 'yards' } },
  { part: 'sprinklers', entity: 'sprinkler', refs: { yardId: 'yards' } },
  { part: 'waters', entity: 'water_entry', refs: { yardId: 'yards', sprinklerId: 'sprinklers' } },
  { part: 'stationDays', entity: 'station_day', refs: { yardId: 'yards' } },
  { part: 'typicalYears', entity: 'typical_year', refs: { yardId: 'yards' } },
  { part: 'plans', entity: 'season_plan', refs: { yardId: 'yards' } },
  { part: 'records', entity: 'application_record', refs: { zoneId: 'zones', mixId: 'mixes' } },
  { part: 'outings', entity: 'outing', refs: { yardId: 'yards', tankId: 'tanks' } },
  { part: 'ratings', entity: 'rating', refs: { recordId: 'records' } },
  { part: 'recordPhotos', entity: 'record_photo', refs: { recordId: 'records' } },
]

/** An id of this account for a row of the file: the same file always gives the same id, so taking it in twice adds nothing. */
const idFor = (accountId: string, filed: string): string => fixedId(`${accountId}/${filed}`)

/** References that lead nowhere, and rows the core would refuse. */
function checkFile(file: AccountFile): Refusal[] {
  const faults: Refusal[] = []
  for (const { part, refs } of parts) {
    const rows = file[part] as unknown as Filed[]
    const seen = new Set<string>()
    rows.forEach((row, i) => {
      if (seen.has(row.id)) faults.push({ code: 'idTwice', field: `${part}.${i}.id`, params: { id: row.id } })
      seen.add(row.id)
      for (const [ref, target] of Object.entries(refs)) {
        const to = row[ref]
        if (to !== null && !(file[target] as unknown as Filed[]).some((r) => r.id === to))
          faults.push({
            code: 'referenceMissing',
            field: `${part}.${i}.${ref}`,
            params: { id: String(to), part: target },
          })
      }
    })
  }
  file.sections.forEach((s, i) => faults.push(...checkSection(s, `sections.${i}`)))
  file.labels.forEach((l, i) => faults.push(...refusalsOf(l.rules, `labels.${i}.rules`)))
  const inside = (part: string, found: Refusal[]) =>
    faults.push(...found.map((f) => ({ ...f, field: `${part}.${f.field}` })))
  file.readings.forEach((r, i) => inside(`readings.${i}`, checkReading(r)))
  file.places.forEach((p, i) => inside(`places.${i}.ground`, checkGround(p.ground)))
  file.yards.forEach((y, i) => inside(`yards.${i}`, checkParameters(y.timingParameters ?? {})))
  file.sprinklers.forEach((s, i) => {
    const output = computeSprinkler(s)
    if (!output.ok) inside(`sprinklers.${i}`, output.refusals)
  })
  return [...faults, ...checkFiledPlans(file)]
}

/** Ids the account already has, of those in the file: those rows are here and stay as they are. */
async function idsHere(scope: AccountScope, entity: string, ids: string[]): Promise<Set<string>> {
  if (!ids.length) return new Set()
  const rows: { id: string }[] = await scope.manager
    .createQueryBuilder(entity, 'r')
    .select('r.id', 'id')
    .where('r.account_id = :account AND r.id = ANY(:ids)', { account: scope.accountId, ids })
    .getRawMany()
  return new Set(rows.map((r) => r.id))
}

async function insertAll(scope: AccountScope, entity: string, rows: object[]): Promise<void> {
  for (let i = 0; i < rows.length; i += 500) await scope.manager.insert(entity, rows.slice(i, i + 500))
}

/**
 * Takes an account file into the account, all or nothing (the scope's transaction). Rows that are here already are left
 * as they are; others get ids of this account. @throws ProblemError refused with every fault and its place in the file.
 */
export async function importAccount(scope: AccountScope, file: AccountFile): Promise<ImportResult> {
  const faults = checkFile(file)
  if (faults.length) throw new ProblemError('refused', faults.slice(0, 50))
  const result: ImportResult = { added: {}, kept: {} }
  const newIds = new Map<string, string>()
  const translate = (id: unknown) => newIds.get(String(id)) ?? id
  let newYards: Filed[] = []

  for (const { part, entity, refs } of parts) {
    const rows = file[part] as unknown as Filed[]
    const same = await idsHere(
      scope,
      entity,
      rows.map((r) => r.id),
    )
    for (const { id } of rows) if (!same.has(id)) newIds.set(id, idFor(scope.accountId, id))
    const here = await idsHere(
      scope,
      entity,
      rows.map((r) => String(translate(r.id))),
    )
    const fresh = rows.filter((r) => !here.has(String(translate(r.id))))
    const owned = fresh.map(({ amendments: _, picture, ...row }) => ({
      ...row,
      ...(typeof picture === 'string' && { picture: Buffer.from(picture, 'base64') }),
      ...Object.fromEntries(
        Object.keys(refs).map((ref) => [ref, row[ref] === null ? null : translate(row[ref])]),
      ),
      ...(part === 'mixes' && {
        labelId: translate(row['labelId']),
        calibrationId: translate(row['calibrationId']),
        tankId: row['tankId'] ? translate(row['tankId']) : null,
      }),
      ...(part === 'tanks' && tankHere(row as unknown as Tank, translate)),
      ...(part === 'outings' && outingHere(row as unknown as Outing, translate)),
      ...(part === 'plans' && { programme: programmeHere(row['programme'] as Programme, translate) }),
      ...(part === 'records' && { appliedAt: (row['first'] as { appliedAt: string }).appliedAt }),
      id: translate(row.id),
      accountId: scope.accountId,
    }))
    await insertAll(scope, entity, owned)
    if (part === 'records') await insertAmendments(scope, fresh, translate)
    if (part === 'yards') newYards = fresh
    if (part === 'zones') await placeWishes(scope, newYards, translate)
    result.added[part] = fresh.length
    result.kept[part] = rows.length - fresh.length
  }
  return result
}

/** Wishes name zones, which come after their yard: they are put right once these have their ids. */
async function placeWishes(scope: AccountScope, yards: Filed[], translate: (id: unknown) => unknown) {
  for (const { id, seasonWishes } of yards) {
    if (!seasonWishes) continue
    const wishes = wishesHere(seasonWishes as SeasonWishes, translate)
    const here = { id: String(translate(id)), accountId: scope.accountId }
    await scope.manager.update('yard', here, { seasonWishes: wishes })
  }
}

async function insertAmendments(
  scope: AccountScope,
  records: Filed[],
  translate: (id: unknown) => unknown,
): Promise<void> {
  const rows = records.flatMap((record) =>
    (record['amendments'] as Filed[]).map((amendment) => ({
      ...amendment,
      id: idFor(scope.accountId, amendment.id),
      recordId: translate(record.id),
      accountId: scope.accountId,
    })),
  )
  await insertAll(scope, 'record_amendment', rows)
}
