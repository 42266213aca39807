import { convert, findUnit, type RatePerAreaUnit, unitParts } from '../../quantity/index.ts'
import type { LabelRules } from '../label.ts'
import { quantity, refuse, warn, type FindRule, type Finding } from './finding.ts'

type Claim = NonNullable<LabelRules['coverage']>[number]

/** Two claims within this share of each other are one claim, rounded. */
const rounding = 0.03

/** What a claim puts on 1,000 ft², in a unit; nothing where the amount is of another measure or no number. */
function impliedRate({ amount, areaSqFt }: Claim, unit: RatePerAreaUnit): number | undefined {
  const per = `${amount.unit}/ft2`
  if (findUnit(per)?.dimension !== findUnit(unit)?.dimension) return undefined
  const rate = convert(amount.value / areaSqFt, per as RatePerAreaUnit, unit)
  return Number.isFinite(rate) && rate > 0 ? rate : undefined
}

const ratesPerArea = new Set(['massPerArea', 'volumePerArea'])

/** Least and most of all the directions, in the unit of the first. */
function wholeRange({ uses }: LabelRules): { min: number; max: number; unit: RatePerAreaUnit } | undefined {
  const [first] = uses.filter((u) => ratesPerArea.has(findUnit(u.rate.unit)?.dimension ?? ''))
  if (!first) return undefined
  const { unit } = first.rate
  const same = uses.filter((u) => findUnit(u.rate.unit)?.dimension === findUnit(unit)?.dimension)
  const [mins, maxs] = (['min', 'max'] as const).map((k) =>
    same.map((u) => convert(u.rate[k], u.rate.unit, unit)).filter((v) => Number.isFinite(v) && v > 0),
  ) as [number[], number[]]
  return mins.length && maxs.length ? { min: Math.min(...mins), max: Math.max(...maxs), unit } : undefined
}

/** Coverage claims of a package that cannot both hold, and claims that fit no rate of the directions. */
export const findCoverage: FindRule = ({ rules, at }) => {
  const range = wholeRange(rules)
  const claims = rules.coverage ?? []
  if (!range) return []
  const implied = claims.map((claim) => impliedRate(claim, range.unit))
  const found: Finding[] = []
  const covers = (claim: Claim) => {
    const [top, ground] = unitParts(range.unit)
    const amount = convert(claim.amount.value, claim.amount.unit, top)
    const area = (rate: number) => convert(amount / rate, ground!, 'ft2')
    return { least: quantity(area(range.max), 'ft2'), most: quantity(area(range.min), 'ft2') }
  }
  implied.forEach((rate, i) => {
    if (rate === undefined) return
    const claim = claims[i]!
    const field = `${at}.coverage.${i}`
    const other = implied.findIndex((r, j) => {
      if (j >= i || r === undefined) return false
      const apart = Math.max(r, rate) / Math.min(r, rate)
      return apart > (range.max / range.min) * (1 + rounding)
    })
    const params = {
      amount: quantity(claim.amount.value, claim.amount.unit),
      area: quantity(claim.areaSqFt, 'ft2'),
      rate: quantity(rate, range.unit),
      ...covers(claim),
    }
    if (other >= 0) {
      const { amount, areaSqFt } = claims[other]!
      found.push(
        refuse('coverageDisagrees', field, {
          ...params,
          otherAmount: quantity(amount.value, amount.unit),
          otherArea: quantity(areaSqFt, 'ft2'),
          otherRate: quantity(implied[other]!, range.unit),
        }),
      )
    } else if (rate > range.max * (1 + rounding) || rate < range.min * (1 - rounding))
      found.push(
        warn('coverageAgainstRate', field, {
          ...params,
          min: quantity(range.min, range.unit),
          max: quantity(range.max, range.unit),
        }),
      )
  })
  return found
}
