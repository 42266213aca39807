import { watch } from 'vue'
import type { ApplicationRecord } from '@jardinero/contract/ledger'
import type { Outing } from '@jardinero/contract/outing'
import { useAccount } from '../kit/account.ts'
import { useOutbox } from '../kit/outboxStore.ts'
import { useSeason } from '../kit/season.ts'
import { useSession } from '../kit/session.ts'
import { useOutings } from './outingStore.ts'

/** What comes of an outing once it has arrived: its records stand in the ledger, its tank is open no more. Once, in the frame. */
export function useArrivals(): void {
  const account = useAccount()
  const season = useSeason()
  const outings = useOutings()
  const outbox = useOutbox()
  const session = useSession()
  outbox.onAnswer('/api/outing/outings', (answer) => {
    const { outing, records } = answer as { outing: Outing; records: ApplicationRecord[] }
    account.state.outings = [...account.state.outings.filter((o) => o.id !== outing.id), outing]
    for (const record of records) season.put(record)
    outings.close(outing.tankId)
  })
  outbox.attend()
  watch(
    () => session.person?.id,
    (id) => id && void outbox.flush(),
  )
}
