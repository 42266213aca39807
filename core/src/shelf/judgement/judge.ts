import type { Caution } from '../../quantity/index.ts'
import { isTurf } from '../../yard/index.ts'
import { createActiveFinder } from '../names.ts'
import { kindOf } from '../label.ts'
import {
  situationOn,
  type Application,
  type Circumstances,
  type JudgedGround,
  type Judgement,
  type Objection,
  type Rule,
} from './application.ts'
import { usualAmount } from './rules/amount.ts'
import { firstOpenDay, heat } from './rules/heat.ts'
import { activeKnown, labelLine, spotRate, strengthKnown } from './rules/label.ts'
import { beside, capOfPlace, ownRestrictions, whoAndWhere } from './rules/place.ts'
import { fallingSoil, reachedAgain } from './rules/season.ts'
import { wantedPlants } from './rules/openGround.ts'
import { seedingToCome } from './rules/seeding.ts'
import { tolerance, young } from './rules/turf.ts'
import { checkOnGround } from './worstGround.ts'

/** Every rule of whether something may go down here, now; in the order in which they are told. */
export const rules = {
  activeKnown,
  strengthKnown,
  whoAndWhere,
  capOfPlace,
  ownRestrictions,
  tolerance,
  labelLine,
  spotRate,
  usualAmount,
  young,
  seedingToCome,
  fallingSoil,
  reachedAgain,
  beside,
  wantedPlants,
  heat,
} satisfies Record<string, Rule>

/** What nobody's own reason moves. */
const fixed = new Set<Objection['source']>(['label', 'law'])

const sameWords = (a: Objection, b: Objection): boolean =>
  a.code === b.code && JSON.stringify(a.params) === JSON.stringify(b.params)
const toldOnce = (all: Objection[]): Objection[] =>
  all.filter((o, i) => all.findIndex((other) => sameWords(o, other)) === i)

const asCaution = ({ code, params }: Objection): Caution => ({ code, params })

/**
 * Whether a product may go down on a piece of ground on a day: the one place where that is judged. Shelf, Season, Bench, Outing
 * and the open calculators ask it and nothing else. What is no herbicide is held against its label alone.
 */
export function judgeApplication(
  application: Application,
  ground: JudgedGround,
  circumstances: Circumstances,
): Judgement {
  const { day, rate, carrierVolume, purpose } = application
  const activeOf = createActiveFinder(circumstances.actives)
  const known = application.rules.actives.flatMap((a) => activeOf(a.name) ?? [])
  const limits = checkOnGround(
    {
      rules: application.rules,
      day,
      ...(purpose && { purpose }),
      ...(rate && { rate }),
      ...(carrierVolume && { carrierVolume }),
    },
    ground,
  )
  const situation = situationOn(circumstances.situation, ground)
  const about = { application, ground, circumstances: { ...circumstances, situation }, known, limits }
  const asked = kindOf(application.rules) === 'herbicide' ? Object.values(rules) : [labelLine]
  const all = toldOnce(asked.flatMap((rule) => rule(about)))
  const against = all.filter((o) => o.kind !== 'minds')
  const overridden = circumstances.override?.trim() ? against.filter((o) => !fixed.has(o.source)) : []
  const refusals = against.filter((o) => !overridden.includes(o))
  const cautions = [
    ...all.filter((o) => o.kind === 'minds').map(asCaution),
    ...(overridden.length
      ? [{ code: 'overridden', params: { reason: circumstances.override!.trim() } }]
      : []),
  ]
  const opens = firstOpenDay(application.rules, known, circumstances.outlook ?? [], day, isTurf(ground.turf))
  const weatherOnly = refusals.length > 0 && refusals.every((o) => o.source === 'weather')
  return {
    outcome: refusals.some((o) => o.kind === 'stops')
      ? 'no'
      : refusals.length
        ? 'asks'
        : cautions.length
          ? 'cautions'
          : 'yes',
    refusals,
    cautions,
    limits,
    ...(weatherOnly && opens && { opensOn: opens }),
  }
}
