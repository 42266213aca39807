import { almanac } from '@jardinero/almanac'
import type { Calibration, Mix, MixFigures, Sprayer, Spread, SpreadOrder } from '@jardinero/contract/bench'
import type { Label } from '@jardinero/contract/shelf'
import { computeAnyCalibration, planSpread, treatedSqFt } from '@jardinero/core/bench'
import { convert, figure, operand } from '@jardinero/core/quantity'
import type { Clock } from '../platform/clock.ts'
import { fixedId } from '../platform/fixedId.ts'
import { accept, ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { groundsOf } from './tanks.ts'

/** What goes down on one lawn, lb: its share by the ground it is. Granules need no water. */
function figuresOf({ rate }: SpreadOrder, sqFt: number): MixFigures {
  const asked = operand(rate.value, rate.unit)
  const product = figure('lb', [
    {
      code: 'product',
      formula: '{rate} × {area}',
      operands: { rate: asked, area: operand(sqFt, 'ft2') },
      result: operand(convert(rate.value, rate.unit, 'lb/ft2') * sqFt, 'lb'),
      source: 'label',
    },
  ])
  return {
    water: figure('gal', [{ code: 'noWater', formula: '0', operands: {}, result: operand(0, 'gal') }]),
    product,
    measured: product,
    measuredRate: figure(rate.unit, [
      { code: 'measuredRate', formula: '{rate}', operands: { rate: asked }, result: asked },
    ]),
  }
}

/**
 * Plans granules over zones and keeps the spread with a mix a zone, so that the ledger can write it down. The same id again
 * answers with the spread that is there. @throws ProblemError refused with every reason
 */
export async function makeSpread(
  scope: AccountScope,
  order: SpreadOrder & { id: string },
  madeBy: string,
  clock: Clock,
): Promise<{ row: Spread; added: boolean }> {
  const [here] = await scope.find<Spread>('spread', { id: order.id })
  if (here) return { row: here, added: false }
  const calibration = await scope.get<Calibration>('calibration', order.calibrationId)
  const spreader = await scope.get<Sprayer>('sprayer', calibration.sprayerId)
  const calibrated = accept(computeAnyCalibration(calibration))
  if (spreader.hopperLb === null)
    throw new ProblemError('refused', [{ code: 'capacityNotPositive', field: 'calibrationId', params: {} }])
  const { rules } = await scope.get<Label>('label', order.labelId)
  const grounds = await groundsOf(scope, order)
  const request = {
    day: order.day,
    grounds,
    rules,
    rate: order.rate,
    hopperLb: spreader.hopperLb,
    directions: order.directions,
    ...(order.override && { override: order.override }),
    ...(calibrated.kind === 'spreader' && { spreadRate: calibrated.spreadRate.value }),
  }
  const plan = accept(planSpread({ ...request, actives: almanac.actives }))
  const madeAt = clock().toISOString()
  const mixes = grounds.map((ground): Mix => {
    const areaSqFt = treatedSqFt(ground)
    return {
      id: fixedId(`${order.id}/${ground.id}`),
      zoneId: ground.id,
      labelId: order.labelId,
      calibrationId: order.calibrationId,
      day: order.day,
      rate: order.rate,
      loadPlan: null,
      tool: null,
      rules,
      areaSqFt,
      result: figuresOf(order, areaSqFt),
      madeAt,
      spreadId: order.id,
      stripSqFt: ground.edgeSqFt ?? null,
      state: ground.state,
    }
  })
  const { outlook: _, override: __, ...ordered } = order
  const made = await scope.add<Spread>('spread', {
    ...ordered,
    request,
    plan,
    spreader: spreader.name,
    madeAt,
    madeBy,
    mixIds: mixes.map((m) => m.id),
  })
  if (made.added) await scope.addAll('mix', mixes)
  return made
}
