import { almanac } from '@jardinero/almanac'
import type { Calibration, Mix, MixOrder, Sprayer } from '@jardinero/contract/bench'
import type { Label } from '@jardinero/contract/shelf'
import type { Section, Zone } from '@jardinero/contract/yard'
import { computeCalibration, computeMix, type MixRequest } from '@jardinero/core/bench'
import { computeArea } from '@jardinero/core/yard'
import { passesOnZone } from '../ledger/index.ts'
import { createAround } from '../shelf/index.ts'
import type { Clock } from '../platform/clock.ts'
import { accept } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

/** Everything a mix rests on, looked up in the account. */
async function gatherRequest(scope: AccountScope, order: MixOrder): Promise<MixRequest> {
  const zone = await scope.get<Zone>('zone', order.zoneId)
  const { around, facts } = await createAround(scope, { day: order.day, touched: [zone.id] })(zone)
  const label = await scope.get<Label>('label', order.labelId)
  const calibration = await scope.get<Calibration>('calibration', order.calibrationId)
  const sprayer = await scope.get<Sprayer>('sprayer', calibration.sprayerId)
  const sections = await scope.find<Section>('section', { zoneId: zone.id })
  const { area, uncertainty } = accept(computeArea(sections))
  const { carrierVolume } = accept(computeCalibration(calibration.runs))
  return {
    rules: label.rules,
    name: zone.name,
    turf: zone.turf,
    state: zone.state,
    rate: order.rate,
    carrierVolume: { value: carrierVolume.value, unit: carrierVolume.unit },
    day: order.day,
    passes: await passesOnZone(scope, zone),
    areaSqFt: area.value,
    areaUncertaintySqFt: uncertainty.value,
    capacityGal: sprayer.capacityGal ?? NaN,
    loadPlan: order.loadPlan,
    tool: order.tool,
    actives: almanac.actives,
    around,
    ...facts,
  }
}

/** Makes and keeps a mix. The same id again answers with the mix that is there. @throws ProblemError refused with every reason. */
export async function makeMix(
  scope: AccountScope,
  order: MixOrder & { id: string },
  clock: Clock,
): Promise<{ row: Mix; added: boolean }> {
  const request = await gatherRequest(scope, order)
  const result = accept(computeMix(request))
  return scope.add<Mix>('mix', {
    ...order,
    rules: request.rules,
    areaSqFt: request.areaSqFt,
    result,
    madeAt: clock().toISOString(),
    state: request.state,
  })
}
