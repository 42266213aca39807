import { computed } from 'vue'
import type { Calibration, Sprayer } from '@jardinero/contract/bench'
import type { Label } from '@jardinero/contract/shelf'
import type { Zone } from '@jardinero/contract/yard'
import type { CanPlan } from '@jardinero/core/bench'
import { newId } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useAccount, useYard } from '../state/index.ts'
import type { Bench } from './useBench.ts'

/** A carrier so near is the same wetting. */
const sameWetting = 1e-6

/** The can as equipment: made once with its size, and a wetting of it for each strength; then a tank like any other. */
export function useCan({ choices, gear }: Pick<Bench, 'choices' | 'gear'>) {
  const account = useAccount()
  const { today } = useYard()
  const { say } = useWords()
  const cans = computed(() => account.state.sprayers.filter((s) => s.kind === 'handCan'))
  /** What one’s own can holds, where there is one. */
  const canGal = computed(() => cans.value[0]?.capacityGal ?? undefined)
  /** Whether the tank that is put together is one of cans. */
  const taken = computed(() => gear.calibration.value?.method === 'wetted')

  async function canOf(gallons: number): Promise<Sprayer> {
    const own = cans.value.find((s) => Math.abs((s.capacityGal ?? 0) - gallons) < 1e-6)
    if (own) return own
    const name = say('bench.can.named', { holds: { value: gallons, unit: 'gal' } })
    return account.add('sprayers', { name, kind: 'handCan', capacityGal: gallons, hopperLb: null }, newId())
  }
  async function wettingOf(can: Sprayer, wettedGalPer1000: number): Promise<Calibration> {
    const own = account.state.calibrations.find(
      (c) =>
        c.sprayerId === can.id &&
        c.method === 'wetted' &&
        Math.abs((c.inputs?.wettedGalPer1000 ?? 0) - wettedGalPer1000) < sameWetting,
    )
    if (own) return own
    return account.add(
      'calibrations',
      {
        sprayerId: can.id,
        day: today.value,
        runs: [],
        note: '',
        method: 'wetted',
        inputs: { wettedGalPer1000 },
      },
      newId(),
    )
  }
  /** Puts the cans together as the bench’s tank. */
  async function take(asked: { label: Label; zone: Zone; plan: CanPlan; canGal: number }): Promise<void> {
    const { label, zone, plan } = asked
    const can = await canOf(asked.canGal)
    const { id: calibrationId } = await wettingOf(can, plan.wettedGalPer1000)
    choices.value = {
      ...choices.value,
      calibrationId,
      zoneIds: [zone.id],
      labelIds: [label.id],
      ground: { [zone.id]: { mode: 'spot', spotSqFt: plan.spotSqFt } },
      doses: { [label.id]: plan.rate },
      loadPlan: 'fullThenRemainder',
    }
  }
  return { taken, canGal, take }
}
