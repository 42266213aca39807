import { convert, unitDefinition, type Quantity, type RatePerAreaUnit } from '../quantity/index.ts'
import { isPlanted, isTurf, type TurfState } from '../yard/index.ts'
import type { LabelRules, LabelUse, Purpose } from './label.ts'

/** What a line of the directions is looked up by. What is not given does not matter. */
export interface LineAsked {
  /** Turf code of the almanac, or of other ground. */
  turf: string
  state?: TurfState | null | undefined
  purpose?: Purpose | undefined
  /** Where several lines allow the turf, the one this rate falls in; the first of them where it falls in none. */
  rate?: Quantity<RatePerAreaUnit> | undefined
}

const sliver = 1e-9

const holds = ({ rate: range }: LabelUse, rate: Quantity<RatePerAreaUnit>): boolean => {
  if (unitDefinition(rate.unit).dimension !== unitDefinition(range.unit).dimension) return false
  const asked = convert(rate.value, rate.unit, range.unit)
  return asked >= range.min * (1 - sliver) && asked <= range.max * (1 + sliver)
}

/** Whether any line of the directions makes a barrier. */
export const makesBarrier = (rules: { uses: Pick<LabelUse, 'purpose'>[] }): boolean =>
  rules.uses.some((u) => u.purpose === 'preEmergent')

/** Whether a line of the directions is for a turf or other ground. What may go on bare ground may go on gravel, paving and fence lines. */
export const coversGround = ({ turf }: Pick<LabelUse, 'turf'>, code: string): boolean =>
  turf.includes(code) || (!isTurf(code) && !isPlanted(code) && turf.includes('bareGround'))

/** Whether any line of the directions names a turf, or the ground. */
export const namesTurf = (rules: Pick<LabelRules, 'uses'>, turf: string): boolean =>
  rules.uses.some((u) => coversGround(u, turf))

/**
 * The line of a label's directions for a turf: the only place where one is looked up. Of the lines that name the turf, in its
 * state and for the purpose asked, the one the rate falls in; the first where no rate is given or it falls in none of them;
 * undefined where there is no such line.
 */
export function findUse(
  rules: Pick<LabelRules, 'uses'>,
  { turf, state, purpose, rate }: LineAsked,
): LabelUse | undefined {
  const lines = rules.uses.filter(
    (u) =>
      coversGround(u, turf) &&
      (!purpose || u.purpose === purpose) &&
      (!state || !u.states || u.states.includes(state)),
  )
  return (rate && lines.find((line) => holds(line, rate))) ?? lines[0]
}
