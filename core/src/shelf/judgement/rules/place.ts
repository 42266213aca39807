import { convert, yearOf } from '../../../quantity/index.ts'
import { type Active } from '../../active.ts'
import { toleranceOf } from '../../grade.ts'
import { createActiveFinder } from '../../names.ts'
import { computeActiveRates, type Pass } from '../../yearUse.ts'
import type { Objection, Rule, ShelfSituation } from '../application.ts'
import { minds, stops } from '../objection.ts'
import { worstOn } from '../worstGround.ts'

const sameWord = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** What the law of each place that is named says of an active there. */
export function lawOn({ name, law = {} }: Active, { licensed, site, places }: ShelfSituation): Objection[] {
  return Object.entries(law)
    .filter(([place]) => places.some((own) => sameWord(own, place)))
    .flatMap(([place, { kind, known }]): Objection[] => {
      const params = { active: name, site, place, known: String(known) }
      if (kind === 'notApproved') return [stops('law', 'activeNotApproved', params)]
      if (kind === 'capped') return []
      if (kind === 'licensedOnly') return licensed ? [] : [stops('law', 'activeForLicensed', params)]
      return site === 'homeLawn' ? [stops('law', 'activeNotForSite', params)] : []
    })
}

/** Licence, kind of ground and law of the place: who may use it where. */
export const whoAndWhere: Rule = ({ application: { rules }, known, circumstances }) => {
  const { licensed, site, places } = circumstances.situation
  const label = rules.name
  const barred = rules.notIn?.find((p) => places.some((own) => sameWord(own, p)))
  return [
    ...(rules.restrictedUse && !licensed ? [stops('law', 'needsLicence', { label })] : []),
    ...(rules.sites && !rules.sites.includes(site) ? [stops('label', 'notForSite', { label, site })] : []),
    ...known.flatMap((active) => lawOn(active, circumstances.situation)),
    ...(barred ? [stops('law', 'notInPlace', { label, place: barred })] : []),
  ]
}

/** What would lie there this year, lb/acre, of the actives that are meant, with what is down already. */
function ofTheYear(
  { application: { rules, rate, day }, ground }: Pick<Parameters<Rule>[0], 'application' | 'ground'>,
  meant: (active: string) => boolean,
): number {
  const sum = (of: Pass['actives']) =>
    of.filter((a) => meant(a.name)).reduce((all, a) => all + convert(a.rate.value, a.rate.unit, 'lb/acre'), 0)
  const down = ground.passes.filter((p) => yearOf(p.day) === yearOf(day)).flatMap((p) => p.actives)
  return sum(down) + (rate ? sum(computeActiveRates(rules, worstOn(ground, rate))) : 0)
}
/** Over what the place allows in a year: both figures; undefined where it is not. */
function overOf(asked: number, mostLbPerAcre: number) {
  if (asked <= mostLbPerAcre * (1 + 1e-9)) return undefined
  const inLbPerAcre = (value: number) => ({ value, unit: 'lb/acre' as const })
  return { asked: inLbPerAcre(asked), limit: inLbPerAcre(mostLbPerAcre) }
}

/** What the law of a place lets down of an active in a year. */
export const capOfPlace: Rule = (asked) => {
  const { application, known, circumstances } = asked
  const { places } = circumstances.situation
  if (!application.rate) return []
  return known.flatMap((active) =>
    Object.entries(active.law ?? {}).flatMap(
      ([place, { kind, known: since, mostLbPerAcre }]): Objection[] => {
        if (kind !== 'capped' || !mostLbPerAcre || !places.some((own) => sameWord(own, place))) return []
        const activeOf = createActiveFinder([active])
        const over = overOf(
          ofTheYear(asked, (name) => activeOf(name) === active),
          mostLbPerAcre,
        )
        const params = { active: active.name, place, known: String(since) }
        return over ? [{ ...stops('law', 'overCapOfPlace', { ...params, ...over }), field: 'rate' }] : []
      },
    ),
  )
}

/** What the owner said may not be used at the place, or only so much of it in a year: of all that is put down there. */
export const ownRestrictions: Rule = (asked) => {
  const { application, ground, circumstances } = asked
  const { rules, rate } = application
  const activeOf = createActiveFinder(circumstances.actives)
  const isNamed = (active: string, name: string) =>
    sameWord(active, name) || (activeOf(active) !== undefined && activeOf(active) === activeOf(name))
  const groupOf = (active: string) =>
    activeOf(active)?.group ?? rules.actives.find((a) => sameWord(a.name, active))?.group
  return (ground.restrictions ?? []).flatMap(({ kind, name, mostLbPerAcre }): Objection[] => {
    const meant = (active: string) => (kind === 'active' ? isNamed(active, name) : groupOf(active) === name)
    if (!rules.actives.some((a) => meant(a.name))) return []
    const said = { name, kind, label: rules.name }
    if (mostLbPerAcre === 0) return [{ ...stops('law', 'forbiddenHere', said), field: 'rate' }]
    const over = rate && overOf(ofTheYear(asked, meant), mostLbPerAcre)
    return over ? [{ ...stops('law', 'overLocalMaximum', { ...said, ...over }), field: 'rate' }] : []
  })
}

/** Beds that are eaten from, roots of trees, clippings, and the other grass of the yard. */
export const beside: Rule = ({ known, circumstances: { situation, neighbours } }) => {
  const { nearVegetables, trees } = situation
  return known.flatMap((active): Objection[] => {
    const { name, volatile, treeRoots, drift, clippings } = active
    const hurt = neighbours.filter(({ turf, state }) => {
      const verdict = toleranceOf(active, turf, state)?.verdict
      return verdict === 'injures' || verdict === 'kills'
    })
    return [
      ...(nearVegetables && volatile ? [stops('site', 'vapourNearBeds', { active: name })] : []),
      ...(trees === 'over' && treeRoots ? [stops('site', 'treeRootsUnder', { active: name })] : []),
      ...(trees === 'near' && treeRoots ? [minds('site', 'treeRootsNear', { active: name })] : []),
      ...(nearVegetables && drift ? [minds('site', 'driftToBeds', { active: name })] : []),
      ...(clippings ? [minds('site', 'clippingsKeepIt', { active: name, beds: nearVegetables })] : []),
      ...(volatile ? [minds('site', 'vapourInHeat', { active: name })] : []),
      ...hurt.map(({ name: zone, turf }) => minds('site', 'hurtsNeighbour', { active: name, zone, turf })),
    ]
  })
}
