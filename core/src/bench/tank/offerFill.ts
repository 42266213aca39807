import type { Quantity } from '../../quantity/index.ts'
import { planLoads } from '../loads.ts'
import { planDoses, type Dosing, type TankLoad } from './doses.ts'
import type { TankRequest } from './request.ts'

/** A level a little under the one asked for, at which what goes into each load is nearer to a mark. */
export interface FillOffer {
  level: Quantity<'gal'>
  /** The largest error of a dose then, and as it is; as it is none where a dose has no mark at all. */
  worst: Quantity<'ratio'>
  instead?: Quantity<'ratio'>
}

/** So much less water a load at the most, in steps that a tank shows. Estimates. */
const mostLess = 0.15
const stepGal = 0.05
/** An error that nobody minds, and by how much another level must be better. */
const small = 0.03
const better = 0.02

const worstOf = (loads: TankLoad[]): number =>
  Math.max(...loads.flatMap((l) => l.doses.map((d) => Math.abs(d.measured.error.value))))
const isStock = (loads: TankLoad[]) => loads.some((l) => l.doses.some((d) => d.measured.stock))

/**
 * Where full loads are measured badly, or by a stock, or not at all, the level at which they are measured best: full loads carry what
 * they cover, so a little less water is a little less of everything. Nothing where none is better.
 * @param loads as they are asked for; absent where a dose has no mark inside its label
 */
export function offerFill(
  request: TankRequest,
  dosings: Dosing[],
  waterGal: number,
  loads: TankLoad[] | undefined,
): FillOffer | undefined {
  const { capacityGal, loadPlan } = request
  if (loadPlan === 'equal' || waterGal <= capacityGal) return undefined
  const now = loads && !isStock(loads) ? worstOf(loads) : Infinity
  if (now <= small) return undefined
  const lowest = capacityGal * (1 - mostLess)
  const levels = Array.from(
    { length: Math.floor((capacityGal - lowest) / stepGal) },
    (_, i) => Math.round((capacityGal - (i + 1) * stepGal) * 100) / 100,
  )
  const offers = levels.flatMap((gal) => {
    const planned = planDoses({ ...request, capacityGal: gal }, dosings, planLoads(waterGal, gal, loadPlan))
    return planned.ok && !isStock(planned.value)
      ? [{ gal, count: planned.value.length, worst: worstOf(planned.value) }]
      : []
  })
  const [best] = offers
    .filter((o) => o.worst < now - better)
    .toSorted((a, b) => Math.round((a.worst - b.worst) * 50) || a.count - b.count || b.gal - a.gal)
  return (
    best && {
      level: { value: best.gal, unit: 'gal' },
      worst: { value: best.worst, unit: 'ratio' },
      ...(Number.isFinite(now) && { instead: { value: now, unit: 'ratio' } }),
    }
  )
}
