import type PgBoss from 'pg-boss'
import type { DataSource } from 'typeorm'
import { dayIn, type AccountId, type YardId } from '@jardinero/core/quantity'
import type { Clock } from '../platform/clock.ts'
import { answerQueue, retryingAnswer } from '../platform/queue.ts'

/** Runs nobody has used for so long are let go of. */
const keepRunsDays = 3
const keepWeatherDays = 30
const atOnce = 500

interface KeptDay {
  accountId: AccountId
  yardId: YardId
  timeZone: string
  /** Nothing where there is no answer yet. */
  day: string | null
}
/** After those that somebody waits for. */
const inTheNight = { ...retryingAnswer, priority: -1 }

/** Puts yards that have no answer yet in line: the demo's, so that whoever enters it finds one. */
export async function keepDemo(boss: PgBoss, database: DataSource): Promise<void> {
  const yards: Pick<KeptDay, 'accountId' | 'yardId'>[] = await database.query(
    `SELECT y.account_id AS "accountId", y.id AS "yardId" FROM yard y JOIN account o ON o.id = y.account_id
     WHERE o.demo_day IS NOT NULL AND NOT EXISTS (SELECT 1 FROM kept_answer a WHERE a.yard_id = y.id) ORDER BY y.name`,
  )
  for (const job of yards) await boss.send(answerQueue, job, { ...retryingAnswer, singletonKey: job.yardId })
}

/** Puts the yards in line whose day has turned since their answer was worked out, and lawns that have none yet; lets go of what is no longer used. */
export async function keepInTime(
  boss: PgBoss,
  { database, clock }: { database: DataSource; clock: Clock },
): Promise<void> {
  const kept: KeptDay[] = await database.query(
    `SELECT y.account_id AS "accountId", y.id AS "yardId", y.time_zone AS "timeZone", to_char(a.day, 'YYYY-MM-DD') AS day
     FROM yard y JOIN account o ON o.id = y.account_id LEFT JOIN kept_answer a ON a.yard_id = y.id
     WHERE o.demo_day IS NULL AND y.archived_at IS NULL
       AND (a.yard_id IS NOT NULL OR EXISTS (SELECT 1 FROM zone z WHERE z.yard_id = y.id))
     ORDER BY y.climate, a.alike, y.id`,
  )
  const due = kept.filter(({ day, timeZone }) => day === null || day < dayIn(clock(), timeZone))
  for (let i = 0; i < due.length; i += atOnce)
    await boss.insert(
      due.slice(i, i + atOnce).map(({ accountId, yardId, timeZone }) => ({
        name: answerQueue,
        data: { accountId, yardId },
        singletonKey: `${yardId} ${dayIn(clock(), timeZone)}`,
        ...inTheNight,
      })),
    )
  const before = (days: number) => new Date(clock().getTime() - days * 86_400_000).toISOString()
  await database.query('DELETE FROM kept_run WHERE used_at < $1', [before(keepRunsDays)])
  await database.query('DELETE FROM kept_weather WHERE asked_at < $1', [before(keepWeatherDays)])
}
