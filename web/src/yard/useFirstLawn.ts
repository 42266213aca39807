import type { Zone } from '@jardinero/contract/yard'
import { newId } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useAccount, useYard } from '../state/index.ts'

/** The first lawn of a yard, with its open middle to be measured at. Added again after a fault, it adds nothing twice. */
export function useFirstLawn() {
  const account = useAccount()
  const { yard } = useYard()
  const { say } = useWords()
  const ids = { zone: newId(), middle: newId() }
  async function addLawn(turf: string): Promise<Zone> {
    const lawn = { yardId: yard.value!.id, name: say('welcome.firstZone'), turf, state: 'growing' as const }
    const zone = await account.add('zones', lawn, ids.zone)
    const middle = { name: say('welcome.firstPlace'), kind: 'middle' as const, sectionId: null, side: null }
    await account.add('places', { ...middle, zoneId: ids.zone }, ids.middle)
    return zone
  }
  return { addLawn }
}
