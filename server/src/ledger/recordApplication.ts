import { In } from 'typeorm'
import type { Calibration, Mix, Spread, SpreadOrder, Sprayer, Tank } from '@jardinero/contract/bench'
import type { ApplicationOrder, ApplicationRecord, PassFacts } from '@jardinero/contract/ledger'
import type { Zone } from '@jardinero/contract/yard'
import { dayIn, measureOfUnit, type JobId, type MixId, type ZoneId } from '@jardinero/core/quantity'
import { measureOfFormulation, type LabelRules } from '@jardinero/core/shelf'
import { accountToday } from '../platform/today.ts'
import { applyFor, jobsServed } from '../job/index.ts'
import type { Clock } from '../platform/clock.ts'
import { fixedId } from '../platform/fixedId.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredRecord } from './entities.ts'
import { findRecordsById, rateOf, reentryOf } from './records.ts'

export function checkProduct(
  rules: LabelRules,
  { product }: Pick<PassFacts, 'product'>,
  field: string,
): void {
  const measure = measureOfFormulation(rules.formulation)
  if (!(product.value > 0))
    throw new ProblemError('refused', [{ code: 'rateNotPositive', field, params: {} }])
  if (measureOfUnit(product.unit) !== measure)
    throw new ProblemError('refused', [
      { code: 'amountMeasure', field, params: { measure, unit: product.unit } },
    ])
}

/** @throws ProblemError refused what lies ahead */
export async function checkPast(
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

/** What was put down and is written down together: the mixes of a tank, of a spread, or one mix alone. */
export interface Application {
  /** Taken one at a time by this: a tank, a spread, a mix. */
  turnOf: string
  mixIds: MixId[]
  /** What it was mixed for. */
  jobIds?: JobId[]
  /** Lawns of which spots only were treated. */
  spotted: ZoneId[]
  /** What it went down with; looked up where it is not kept. */
  equipment?: string
}

/** What is said of one lawn and product where it differs from what was mixed. */
type NewRecord = Omit<StoredRecord, 'accountId'>
type OwnFacts = Pick<PassFacts, 'areaSqFt' | 'product' | 'waterGal'>

export interface ApplicationSaid {
  application: Application
  /** Said of all of it. */
  facts: Omit<PassFacts, keyof OwnFacts>
  /** By mix; nothing where that lawn or product did not go down. As it was mixed where this is absent. */
  factsOf?: (mix: Mix) => Partial<OwnFacts> | undefined
  idOf: (mixId: MixId) => string
  /** Although it is written down already. */
  again?: boolean | undefined
}

const spottedOf = (zones: Tank['zones']): ZoneId[] =>
  zones.filter((z) => z.mode === 'spot').map((z) => z.zoneId)
export const tankApplication = ({ id, mixIds, jobIds, zones, sprayer }: Tank): Application => ({
  turnOf: `tank/${id}`,
  mixIds,
  jobIds,
  spotted: spottedOf(zones),
  equipment: sprayer,
})
const spreadApplication = ({ id, mixIds, zones, spreader }: Spread): Application => ({
  turnOf: `spread/${id}`,
  spotted: spottedOf(zones),
  mixIds,
  equipment: spreader,
})

interface Here {
  id: string
  mixId: MixId
  turn: number
  recordedBy: string
  recordedAt: Date
  appliedAt: Date
}

/** Records of an application that are here. Whoever asks waits until those before have written theirs. */
async function recordsHere(scope: AccountScope, { turnOf, mixIds }: Application): Promise<Here[]> {
  await scope.takeTurn(turnOf)
  return scope
    .query<StoredRecord>('application_record', 'r')
    .select([])
    .addSelect('r.id', 'id')
    .addSelect('r.mixId', 'mixId')
    .addSelect('r.turn', 'turn')
    .addSelect('r.recordedBy', 'recordedBy')
    .addSelect('r.recordedAt', 'recordedAt')
    .addSelect('r.appliedAt', 'appliedAt')
    .andWhere('r.mix_id = ANY(:mixIds)', { mixIds })
    .getRawMany<Here>()
}

/** @throws ProblemError tankRecorded, with who did it */
function refuseSecond({ recordedBy, recordedAt, appliedAt }: Here): never {
  throw new ProblemError('tankRecorded', [], {
    current: { recordedBy, recordedAt: recordedAt.toISOString(), appliedAt: appliedAt.toISOString() },
  })
}

/**
 * Writes an application down, whole or not at all: a record for each lawn and product that went down. The same order again adds
 * nothing. Product, area and water are the mix's measured figures unless the person says otherwise.
 * @returns the records as they read now, and whether any is new @throws ProblemError tankRecorded, refused, notFound
 */
export async function writeApplication(
  scope: AccountScope,
  { application, facts, factsOf = () => ({}), idOf, again }: ApplicationSaid,
  recordedBy: string,
  clock: Clock,
): Promise<{ records: ApplicationRecord[]; added: boolean }> {
  const here = await recordsHere(scope, application)
  const ids = new Set(application.mixIds.map(idOf))
  const foreign = here.filter((r) => !ids.has(r.id))
  const known = new Set(here.map((r) => r.id))
  const found = await scope.find<Mix>('mix', { id: In(application.mixIds) })
  const mixes = application.mixIds.flatMap((id) => found.find((m) => m.id === id) ?? [])
  if (!mixes.length) throw new ProblemError('notFound')
  const asked = mixes.flatMap((mix) => {
    const own = factsOf(mix)
    return own && !known.has(idOf(mix.id)) ? [{ mix, own }] : []
  })
  const zones = await placesOf(
    scope,
    asked.map(({ mix }) => mix.zoneId),
  )
  for (const timeZone of new Set([...zones.values()].map((z) => z.timeZone)))
    await checkPast(scope, facts.appliedAt, timeZone, clock, 'appliedAt')
  const equipment = application.equipment ?? (asked[0] && (await equipmentName(scope, asked[0].mix))) ?? ''
  const turn = 1 + Math.max(0, ...foreign.map((r) => r.turn))
  const day = (zoneId: ZoneId) => dayIn(facts.appliedAt, zones.get(zoneId)!.timeZone)
  const jobs = await jobsServed(
    scope,
    [...zones.keys()].map((zoneId: ZoneId) => {
      const own = asked.filter(({ mix }) => mix.zoneId === zoneId).map(({ mix }) => mix)
      return { zoneId, day: day(zoneId), spots: application.spotted.includes(zoneId), products: own }
    }),
    application.jobIds,
  )
  const rows = asked.map(({ mix, own }): NewRecord => {
    const { measured, water, measuredRate } = mix.result
    const first: PassFacts = {
      ...facts,
      appliedAt: new Date(facts.appliedAt).toISOString(),
      endedAt: facts.endedAt ? new Date(facts.endedAt).toISOString() : null,
      areaSqFt: own.areaSqFt ?? mix.areaSqFt,
      product: own.product ?? { value: measured.value, unit: measured.unit },
      waterGal: own.waterGal ?? water.value,
      stripSqFt: facts.stripSqFt ?? mix.stripSqFt ?? null,
    }
    checkProduct(mix.rules, first, 'product')
    const zone = zones.get(mix.zoneId)!
    const together = mixes.filter((m) => m.zoneId === mix.zoneId).map((m) => m.rules)
    return {
      id: idOf(mix.id),
      zoneId: mix.zoneId,
      zoneName: zone.name,
      turf: zone.turf,
      mixId: mix.id,
      equipment,
      rules: mix.rules,
      rate: rateOf(first, measuredRate.unit),
      keepOffUntil: reentryOf(together, first),
      appliedAt: first.appliedAt,
      first,
      recordedAt: clock().toISOString(),
      recordedBy,
      turn,
      jobId: jobs.get(mix.zoneId) ?? null,
    }
  })
  if (foreign.length && !again) refuseSecond(foreign[0]!)
  if (rows.length) {
    await addOnce(scope, application, rows)
    const down = [...jobs].map(([zoneId, jobId]) => ({
      jobId,
      day: day(zoneId),
      recordIds: rows.filter((r) => r.zoneId === zoneId).map((r) => r.id),
    }))
    await applyFor(scope, down, { by: recordedBy, clock })
  }
  return { records: await findRecordsById(scope, [...ids]), added: rows.length > 0 }
}

/** The database forbids a second record of one mix; whoever comes second is told who was first. @throws ProblemError */
async function addOnce(scope: AccountScope, application: Application, rows: NewRecord[]): Promise<void> {
  try {
    await scope.addAll<StoredRecord>('application_record', rows)
  } catch (error) {
    const own = new Set(rows.map((r) => r.id))
    const other =
      error instanceof ProblemError && (await recordsHere(scope, application)).find((r) => !own.has(r.id))
    if (other) refuseSecond(other)
    throw error
  }
}

interface Place {
  id: string
  name: string
  turf: string
  timeZone: string
}
async function placesOf(scope: AccountScope, zoneIds: ZoneId[]): Promise<Map<string, Place>> {
  if (!zoneIds.length) return new Map()
  const rows = await scope
    .query<Zone>('zone', 'z')
    .innerJoin('yard', 'y', 'y.id = z.yard_id')
    .select('z.id', 'id')
    .addSelect('z.name', 'name')
    .addSelect('z.turf', 'turf')
    .addSelect('y.time_zone', 'timeZone')
    .andWhere('z.id = ANY(:zoneIds)', { zoneIds })
    .getRawMany<Place>()
  return new Map(rows.map((r) => [r.id, r]))
}

/** Writes one mix down, once; a part of a tank that is written down already is refused. @throws ProblemError tankRecorded */
export async function recordMix(
  scope: AccountScope,
  order: Omit<PassFacts, keyof OwnFacts> & Partial<OwnFacts> & { id: string; mixId: MixId; again?: boolean },
  recordedBy: string,
  clock: Clock,
): Promise<{ record: ApplicationRecord; added: boolean }> {
  const { id, mixId, again, areaSqFt, product, waterGal, ...facts } = order
  const { tankId, spreadId } = await scope.get<Mix>('mix', mixId)
  const whole = tankId
    ? tankApplication(await scope.get<Tank>('tank', tankId))
    : spreadId
      ? spreadApplication(await scope.get<Spread>('spread', spreadId))
      : { turnOf: `mix/${mixId}`, spotted: [] }
  const own = {
    ...(areaSqFt !== undefined && { areaSqFt }),
    ...(product && { product }),
    ...(waterGal !== undefined && { waterGal }),
  }
  const { records, added } = await writeApplication(
    scope,
    { application: { ...whole, mixIds: [mixId] }, facts, factsOf: () => own, idOf: () => id, again },
    recordedBy,
    clock,
  )
  return { record: records[0]!, added }
}

/** The bench's way to make a spread and keep it: it stands on the ledger, so that it is handed in. */
export type MakeSpread = (
  scope: AccountScope,
  order: SpreadOrder & { id: string },
  madeBy: string,
  clock: Clock,
) => Promise<{ row: Spread }>

/** Writes a whole tank or spread down, once. @throws ProblemError tankRecorded, refused, notFound */
export async function recordApplication(
  scope: AccountScope,
  order: ApplicationOrder,
  { recordedBy, clock, makeSpread }: { recordedBy: string; clock: Clock; makeSpread: MakeSpread },
): Promise<{ records: ApplicationRecord[]; added: boolean }> {
  const { id, tankId, spreadId, spread, again, ...facts } = order
  const application = tankId
    ? tankApplication(await scope.get<Tank>('tank', tankId))
    : spreadApplication(
        spread
          ? (await makeSpread(scope, spread, recordedBy, clock)).row
          : await scope.get<Spread>('spread', spreadId!),
      )
  const idOf = (mixId: MixId) => fixedId(`${id}/${mixId}`)
  return writeApplication(scope, { application, facts, idOf, again }, recordedBy, clock)
}

async function equipmentName(scope: AccountScope, mix: Mix): Promise<string> {
  const [calibration] = await scope.find<Calibration>('calibration', { id: mix.calibrationId })
  const [sprayer] = calibration ? await scope.find<Sprayer>('sprayer', { id: calibration.sprayerId }) : []
  return sprayer?.name ?? ''
}
