import { addDays, convert, yearOf, type Day, type Quantity, type RatePerAreaUnit } from '../quantity/index.ts'
import {
  airBand,
  controlLevel,
  efficacyOf,
  findUse,
  type Active,
  type Efficacy,
  type LabelRules,
  type WeedStage,
} from '../shelf/index.ts'
import type { TurfState } from '../yard/index.ts'
import { yearsOfOneGroup, type FailedPass } from './diagnosis.ts'
import type { WaterDay, WateringIn } from './watering.ts'

/** What is known around a pass that is said to have failed. */
export interface AroundPass {
  activeOf: (name: string) => Active | undefined
  /** Rain by day, as far as it is known. */
  water: WaterDay[]
  watering?: WateringIn
  /** Weeds seen on the zone, with the stage they had. */
  finds: { plant: string | null; foundOn: Day; stage: string | null }[]
  /** First days on which one in ten of the weed's seedlings was up, at places of the zone. */
  emerged: Day[]
  /** What went down on the zone in each year. */
  history: Parameters<typeof yearsOfOneGroup>[0]
  lastMown?: Day | null
}

/** A pass as it was written down. */
export interface PassWrittenDown {
  day: Day
  rules: LabelRules
  rate: Quantity<RatePerAreaUnit>
  turf: string
  state?: TurfState | null
  airC: number | null
  wateredInOn: Day | null
}

/** What the actives of a label do to a weed at a stage: the best of them. */
function bestEfficacy(
  rules: LabelRules,
  activeOf: AroundPass['activeOf'],
  plant: string,
  stage: WeedStage,
): Efficacy | undefined {
  const found = rules.actives.flatMap(({ name }) => {
    const active = activeOf(name)
    return (active && efficacyOf(active, plant, stage)) ?? []
  })
  return found.toSorted((a, b) => controlLevel(b) - controlLevel(a))[0]
}

/** Days after the pass in which a weed that is found is still the one it met. */
const seenWithinDays = 7

/** Gathers the facts of a failed pass for the diagnosis, of one weed. What is not known is left out. */
export function gatherFailedPass(pass: PassWrittenDown, plant: string, around: AroundPass): FailedPass {
  const { day, rules, rate, airC } = pass
  const { activeOf, water, watering, finds, history, lastMown } = around
  const use = findUse(rules, pass)
  const purpose = use?.purpose ?? 'postEmergent'
  const find = finds
    .filter((f) => f.plant === plant && f.foundOn <= addDays(day, seenWithinDays))
    .toSorted((a, b) => (a.foundOn < b.foundOn ? 1 : -1))[0]
  const stage = find?.stage as WeedStage | undefined
  const efficacy = stage && bestEfficacy(rules, activeOf, plant, stage)
  const rainOn = (on: Day) => water.find((d) => d.day === on)?.rainMm
  const [today, next] = [rainOn(day), rainOn(addDays(day, 1))]
  const [emerged] =
    purpose === 'preEmergent' ? around.emerged.filter((d) => yearOf(d) === yearOf(day)).toSorted() : []
  const { unit } = rate
  const group = rules.actives[0]?.group
  return {
    day,
    purpose,
    rules,
    rate,
    plant,
    ...(use && {
      range: {
        min: convert(use.rate.min, use.rate.unit, unit),
        max: convert(use.rate.max, use.rate.unit, unit),
      },
    }),
    ...(emerged && { emerged }),
    ...(watering && !pass.wateredInOn && { watering }),
    ...(stage && { stage }),
    ...(efficacy && { efficacy }),
    ...(today !== undefined && next !== undefined && { rainMm: [today, next] as [number, number] }),
    ...(lastMown && { mown: [lastMown] }),
    ...(airC !== null && { highC: airC }),
    band: airBand(
      rules,
      rules.actives.flatMap((a) => activeOf(a.name) ?? []),
    ),
    ...(group && { group, sameGroupYears: yearsOfOneGroup(history, group, yearOf(day)) }),
  }
}
