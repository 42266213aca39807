import {
  accepted,
  convert,
  figure,
  operand,
  refused,
  type Figure,
  type MassUnit,
  type Outcome,
  type Quantity,
  type RatePerAreaUnit,
  type VolumeUnit,
} from '../quantity/index.ts'
import { findUse, measureOfFormulation, spotWetting, type LabelRules } from '../shelf/index.ts'
import { largestCapacity } from './sprayer.ts'

export interface CanAsked {
  rules: LabelRules
  /** One of the label’s printed spot mixes. */
  spot: NonNullable<LabelRules['spots']>[number]
  /** What the can is filled to, and how many of them, halves too. */
  canGal: number
  cans: number
  turf: string
  state?: Parameters<typeof findUse>[1]['state']
}
/** Spots by the can: what goes into each, and what that can have put down at most. */
export interface CanPlan {
  perCan: Figure<MassUnit | VolumeUnit>
  gallons: number
  /** Ground that one can is likely to wet, ft²; never less than the label’s rate lets it. */
  covers: { least: number; most: number }
  /** One can on less ground than this is over the label’s rate, ft². */
  leastSqFt: number
  /** As heavily as it can be meant, and no more than the label’s rate: spray on 1,000 ft², the ground then, and the rate. */
  wettedGalPer1000: number
  spotSqFt: number
  rate: Quantity<RatePerAreaUnit>
}

/** More is a job for a sprayer. Estimate. */
const mostCans = 20
/** A hair under the label’s most, so that no rounding passes it. */
const under = 1 - 1e-9

/**
 * A can of a label’s printed spot mix, without a calibration and without an area. It is counted as what it can have put down at
 * most: sprayed to wet as heavily as practice has it, up to the label’s rate for that turf.
 * @throws refused canNotASize, cansNotHalves, turfNotOnLabel, spotStrongerThanRate
 */
export function planCan({ rules, spot, canGal, cans, turf, state }: CanAsked): Outcome<CanPlan> {
  if (!(canGal > 0 && canGal <= largestCapacity.handCan))
    return refused({
      code: 'canNotASize',
      field: 'canGal',
      params: { most: { value: largestCapacity.handCan, unit: 'gal' } },
    })
  if (!(cans > 0 && cans <= mostCans && Number.isInteger(cans * 2)))
    return refused({ code: 'cansNotHalves', field: 'cans', params: { most: mostCans } })
  const use = findUse(rules, { turf, ...(state && { state }) })
  if (!use) return refused({ code: 'turfNotOnLabel', field: 'turf', params: { label: rules.name, turf } })
  const unit = measureOfFormulation(rules.formulation) === 'mass' ? ('oz' as const) : ('floz' as const)
  const perGal = convert(spot.amount.value, spot.amount.unit, unit) / spot.waterGal
  const per1000 = `${unit}/1000ft2` as const
  const allowed = convert(use.rate.max, use.rate.unit, per1000)
  // So much spray on 1,000 ft² brings the label’s rate.
  const atRate = allowed / perGal
  if (atRate < spotWetting.least)
    return refused({
      code: 'spotStrongerThanRate',
      field: 'spot',
      params: {
        label: rules.name,
        given: { value: perGal * spotWetting.least, unit: per1000 },
        limit: { value: allowed, unit: per1000 },
        fits: { value: allowed / spotWetting.most, unit: `${unit}/gal` },
      },
    })
  const wettedGalPer1000 = Math.min(spotWetting.most, atRate)
  const gallons = canGal * cans
  const rate = Math.min(use.rate.max * under, convert(perGal * wettedGalPer1000, per1000, use.rate.unit))
  const given = spot.amount.unit
  return accepted({
    perCan: figure(given, [
      {
        code: 'spotPerCan',
        formula: '{amount} × {can} ÷ {water}',
        operands: {
          amount: operand(spot.amount.value, given),
          can: operand(canGal, 'gal'),
          water: operand(spot.waterGal, 'gal'),
        },
        result: operand((spot.amount.value * canGal) / spot.waterGal, given),
        source: 'label',
      },
    ]),
    gallons,
    covers: {
      least: (canGal / wettedGalPer1000) * 1000,
      most: (canGal / spotWetting.least) * 1000,
    },
    leastSqFt: (canGal / atRate) * 1000,
    wettedGalPer1000,
    spotSqFt: (gallons / wettedGalPer1000) * 1000,
    rate: { value: rate, unit: use.rate.unit },
  })
}
