import { LessThan, type DataSource } from 'typeorm'
import { keptDays } from '../platform/collection.ts'

/** What was removed longer ago than it can be brought back is gone for good; an edge whose section goes lies nowhere. */
export async function sweepRemoved(database: DataSource, now: Date): Promise<void> {
  const before = new Date(now.getTime() - keptDays * 86_400_000).toISOString()
  await database.query(
    `UPDATE place p SET section_id = NULL, side = NULL FROM section s
       WHERE s.id = p.section_id AND s.account_id = p.account_id AND s.removed_at < $1`,
    [before],
  )
  for (const { name, columns } of database.entityMetadatas)
    if (columns.some((c) => c.propertyName === 'removedAt'))
      await database.getRepository(name).delete({ removedAt: LessThan(before) })
}
