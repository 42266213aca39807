import {
  accepted,
  type Caution,
  type Figure,
  type MassUnit,
  type Outcome,
  type Quantity,
  type RatePerAreaUnit,
  type VolumeUnit,
} from '../quantity/index.ts'
import { factsAmong, type GroundFacts, type LimitRequest, type YearUse } from '../shelf/index.ts'
import type { FillingStep } from './filling.ts'
import type { LoadPlan } from './loads.ts'
import { measuringTools, usualTools, type MeasuredDose, type ToolId } from './measure.ts'
import type { TankGround, TankRequest } from './tank/request.ts'
import { computeTank } from './tank/tank.ts'

export interface MixRequest
  extends
    LimitRequest,
    Pick<TankRequest, 'actives' | 'override'>,
    Pick<TankGround, 'around' | keyof GroundFacts> {
  rate: Quantity<RatePerAreaUnit>
  carrierVolume: Quantity<'gal/1000ft2'>
  areaSqFt: number
  /** One standard uncertainty of the area. */
  areaUncertaintySqFt?: number
  /** What the sprayer is filled to at most. */
  capacityGal: number
  loadPlan: LoadPlan
  tool: ToolId
  /** How the ground is called in what is said of it. */
  name?: string
}

/** One tank: its water, the ground it covers, the product planned and as the tool shows it. */
export interface Load {
  water: Figure<'gal'>
  covers: Figure<'ft2'>
  planned: Figure<MassUnit | VolumeUnit>
  measured: MeasuredDose
  filling: FillingStep[]
}

export interface Mix {
  water: Figure<'gal'>
  /** Rate × area; the planned loads sum to it. */
  product: Figure<MassUnit | VolumeUnit>
  /** What the marks of the tool make of it: the figure that is recorded. */
  measured: Figure<MassUnit | VolumeUnit>
  /** Measured product over the measured area. */
  measuredRate: Figure<RatePerAreaUnit>
  concentration: Figure
  loads: Load[]
  yearUse: YearUse
  /** Share of the year's maximum used once this mix is down; absent where the label states none. */
  yearShare?: Figure<'ratio'>
  cautions: Caution[]
}

/**
 * One product in one sprayer over one area: the tank of one product, told in its own terms. An adjuvant that its label
 * needs is left to the person here. Refused, with every reason, where the label or the sizes stand against it.
 */
export function computeMix(request: MixRequest): Outcome<Mix> {
  const { rules, turf, state, areaSqFt, passes, areaUncertaintySqFt, tool, rate, name = '' } = request
  const { actives, override, around } = request
  const { adjuvant: _, ...alone } = rules
  const tank = computeTank({
    day: request.day,
    grounds: [
      {
        id: 'ground',
        name,
        turf,
        state,
        areaSqFt,
        mode: 'broadcast',
        passes,
        ...(areaUncertaintySqFt !== undefined && { areaUncertaintySqFt }),
        ...(around && { around }),
        ...factsAmong(request),
      },
    ],
    products: [{ rules: alone, rate, tool: { id: tool, ...measuringTools[tool] } }],
    carrierVolume: request.carrierVolume,
    capacityGal: request.capacityGal,
    loadPlan: request.loadPlan,
    tools: usualTools,
    ...(actives && { actives }),
    ...(override && { override }),
  })
  if (!tank.ok)
    return {
      ok: false,
      refusals: tank.refusals.map(({ field = '', ...r }) => ({
        ...r,
        field: field.replace(/^(products|grounds)\.0\./, ''),
      })),
    }
  const { water, loads, products, cautions } = tank.value
  const [product] = products
  const { use: yearUse, share: yearShare } = product!.years['ground']!
  return accepted({
    water,
    product: product!.planned,
    measured: product!.measured,
    measuredRate: product!.measuredRate!,
    concentration: product!.concentration,
    loads: loads.map(({ doses, ...load }) => ({
      ...load,
      planned: doses[0]!.planned,
      measured: doses[0]!.measured,
    })),
    yearUse,
    ...(yearShare && { yearShare }),
    cautions: cautions.filter((c) => c.code !== 'useSameDay'),
  })
}
