import webPush from 'web-push'
import { IsNull, type DataSource } from 'typeorm'
import type { Yard } from '@jardinero/contract/yard'
import type { PushOrder } from '@jardinero/contract/outing'
import type { Reader, Words } from '@jardinero/words'
import { entryKey } from '@jardinero/core/today'
import { dayIn, hourIn, type AccountId, type PersonId } from '@jardinero/core/quantity'
import type { StoredPerson } from '../platform/accountEntities.ts'
import type { Clock } from '../platform/clock.ts'
import { AccountScope } from '../platform/scope.ts'
import { eventsOfDay } from '../answer/index.ts'

/** Keys by which push services know this server; without them nothing is ever pushed. */
export interface PushKeys {
  publicKey: string
  privateKey: string
  /** mailto: or https:, for the push service to reach whoever runs this. */
  contact: string
}
export interface StoredPush extends PushOrder {
  accountId: AccountId
  personId: PersonId
  /** Of each yard, the last day it was told of, on that yard's own clock. */
  told: Record<string, string>
}
/** Sends one message to one device; gone where the device has taken its permission back. */
export type SendPush = (
  to: PushOrder,
  message: { title: string; body: string },
) => Promise<'sent' | 'gone' | 'failed'>

export function webPushSender({ publicKey, privateKey, contact }: PushKeys): SendPush {
  return async ({ endpoint, keys }, message) => {
    try {
      await webPush.sendNotification({ endpoint, keys }, JSON.stringify(message), {
        vapidDetails: { subject: contact, publicKey, privateKey },
        TTL: 12 * 3600,
        timeout: 10_000,
      })
      return 'sent'
    } catch (error) {
      const { statusCode } = error as { statusCode?: number }
      return statusCode === 404 || statusCode === 410 ? 'gone' : 'failed'
    }
  }
}

/** Nobody is told before this hour of their yard's day. */
const morning = 7

export interface ReminderParts {
  database: DataSource
  clock: Clock
  wordsFor: (reader: Reader) => Words
  send: SendPush
}

/**
 * Tells each device that asked for it what its day holds, once a day, in the morning of its yard. Several servers share the
 * work: a device is one server's at a time. A device whose permission is gone is forgotten; one that could not be reached is
 * tried again with the next round.
 */
export async function remindDevices({ database, clock, wordsFor, send }: ReminderParts): Promise<number> {
  const ids: { id: string }[] = await database.query('SELECT id FROM push_subscription ORDER BY id')
  let messages = 0
  for (const { id } of ids)
    await database.transaction(async (manager) => {
      const [row] = await manager
        .createQueryBuilder<StoredPush>('push_subscription', 'p')
        .setLock('pessimistic_write')
        .setOnLocked('skip_locked')
        .where('p.id = :id', { id })
        .getMany()
      if (!row) return
      const scope = new AccountScope(manager, row.accountId)
      const person = await manager.findOneByOrFail<StoredPerson>('person', { id: row.personId })
      const words = wordsFor(person)
      const told = { ...row.told }
      for (const yard of await scope.find<Yard & { accountId: AccountId }>('yard', {
        archivedAt: IsNull(),
      })) {
        const now = clock()
        const today = dayIn(now, yard.timeZone)
        if (hourIn(now, yard.timeZone) < morning || (told[yard.id] ?? '') >= today) continue
        const events = await eventsOfDay(scope, yard, today, clock)
        const result = events.length
          ? await send(row, {
              title: yard.name,
              body: events.map((e) => words.say(entryKey(e.code), e.params)).join('\n'),
            })
          : 'sent'
        if (result === 'gone') return void (await manager.delete('push_subscription', { id }))
        if (result === 'failed') return
        if (events.length) messages++
        told[yard.id] = today
        await manager.update('push_subscription', { id }, { told })
      }
    })
  return messages
}
