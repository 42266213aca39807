import type { ApplicationRecord, PassFacts } from '@jardinero/contract/ledger'
import type { Yard, Zone } from '@jardinero/contract/yard'
import type { RecordId } from '@jardinero/core/quantity'
import type { Clock } from '../platform/clock.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredAmendment, StoredRecord } from './entities.ts'
import { checkPast, checkProduct } from './recordApplication.ts'
import { findRecords } from './records.ts'

/** Corrects a record by adding to it. The same amendment id again changes nothing more. */
export async function amendRecord(
  scope: AccountScope,
  recordId: RecordId,
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
    recordId,
    reason,
    changes,
    madeAt: clock().toISOString(),
    madeBy,
  })
  const [amended] = await findRecords(scope, { id: recordId })
  return amended!
}
