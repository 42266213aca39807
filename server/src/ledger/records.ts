import { DateTime } from 'luxon'
import type { Mix, Calibration, Sprayer, Tank } from '@jardinero/contract/bench'
import type { Amendment, ApplicationRecord, PassFacts } from '@jardinero/contract/ledger'
import type { Yard, Zone } from '@jardinero/contract/yard'
import { computeRecordedRate, passOfRecord, readAmended, type PassFigures } from '@jardinero/core/ledger'
import {
  measureOfUnit,
  type MassUnit,
  type Quantity,
  type RatePerAreaUnit,
  type VolumeUnit,
} from '@jardinero/core/quantity'
import { measureOfFormulation, type LabelRules, type Pass } from '@jardinero/core/shelf'
import { accountToday } from '../account/today.ts'
import { dayIn, type Clock } from '../platform/clock.ts'
import { fixedId } from '../platform/fixedId.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { recordEntity, type StoredAmendment, type StoredRecord } from './entities.ts'

const rateOf = (facts: PassFacts, unit: RatePerAreaUnit): Quantity<RatePerAreaUnit> => ({
  value: computeRecordedRate(facts, unit).value,
  unit,
})

function checkProduct(rules: LabelRules, { product }: Pick<PassFacts, 'product'>, field: string): void {
  const measure = measureOfFormulation(rules.formulation)
  if (!(product.value > 0))
    throw new ProblemError('refused', [{ code: 'rateNotPositive', field, params: {} }])
  if (measureOfUnit(product.unit) !== measure)
    throw new ProblemError('refused', [
      { code: 'amountMeasure', field, params: { measure, unit: product.unit } },
    ])
}

async function checkPast(
  scope: AccountScope,
  appliedAt: string,
  timeZone: string,
  clock: Clock,
  field: string,
): Promise<void> {
  const [given, today] = [dayIn(appliedAt, timeZone), await accountToday(scope, timeZone, clock)]
  if (given > today)
    throw new ProblemError('refused', [{ code: 'recordInFuture', field, params: { given, today } }])
}

/** When people may walk on it again, where the label states hours; "until dry" has no hour. */
const keepOffUntil = (rules: LabelRules, appliedAt: string): string | null =>
  rules.keepOff.hours > 0
    ? DateTime.fromISO(appliedAt).plus({ hours: rules.keepOff.hours }).toUTC().toISO()
    : null

/** What mixes were made to put down, by their ids. */
async function plannedOf(scope: AccountScope, mixIds: string[]): Promise<Map<string, PassFigures>> {
  if (!mixIds.length) return new Map()
  const rows: {
    id: string
    day: string
    area: number
    water: number
    value: number
    unit: MassUnit | VolumeUnit
  }[] = await scope.manager.query(
    `SELECT id, to_char(day, 'YYYY-MM-DD') AS day, area_sq_ft::float8 AS area, (result->'water'->>'value')::float8 AS water,
         (result->'measured'->>'value')::float8 AS value, result->'measured'->>'unit' AS unit
       FROM mix WHERE account_id = $1 AND id = ANY($2)`,
    [scope.accountId, mixIds],
  )
  return new Map(
    rows.map(({ id, day, area, water, value, unit }) => [
      id,
      { day, areaSqFt: area, waterGal: water, product: { value, unit } },
    ]),
  )
}

function readRecord(
  stored: StoredRecord,
  amendments: StoredAmendment[],
  yardId: string,
  planned: PassFigures | undefined,
): ApplicationRecord {
  const { accountId: _, first, ...fixed } = stored
  const ordered = amendments.toSorted((a, b) => (a.madeAt < b.madeAt ? -1 : 1))
  const facts = readAmended(first, ordered)
  return {
    ...fixed,
    ...facts,
    yardId,
    rate: rateOf(facts, stored.rate.unit),
    keepOffUntil: keepOffUntil(stored.rules, facts.appliedAt),
    first,
    amendments: ordered.map(({ accountId: __, recordId: ___, ...amendment }): Amendment => amendment),
    ...(planned && { planned }),
  }
}

/** Amendments of the records asked for; all of the account's where neither record nor zone is named. */
function findAmendments(
  scope: AccountScope,
  { id, zoneId, ids }: { id?: string; zoneId?: string; ids?: string[] },
): Promise<StoredAmendment[]> {
  const query = scope.manager
    .createQueryBuilder<StoredAmendment>('record_amendment', 'a')
    .where('a.account_id = :account', { account: scope.accountId })
  if (id) query.andWhere('a.record_id = :id', { id })
  if (ids) query.andWhere('a.record_id = ANY(:ids)', { ids })
  if (zoneId)
    query.andWhere(
      'a.record_id IN (SELECT r.id FROM application_record r WHERE r.account_id = :account AND r.zone_id = :zoneId)',
      { zoneId },
    )
  return query.getMany()
}

const columns = Object.keys(recordEntity.options.columns) as (keyof StoredRecord)[]
/** As the driver gives it: instants as dates. Read bare, since making entities of many records costs more than the query. */
type RawRecord = Omit<StoredRecord, 'appliedAt' | 'recordedAt' | 'keepOffUntil'> & {
  appliedAt: Date
  recordedAt: Date
  keepOffUntil: Date | null
}
const fromRaw = (raw: RawRecord): StoredRecord => ({
  ...raw,
  appliedAt: raw.appliedAt.toISOString(),
  recordedAt: raw.recordedAt.toISOString(),
  keepOffUntil: raw.keepOffUntil?.toISOString() ?? null,
})

export interface RecordWindow {
  from?: string
  to?: string
  zoneId?: string
  id?: string
  yardId?: string
  yardIds?: string[]
  /** A page: so many, after one in the order they were first written down in. */
  limit?: number
  after?: { appliedAt: string; id: string }
}

/**
 * Records as they read now, oldest first. A window in days has a day to spare on either side, for the yard's time zone;
 * a record whose day was amended is always among them.
 */
export async function findRecords(
  scope: AccountScope,
  window: RecordWindow = {},
): Promise<ApplicationRecord[]> {
  const query = scope.manager
    .createQueryBuilder<StoredRecord>('application_record', 'r')
    .select([])
    .where('r.account_id = :account', { account: scope.accountId })
    .orderBy('r.applied_at')
    .addOrderBy('r.id')
  for (const name of columns) query.addSelect(`r.${name}`, name)
  if (window.id) query.andWhere('r.id = :id', window)
  if (window.zoneId) query.andWhere('r.zone_id = :zoneId', window)
  const yardIds = window.yardIds ?? (window.yardId ? [window.yardId] : undefined)
  if (yardIds)
    query.andWhere(
      'r.zone_id IN (SELECT z.id FROM zone z WHERE z.account_id = :account AND z.yard_id = ANY(:yardIds))',
      { yardIds },
    )
  if (window.after)
    query.andWhere('(r.applied_at, r.id) > (CAST(:afterAt AS timestamptz), CAST(:afterId AS uuid))', {
      afterAt: window.after.appliedAt,
      afterId: window.after.id,
    })
  if (window.limit) query.limit(window.limit)
  const { from = '-infinity', to = 'infinity' } = window
  if (window.from || window.to)
    query.andWhere(
      `(r.applied_at BETWEEN CAST(:from AS timestamptz) - interval '1 day' AND CAST(:to AS timestamptz) + interval '2 days'
        OR r.id IN (SELECT a.record_id FROM record_amendment a WHERE a.account_id = :account AND jsonb_exists(a.changes, 'appliedAt')))`,
      { from, to },
    )
  const stored = (await query.getRawMany<RawRecord>()).map(fromRaw)
  const amendments = await findAmendments(scope, window.limit ? { ids: stored.map((r) => r.id) } : window)
  const byRecord = new Map<string, StoredAmendment[]>()
  for (const a of amendments) byRecord.set(a.recordId, [...(byRecord.get(a.recordId) ?? []), a])
  const yardOf = new Map((await scope.find<Zone>('zone')).map((z) => [z.id, z.yardId]))
  const planned = await plannedOf(scope, [...new Set(stored.map((r) => r.mixId))])
  return stored.map((r) =>
    readRecord(r, byRecord.get(r.id) ?? [], yardOf.get(r.zoneId) ?? '', planned.get(r.mixId)),
  )
}

/** Everything put down on a zone, for the year's maximum and the interval. */
export async function passesOnZone(scope: AccountScope, zone: Zone): Promise<Pass[]> {
  const { timeZone } = await scope.get<Yard>('yard', zone.yardId)
  const records = await findRecords(scope, { zoneId: zone.id })
  return records.map((r) => passOfRecord({ ...r, day: dayIn(r.appliedAt, timeZone) }))
}

type RecordOrder = Omit<PassFacts, 'areaSqFt' | 'product' | 'waterGal'> &
  Partial<PassFacts> & { id: string; mixId: string }

/** Writes a pass down, once. Area, product and water are the mix's measured figures unless the person says otherwise. */
export async function recordPass(
  scope: AccountScope,
  { id, mixId, ...said }: RecordOrder,
  recordedBy: string,
  clock: Clock,
): Promise<{ record: ApplicationRecord; added: boolean }> {
  const mix = await scope.get<Mix>('mix', mixId)
  const zone = await scope.get<Zone>('zone', mix.zoneId)
  const { timeZone } = await scope.get<Yard>('yard', zone.yardId)
  await checkPast(scope, said.appliedAt, timeZone, clock, 'appliedAt')
  const { measured, water, measuredRate } = mix.result
  const first: PassFacts = {
    ...said,
    appliedAt: new Date(said.appliedAt).toISOString(),
    areaSqFt: said.areaSqFt ?? mix.areaSqFt,
    product: said.product ?? { value: measured.value, unit: measured.unit },
    waterGal: said.waterGal ?? water.value,
  }
  checkProduct(mix.rules, first, 'product')
  const { added } = await scope.add<StoredRecord>('application_record', {
    id,
    accountId: scope.accountId,
    zoneId: zone.id,
    zoneName: zone.name,
    turf: zone.turf,
    mixId,
    equipment: await equipmentName(scope, mix),
    rules: mix.rules,
    rate: rateOf(first, measuredRate.unit),
    keepOffUntil: keepOffUntil(mix.rules, first.appliedAt),
    appliedAt: first.appliedAt,
    first,
    recordedAt: clock().toISOString(),
    recordedBy,
  })
  const [record] = await findRecords(scope, { id })
  return { record: record!, added }
}

/** Writes down the pass of a whole tank: a record for each zone and herbicide of it, all or none. The same order again adds nothing. */
export async function recordTank(
  scope: AccountScope,
  { id, tankId, ...said }: Omit<RecordOrder, 'mixId'> & { tankId: string },
  recordedBy: string,
  clock: Clock,
): Promise<ApplicationRecord[]> {
  const { mixIds } = await scope.get<Tank>('tank', tankId)
  const records: ApplicationRecord[] = []
  for (const mixId of mixIds) {
    const { record } = await recordPass(
      scope,
      { ...said, id: fixedId(`${id}/${mixId}`), mixId },
      recordedBy,
      clock,
    )
    records.push(record)
  }
  return records
}

async function equipmentName(scope: AccountScope, mix: Mix): Promise<string> {
  const [calibration] = await scope.find<Calibration>('calibration', { id: mix.calibrationId })
  const [sprayer] = calibration ? await scope.find<Sprayer>('sprayer', { id: calibration.sprayerId }) : []
  return sprayer?.name ?? ''
}

/** Corrects a record by adding to it. The same amendment id again changes nothing more. */
export async function amendRecord(
  scope: AccountScope,
  recordId: string,
  { id, reason, changes }: { id: string; reason: string; changes: Partial<PassFacts> },
  madeBy: string,
  clock: Clock,
): Promise<ApplicationRecord> {
  const record = await scope.get<StoredRecord>('application_record', recordId)
  if (changes.product) checkProduct(record.rules, { product: changes.product }, 'changes.product')
  if (changes.appliedAt) {
    const zone = await scope.get<Zone>('zone', record.zoneId)
    const { timeZone } = await scope.get<Yard>('yard', zone.yardId)
    await checkPast(scope, changes.appliedAt, timeZone, clock, 'changes.appliedAt')
  }
  await scope.add<StoredAmendment>('record_amendment', {
    id,
    accountId: scope.accountId,
    recordId,
    reason,
    changes,
    madeAt: clock().toISOString(),
    madeBy,
  })
  const [amended] = await findRecords(scope, { id: recordId })
  return amended!
}
