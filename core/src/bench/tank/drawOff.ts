import { accepted, figure, operand, refused, type Figure, type Outcome } from '../../quantity/index.ts'
import { computeYearShare, judgeApplication, kindOf, worstOn } from '../../shelf/index.ts'
import type { Amount } from './doses.ts'
import type { Mixed } from './drawDown.ts'
import { circumstancesOf, mixedSqFt, type TankGround, type TankRequest } from './request.ts'
import type { TankMix, TankProduct } from './tank.ts'

/** A hair, for the last digits of a double. */
const sliver = 1e-9

/** So much of what was mixed, by the ground it goes over. */
const shareOf = <F extends Amount | Figure<'gal'>>(whole: F, share: number): F =>
  figure(whole.unit, [
    ...whole.working,
    {
      code: 'drawnShare',
      formula: '{whole} × {share}',
      operands: { whole: operand(whole.value, whole.unit), share: operand(share, 'ratio') },
      result: operand(whole.value * share, whole.unit),
    },
  ]) as F

/**
 * Some of a mixed tank over ground that it was not mixed for, at the rate that was measured: a tank of its own, which is recorded like any.
 * Where it is less than the whole ground takes it is counted as spots. Refused where a product may not go there, or where it is more
 * than the ground takes.
 */
export function drawOff(
  { request, result }: Mixed,
  asked: TankGround,
  gal: number,
): Outcome<{ request: TankRequest; result: TankMix }> {
  const { carrierVolume } = request
  const mostGal = (asked.areaSqFt * carrierVolume.value) / 1000
  if (!(gal > 0 && gal <= mostGal * (1 + sliver)))
    return refused({
      code: 'drawnOverGround',
      field: 'gal',
      params: { zone: asked.name, most: { value: mostGal, unit: 'gal' } },
    })
  const sqFt = (gal / carrierVolume.value) * 1000
  const isWhole = sqFt >= asked.areaSqFt * (1 - sliver)
  const ground: TankGround = {
    ...asked,
    mode: isWhole ? 'broadcast' : 'spot',
    ...(!isWhole && { spotSqFt: sqFt }),
  }
  const share = sqFt / mixedSqFt(request)
  const judged = result.products.map((product) => {
    const { rules } = request.products[product.index]!
    const { measuredRate: rate } = product
    return kindOf(rules) === 'herbicide' && rate
      ? judgeApplication(
          { day: request.day, rules, rate: { value: rate.value, unit: rate.unit }, carrierVolume },
          ground,
          circumstancesOf(request, ground),
        )
      : undefined
  })
  const refusals = judged.flatMap((j) => j?.refusals ?? [])
  if (refusals.length) return refused(...refusals)
  const products = result.products.map((product, i): TankProduct => {
    const use = judged[i]?.limits.yearUse
    const year = use && product.measuredRate && computeYearShare(use, worstOn(ground, product.measuredRate))
    return {
      ...product,
      planned: shareOf(product.planned, share),
      measured: shareOf(product.measured, share),
      years: use ? { [ground.id]: { use, ...(year && { share: year }) } } : {},
    }
  })
  const treated = figure('ft2', [
    {
      code: 'loadCovers',
      formula: '{water} ÷ {carrierVolume}',
      operands: {
        water: operand(gal, 'gal'),
        carrierVolume: operand(carrierVolume.value, carrierVolume.unit),
      },
      result: operand(sqFt, 'ft2'),
    },
  ])
  const { spareGal: _, ...kept } = request
  const water = shareOf(result.water, share)
  return accepted({
    request: { ...kept, grounds: [ground] },
    result: {
      treated,
      water,
      // It was filled with the rest: what was measured stands for all of it.
      loads: [{ ...result.loads[0]!, water, covers: treated, filling: [] }],
      products,
      ...(result.watering && { watering: result.watering }),
      cautions: judged.flatMap((j) => j?.cautions ?? []),
    },
  })
}
