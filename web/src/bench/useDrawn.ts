import { computed, ref } from 'vue'
import type { Tank } from '@jardinero/contract/bench'
import type { PassFacts } from '@jardinero/contract/ledger'
import { kindOf } from '@jardinero/core/shelf'
import { get, newId, send } from '../kit/api.ts'
import { useSeason } from '../state/index.ts'

/** What went out of a tank so far: by its lawns' records, and over others by tanks of their own. */
export function useDrawn(tank: () => Tank) {
  const season = useSeason()
  const draws = ref<Tank[]>([])
  const url = `/api/bench/tanks/${tank().id}/draws`
  void get<Tank[]>(url).then(
    (there) => (draws.value = there),
    () => undefined,
  )
  /** What the ledger records of one lawn: a mix a herbicide, in the order of the lawns. */
  function recordsOf(groundId: string): Tank['mixIds'] {
    const { mixIds, request } = tank()
    const each = request.products.filter((p) => kindOf(p.rules) === 'herbicide').length
    const at = request.grounds.findIndex((g) => g.id === groundId)
    return mixIds.slice(at * each, (at + 1) * each)
  }
  const drawn = computed(() =>
    tank().request.grounds.flatMap(({ id: groundId }) => {
      const own = new Set(recordsOf(groundId))
      const record = season.records.find((r) => own.has(r.mixId))
      return record ? [{ groundId, gal: record.waterGal }] : []
    }),
  )
  const elsewhereGal = computed(() => draws.value.reduce((sum, d) => sum + d.result.water.value, 0))
  let ids = [newId(), newId()] as const
  /** Draws some for a lawn it was not mixed for, and writes it down as it goes out now. The same again after a fault does it once. */
  async function drawElsewhere(zoneId: string, gal: number): Promise<void> {
    const [id, recordId] = ids
    const off = await send<Tank>('POST', url, { id, zoneId, gal })
    const { madeBy: applicator } = tank()
    await season.addApplication({
      id: recordId,
      tankId: off.id,
      appliedAt: new Date().toISOString(),
      applicator,
    })
    draws.value = [...draws.value, off]
    ids = [newId(), newId()]
  }
  return { drawn, elsewhereGal, recordsOf, drawElsewhere }
}

/** One lawn of a tank that is drawn down: what is recorded of it, and the spray it takes as planned. */
export interface RecordedStop {
  mixIds: Tank['mixIds']
  gal: number
}

/** Writes a stop down: a record for each product, its share of the tank by the water that was used. */
export function useStopRecord(tank: Tank, stop: RecordedStop | undefined) {
  const season = useSeason()
  const ids = stop?.mixIds.map(() => newId()) ?? []
  const { request, result } = tank
  const herbicides = result.products.filter((p) => kindOf(request.products[p.index]!.rules) === 'herbicide')
  return async (facts: Partial<PassFacts>, waterGal: number): Promise<void> => {
    for (const [i, mixId] of stop!.mixIds.entries()) {
      const { value, unit } = herbicides[i]!.measured
      const product = { value: (value * waterGal) / result.water.value, unit }
      await season.addRecord({ ...facts, id: ids[i]!, mixId, waterGal, product })
    }
  }
}
