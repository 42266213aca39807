import { watch } from 'vue'
import { useSession } from '../kit/session.ts'
import { useOutbox, useSeason } from '../state/index.ts'

/** What waits on the device is sent when it can be, and its answers are taken in. Once, in the frame. */
export function useArrivals(): void {
  // Answers of outings and readings are taken in there.
  useSeason()
  const outbox = useOutbox()
  const session = useSession()
  outbox.attend()
  watch(
    () => session.person?.id,
    (id) => id && void outbox.flush(),
  )
}
