import { In } from 'typeorm'
import { almanac } from '@jardinero/almanac'
import type {
  Calibration,
  DrawOrder,
  Mix,
  Sprayer,
  Tank,
  TankOrder,
  ToolRow,
} from '@jardinero/contract/bench'
import type { Label } from '@jardinero/contract/shelf'
import type { Place, Section, Zone } from '@jardinero/contract/yard'
import {
  computeAnyCalibration,
  computeTank,
  drawOff,
  mixedSqFt,
  treatedSqFt,
  usualTools,
  type OwnedTool,
  type TankGround,
  type TankMix,
  type TankRequest,
} from '@jardinero/core/bench'
import { figure, operand } from '@jardinero/core/quantity'
import { kindOf } from '@jardinero/core/shelf'
import { computeArea, edgesOf, stripsOn, type Strip } from '@jardinero/core/yard'
import { passesOnZone } from '../ledger/index.ts'
import { createAround } from '../shelf/index.ts'
import { jobsServed, mixFor } from '../job/index.ts'
import type { Clock } from '../platform/clock.ts'
import { fixedId } from '../platform/fixedId.ts'
import { accept, ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

/** The strips of an order, each with its area. @throws ProblemError notFound, refused where one has no width or no side any more */
async function stripsOf(
  scope: AccountScope,
  { zoneId, stripIds = [] }: TankOrder['zones'][number],
  sections: Section[],
): Promise<Strip[]> {
  if (!stripIds.length) return []
  const places = await scope.find<Place>('place', { zoneId, id: In(stripIds) })
  const strips = stripsOn(places, sections)
  if (strips.length < stripIds.length)
    throw new ProblemError('refused', [{ code: 'stripMissing', field: 'zones', params: {} }])
  return strips
}

async function groundOf(
  scope: AccountScope,
  asked: TankOrder['zones'][number],
  aroundOf: ReturnType<typeof createAround>,
): Promise<TankGround> {
  const zone = await scope.get<Zone>('zone', asked.zoneId)
  const { facts, around } = await aroundOf(zone)
  const sections = await scope.find<Section>('section', { zoneId: zone.id })
  const measured = computeArea(sections)
  const strips = await stripsOf(scope, asked, sections)
  const { spotSqFt } = asked
  // Spots by the can need no lawn that is measured: they are so much ground themselves.
  const { area, uncertainty } =
    !measured.ok && asked.mode === 'spot' && spotSqFt
      ? { area: { value: spotSqFt }, uncertainty: { value: 0 } }
      : accept(measured)
  return {
    id: zone.id,
    name: zone.name,
    turf: zone.turf,
    state: zone.state,
    areaSqFt: area.value,
    areaUncertaintySqFt: uncertainty.value,
    mode: asked.mode,
    ...(asked.spotSqFt !== null && { spotSqFt: asked.spotSqFt }),
    ...edgesOf(asked.edgeSqFt, strips),
    passes: await passesOnZone(scope, zone),
    ...facts,
    around,
  }
}

/** The lawns of an order, each with what stands around it. */
export async function groundsOf(
  scope: AccountScope,
  { zones, day, outlook }: Pick<TankOrder, 'zones' | 'day' | 'outlook'>,
): Promise<TankGround[]> {
  const aroundOf = createAround(scope, { day, touched: zones.map((z) => z.zoneId), outlook })
  const grounds: TankGround[] = []
  for (const asked of zones) grounds.push(await groundOf(scope, asked, aroundOf))
  return grounds
}

async function ownTools(scope: AccountScope): Promise<OwnedTool[]> {
  const rows = await scope.find<ToolRow>('measuring_tool')
  return rows.map(({ id, name, measure, kind, step, unit, holds }) => ({
    id,
    name,
    measure,
    kind,
    step,
    unit,
    ...(holds !== null && { holds }),
  }))
}

async function productsOf(
  scope: AccountScope,
  order: TankOrder,
  tools: OwnedTool[],
): Promise<TankRequest['products']> {
  const products: TankRequest['products'] = []
  for (const [i, asked] of order.products.entries()) {
    const { rules } = await scope.get<Label>('label', asked.labelId)
    const tool = asked.tool === null ? undefined : [...tools, ...usualTools].find((t) => t.id === asked.tool)
    if (asked.tool !== null && !tool)
      throw new ProblemError('refused', [{ code: 'toolMissing', field: `products.${i}.tool`, params: {} }])
    products.push({
      rules,
      ...(asked.rate && { rate: asked.rate }),
      ...(asked.concentration && { concentration: asked.concentration }),
      ...(tool && { tool }),
    })
  }
  return products
}

/** Everything a tank rests on, looked up in the account. */
async function gatherTank(
  scope: AccountScope,
  order: TankOrder,
): Promise<{ request: TankRequest; sprayer: Sprayer }> {
  const calibration = await scope.get<Calibration>('calibration', order.calibrationId)
  const sprayer = await scope.get<Sprayer>('sprayer', calibration.sprayerId)
  const calibrated = accept(computeAnyCalibration(calibration))
  if (calibrated.kind === 'spreader')
    throw new ProblemError('refused', [
      { code: 'spreaderForTank', field: 'calibrationId', params: { sprayer: sprayer.name } },
    ])
  const grounds = await groundsOf(scope, order)
  const tools = await ownTools(scope)
  const request: TankRequest = {
    day: order.day,
    grounds,
    products: await productsOf(scope, order, tools),
    carrierVolume: { value: calibrated.carrierVolume.value, unit: 'gal/1000ft2' },
    ...(calibration.method === 'usual' && { carrierIsUsual: true }),
    capacityGal: Math.min(order.fillGal ?? Infinity, sprayer.capacityGal ?? NaN),
    loadPlan: order.loadPlan,
    ...(order.spareGal && { spareGal: order.spareGal }),
    tools: [...tools, ...usualTools],
    ...(order.waterFirst !== null && { waterFirst: order.waterFirst }),
    ...(order.water && { water: order.water }),
    actives: almanac.actives,
    ...(order.override && { override: order.override }),
  }
  return { request, sprayer }
}

/** One herbicide on one zone, as the ledger writes it down: its share of what was measured, by the ground it went over. */
function mixOf(
  tank: Pick<Tank, 'id' | 'day' | 'calibrationId' | 'loadPlan' | 'madeAt' | 'products'>,
  request: TankRequest,
  result: TankMix,
  ground: TankGround,
  index: number,
): Mix {
  const product = result.products[index]!
  const sqFt = treatedSqFt(ground)
  const share = sqFt / mixedSqFt(request)
  const { measured, measuredRate } = product
  const year = product.years[ground.id]!
  const part = <U extends typeof measured.unit | 'gal'>(unit: U, whole: number, working = measured.working) =>
    figure(unit, [
      ...working,
      {
        code: 'zoneShare',
        formula: '{whole} × {area} ÷ {treated}',
        operands: {
          whole: operand(whole, unit),
          area: operand(sqFt, 'ft2'),
          treated: operand(mixedSqFt(request), 'ft2'),
        },
        result: operand(whole * share, unit),
      },
    ])
  const { rules, rate } = request.products[index]!
  return {
    id: fixedId(`${tank.id}/${ground.id}/${index}`),
    zoneId: ground.id,
    labelId: tank.products[index]!.labelId,
    calibrationId: tank.calibrationId,
    day: tank.day,
    rate: rate!,
    loadPlan: tank.loadPlan,
    tool: result.loads[0]!.doses[index]!.measured.tool as Mix['tool'],
    rules,
    areaSqFt: sqFt,
    result: {
      water: part('gal', result.water.value, result.water.working),
      product: part(product.planned.unit, product.planned.value, product.planned.working),
      measured: part(measured.unit, measured.value),
      measuredRate: measuredRate!,
      concentration: product.concentration,
      loads: [],
      yearUse: year.use,
      ...(year.share && { yearShare: year.share }),
      cautions: [],
    },
    madeAt: tank.madeAt,
    tankId: tank.id,
    stripSqFt: ground.edgeSqFt ?? null,
    state: ground.state,
  }
}

/** Keeps a tank with what the ledger records of it; the jobs it is for stand as mixed. */
async function keepTank(
  scope: AccountScope,
  tank: Omit<Tank, 'mixIds' | 'jobIds'>,
  request: TankRequest,
  { by, clock }: { by: string; clock: Clock },
): Promise<{ row: Tank; added: boolean }> {
  const mixes = request.grounds.flatMap((ground) =>
    request.products.flatMap((p, index) =>
      kindOf(p.rules) === 'herbicide' ? [mixOf(tank, request, tank.result, ground, index)] : [],
    ),
  )
  const served = await jobsServed(
    scope,
    request.grounds.map(({ id, mode }) => ({
      zoneId: id,
      day: tank.day,
      spots: mode === 'spot',
      products: request.products.map(({ rules }, i) => ({ labelId: tank.products[i]!.labelId, rules })),
    })),
  )
  const jobIds = [...new Set(served.values())]
  const { row, added } = await scope.add<Tank>('tank', { ...tank, mixIds: mixes.map((m) => m.id), jobIds })
  if (added) {
    for (const mix of mixes) await scope.add<Mix>('mix', mix)
    await mixFor(scope, jobIds, row.id, { by, clock })
  }
  return { row, added }
}

/** Makes and keeps a tank with its mixes. The same id again answers with the tank that is there. @throws ProblemError refused with every reason */
export async function makeTank(
  scope: AccountScope,
  order: TankOrder & { id: string },
  madeBy: string,
  clock: Clock,
): Promise<{ row: Tank; added: boolean }> {
  const { request, sprayer } = await gatherTank(scope, order)
  const result = accept(computeTank(request))
  const { actives: _, ...kept } = request
  const { outlook: __, override: ___, fillGal: ____, spareGal: _____, ...ordered } = order
  const tank = {
    ...ordered,
    request: kept,
    result,
    sprayer: sprayer.name,
    madeAt: clock().toISOString(),
    madeBy,
  }
  return keepTank(scope, tank, request, { by: madeBy, clock })
}

/** So much of a tank over a lawn it was not mixed for: a tank of its own. @throws ProblemError refused, notFound */
export async function drawTank(
  scope: AccountScope,
  { id, tankId, zoneId, gal }: DrawOrder & { tankId: string },
  madeBy: string,
  clock: Clock,
): Promise<{ row: Tank; added: boolean }> {
  const [here] = await scope.find<Tank>('tank', { id })
  if (here) return { row: here, added: false }
  // Two who draw at once are counted one after the other.
  const from = await scope.lock<Tank>('tank', tankId)
  const drawn = await scope.find<Tank>('tank', { drawnFrom: tankId })
  const leftGal = drawn.reduce((left, t) => left - t.result.water.value, from.result.water.value)
  if (gal > leftGal)
    throw new ProblemError('refused', [
      { code: 'drawnOverTank', field: 'gal', params: { left: { value: leftGal, unit: 'gal' } } },
    ])
  const zone = { zoneId, mode: 'broadcast' as const, spotSqFt: null, edgeSqFt: null }
  const [ground] = await groundsOf(scope, { zones: [zone], day: from.day })
  const { request, result } = accept(
    drawOff({ request: { ...from.request, actives: almanac.actives }, result: from.result }, ground!, gal),
  )
  const { actives: _, ...kept } = request
  const { accountId: __, mixIds: ___, jobIds: ____, ...ofTank } = from as Tank & { accountId: string }
  const tank = {
    ...ofTank,
    id,
    zones: [{ ...zone, mode: request.grounds[0]!.mode, spotSqFt: request.grounds[0]!.spotSqFt ?? null }],
    request: kept,
    result,
    madeAt: clock().toISOString(),
    madeBy,
    drawnFrom: from.id,
  }
  return keepTank(scope, tank, request, { by: madeBy, clock })
}
