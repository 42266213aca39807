import { daysBetween, type Day, type Refusal } from '../../quantity/index.ts'
import { toleranceOf, type Active } from '../active.ts'
import type { LabelRules, Purpose } from '../label.ts'
import { checkLimits, type LimitCheck } from '../limits.ts'
import { because } from './reason.ts'
import type { ChoiceGround, TurfCheck } from './request.ts'

/** A look at the crowns holds for so many days: a mild week greens bermudagrass up. */
const crownDays = 3

/** Non-selectives: a hard stop, but for fully dormant turf that stands it, on a label that says so, after a look. */
function checkCrown(active: Active, ground: ChoiceGround, day: Day): Refusal[] {
  const { check, turf, name, state } = ground
  const params = { active: active.name, turf, zone: name }
  const turned = toleranceOf(active, turf, state)
  if (turned?.verdict !== 'caution' || turned.reason !== 'crownCheck') return []
  const crown = check?.crown
  const since = crown ? daysBetween(crown.day, day) : undefined
  if (!crown || since === undefined || since < 0 || since > crownDays)
    return [because('crownNotChecked', { ...params, days: crownDays })]
  return crown.green ? [because('crownGreen', { ...params, day: crown.day })] : []
}

function checkTolerance(active: Active, ground: ChoiceGround, day: Day): Refusal[] {
  const { turf, state, name: zone } = ground
  const found = toleranceOf(active, turf, state)
  const params = { active: active.name, turf, zone, state }
  if (!found) return [because('turfNotKnown', params)]
  if (active.nonSelective && (found.verdict === 'kills' || found.verdict === 'injures'))
    return [because('nonSelectiveStop', { ...params, turfWhy: found.reason ?? 'none' })]
  if (found.verdict === 'kills') return [because('activeKillsTurf', params)]
  if (found.verdict === 'injures') {
    if (found.reason === 'drought') return [because('turfInDrought', params)]
    return [because('activeInjuresTurf', { ...params, turfWhy: found.reason ?? 'none' })]
  }
  return checkCrown(active, ground, day)
}

/** Young turf: mowings of seedlings, weeks of sod and sprigs. A label's own figure stands before the almanac's. */
function checkYoung(rules: LabelRules, active: Active, ground: ChoiceGround, day: Day): Refusal[] {
  if (ground.state !== 'seeded') return []
  const { madeBy = 'seed', mowings = 0, laidOn }: TurfCheck = ground.check ?? {}
  const params = { active: active.name, zone: ground.name, label: rules.name }
  if (madeBy === 'seed') {
    const need = rules.seedlingMowings ?? active.seedlingMowings
    if (need === undefined) return [because('notOnSeedlings', params)]
    return mowings < need ? [because('tooFewMowings', { ...params, mowings, need })] : []
  }
  const weeks = madeBy === 'sod' ? active.sodWeeks : active.sprigWeeks
  if (weeks === undefined) return [because('notOnNewTurf', { ...params, madeBy })]
  const stood = laidOn ? Math.floor(daysBetween(laidOn, day) / 7) : 0
  return stood < weeks ? [because('tooFewWeeks', { ...params, madeBy, stood, need: weeks })] : []
}

function checkSeeding(rules: LabelRules, atSeeding: boolean, ground: ChoiceGround, day: Day): Refusal[] {
  const { seedingDay, name } = ground
  const interval = atSeeding ? 0 : rules.seedingIntervalDays
  if (!seedingDay || seedingDay < day || interval === undefined) return []
  const days = daysBetween(day, seedingDay)
  return days < interval
    ? [because('seedingTooSoon', { label: rules.name, zone: name, days, interval, seeding: seedingDay })]
    : []
}

export interface GroundAnswer {
  refusals: Refusal[]
  use?: LimitCheck['use']
  limits: LimitCheck
}

/** One product on one piece of grass: its label, its year, its actives on this turf in this state, seed before and after. */
export function judgeGround(
  rules: LabelRules,
  actives: Active[],
  ground: ChoiceGround,
  { day, purpose }: { day: Day; purpose: Purpose },
): GroundAnswer {
  const { turf, state, passes, name } = ground
  const limits = checkLimits({ rules, turf, state, purpose, day, passes })
  const onLabel = limits.refusals.map((r): Refusal => ({ ...r, params: { ...r.params, zone: name } }))
  const use = limits.use
  return {
    limits,
    ...(use && { use }),
    refusals: [
      ...actives.flatMap((a) => checkTolerance(a, ground, day)),
      ...onLabel,
      ...actives.flatMap((a) => checkYoung(rules, a, ground, day)).slice(0, 1),
      ...checkSeeding(rules, use?.atSeeding ?? false, ground, day),
    ],
  }
}
