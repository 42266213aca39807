import { convert, findUnit, type RatePerAreaUnit, type Unit } from '../../quantity/index.ts'
import { measureOfFormulation, type LabelRules } from '../label.ts'
import { spotWetting } from '../wetting.ts'
import { quantity, refuse, warn, type FindRule, type Finding } from './finding.ts'

type Spot = NonNullable<LabelRules['spots']>[number]

/** Two printed spot mixes are of one strength within this share: labels round to the half ounce. */
const rounding = 0.15
const perGallon = ({ amount, waterGal }: Spot, unit: Unit): number | undefined => {
  if (findUnit(amount.unit)?.dimension !== findUnit(unit)?.dimension) return undefined
  const value = convert(amount.value, amount.unit, unit) / waterGal
  return Number.isFinite(value) && value > 0 ? value : undefined
}

/** Spot mixes of different strength, and spot mixes that no believable spray volume brings to the area rate. */
export const findSpots: FindRule = ({ rules, at }) => {
  const spots = rules.spots ?? []
  const unit = measureOfFormulation(rules.formulation) === 'mass' ? 'oz' : 'floz'
  const each = spots.map((spot) => perGallon(spot, unit))
  const found: Finding[] = []
  const strengths = each.filter((s) => s !== undefined)
  const [use] = rules.uses
  each.forEach((strength, i) => {
    if (strength === undefined) return
    const field = `${at}.spots.${i}`
    const { amount, waterGal } = spots[i]!
    const mix = {
      amount: quantity(amount.value, amount.unit),
      water: quantity(waterGal, 'gal'),
      strength: quantity(strength, `${unit}/gal`),
    }
    const first = strengths[0]!
    if (i > 0 && Math.abs(strength / first - 1) > rounding)
      found.push(
        refuse('spotDisagrees', field, {
          ...mix,
          otherStrength: quantity(first, `${unit}/gal`),
          times: Number((Math.max(strength, first) / Math.min(strength, first)).toFixed(1)),
          same: quantity(first * waterGal, unit),
        }),
      )
    else if (use && Number.isFinite(use.rate.max) && use.rate.max > 0) {
      const per1000 = `${unit}/1000ft2` as RatePerAreaUnit
      if (findUnit(use.rate.unit)?.dimension !== findUnit(per1000)?.dimension) return
      const max = convert(use.rate.max, use.rate.unit, per1000)
      const min = convert(use.rate.min, use.rate.unit, per1000)
      const [low, high] = [strength * spotWetting.least, strength * spotWetting.most]
      if (low > max * (1 + rounding) || high < min * (1 - rounding))
        found.push(
          warn('spotAgainstRate', field, {
            ...mix,
            low: quantity(low, per1000),
            high: quantity(high, per1000),
            min: quantity(min, per1000),
            max: quantity(max, per1000),
            fits: quantity(max, `${unit}/gal`),
          }),
        )
    }
  })
  return found
}
