import type { AmendmentOrder, ApplicationRecord } from '@jardinero/contract/ledger'
import type { Yard, Zone } from '@jardinero/contract/yard'
import type { RecordId } from '@jardinero/core/quantity'
import type { Clock } from '../platform/clock.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredAmendment, StoredRecord } from './entities.ts'
import { checkPast, checkProduct } from './recordApplication.ts'
import { findRecords } from './records.ts'

/** Corrects a record by adding to it; one that was written down for another lawn is moved to where it went. The same amendment id again changes nothing more. */
export async function amendRecord(
  scope: AccountScope,
  recordId: RecordId,
  { id, reason, changes, zoneId }: AmendmentOrder,
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
  const to = zoneId && (await scope.get<Zone>('zone', zoneId))
  await scope.add<StoredAmendment>('record_amendment', {
    id,
    recordId,
    reason,
    changes,
    ...(to && { zoneId: to.id, zoneName: to.name, turf: to.turf }),
    madeAt: clock().toISOString(),
    madeBy,
  })
  const [amended] = await findRecords(scope, { id: recordId })
  return amended!
}
