import { addDays, daysBetween, type Params } from '../../../quantity/index.ts'
import { isTurf } from '../../../yard/index.ts'
import { type Active } from '../../active.ts'
import { toleranceOf } from '../../grade.ts'
import type { Objection, Rule, RuleCase } from '../application.ts'
import { asks, minds, remedy, stops } from '../objection.ts'

/** A look at the crowns holds for so many days: a mild week greens bermudagrass up. */
const crownDays = 3

/** Fully dormant turf that stands a non-selective, on a label that says so: only after a look, and with no green seen. */
function checkCrown({ ground, application: { day } }: RuleCase, params: Params): Objection[] {
  const crown = ground.check?.crown
  const since = crown ? daysBetween(crown.day, day) : undefined
  if (!crown || since === undefined || since < 0 || since > crownDays)
    return [asks('almanac', 'crownNotChecked', { ...params, days: crownDays }, remedy('lookAtCrown', params))]
  return crown.green
    ? [stops('almanac', 'crownGreen', { ...params, day: crown.day }, remedy('untilDormant', params))]
    : []
}

function judgeActive(active: Active, about: RuleCase): Objection[] {
  const { turf, state, name: zone } = about.ground
  const found = toleranceOf(active, turf, state)
  const params = { active: active.name, turf, zone, state }
  const why = { ...params, turfWhy: found?.reason ?? 'none' }
  if (!found) return [stops('almanac', 'turfNotKnown', params)]
  if (active.nonSelective && (found.verdict === 'kills' || found.verdict === 'injures'))
    return [stops('almanac', 'nonSelectiveStop', why)]
  if (found.verdict === 'kills') return [stops('almanac', 'activeKillsTurf', params)]
  if (found.verdict === 'injures')
    return found.reason === 'drought'
      ? [stops('almanac', 'turfInDrought', params, remedy('waterFirst', { zone }))]
      : [stops('almanac', 'activeInjuresTurf', why)]
  if (found.verdict === 'caution' && found.reason === 'crownCheck') return checkCrown(about, params)
  return found.verdict === 'caution' ? [minds('almanac', 'turfCaution', why)] : []
}

/** What each active does to this turf as it is, whatever the label lists; a look at the crown before a non-selective. */
export const tolerance: Rule = (about) =>
  isTurf(about.ground.turf) ? about.known.flatMap((active) => judgeActive(active, about)) : []

/** So long after seed was sown turf counts as seedling, whatever state it was given. Estimate: four mowings at the latest. */
const seedlingDays = 60

function judgeYoung(active: Active, { application, ground, limits }: RuleCase): Objection[] {
  const { rules, day } = application
  const { madeBy = 'seed', mowings, laidOn } = ground.check ?? {}
  const params = { active: active.name, zone: ground.name, label: rules.name }
  if (madeBy === 'seed') {
    const need = rules.seedlingMowings ?? active.seedlingMowings
    const ofLabel = rules.seedlingMowings === undefined ? 'almanac' : 'label'
    // A line that names seeded turf stands where nobody counts mowings.
    const named = limits.use?.atSeeding || limits.use?.states?.includes('seeded')
    if (need === undefined) return named ? [] : [stops(ofLabel, 'notOnSeedlings', params)]
    if (mowings === undefined && need > 0)
      return [
        asks(ofLabel, 'tooFewMowings', { ...params, mowings: 0, need }, remedy('countMowings', { need })),
      ]
    return (mowings ?? 0) < need
      ? [
          stops(
            ofLabel,
            'tooFewMowings',
            { ...params, mowings: mowings ?? 0, need },
            remedy('mowFirst', { need: need - (mowings ?? 0) }),
          ),
        ]
      : []
  }
  const weeks = madeBy === 'sod' ? active.sodWeeks : active.sprigWeeks
  if (weeks === undefined) return [stops('almanac', 'notOnNewTurf', { ...params, madeBy })]
  const stood = laidOn ? Math.floor(daysBetween(laidOn, day) / 7) : 0
  return stood < weeks
    ? [
        stops(
          'almanac',
          'tooFewWeeks',
          { ...params, madeBy, stood, need: weeks },
          laidOn ? remedy('waitUntil', { day: addDays(laidOn, weeks * 7) }) : undefined,
        ),
      ]
    : []
}

/** Young turf: mowings of seedlings, weeks of sod and sprigs. A label's own figure stands before the almanac's. */
export const young: Rule = (about) => {
  const { state, sownOn, turf } = about.ground
  const age = sownOn ? daysBetween(sownOn, about.application.day) : undefined
  const isYoung = state === 'seeded' || (age !== undefined && age >= 0 && age < seedlingDays)
  return isYoung && isTurf(turf) ? about.known.flatMap((active) => judgeYoung(active, about)).slice(0, 1) : []
}
