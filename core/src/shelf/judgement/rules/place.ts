import { toleranceOf, type Active } from '../../active.ts'
import type { Objection, Rule, ShelfSituation } from '../application.ts'
import { minds, stops } from '../objection.ts'

const sameWord = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** What the law of each place that is named says of an active there. */
function lawfulHere({ name, law = {} }: Active, { licensed, site, places }: ShelfSituation): Objection[] {
  return Object.entries(law)
    .filter(([place]) => places.some((own) => sameWord(own, place)))
    .flatMap(([place, { kind, known }]): Objection[] => {
      const params = { active: name, site, place, known: String(known) }
      if (kind === 'notApproved') return [stops('law', 'activeNotApproved', params)]
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
    ...known.flatMap((active) => lawfulHere(active, circumstances.situation)),
    ...(barred ? [stops('law', 'notInPlace', { label, place: barred })] : []),
  ]
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
