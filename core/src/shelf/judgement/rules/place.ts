import { toleranceOf } from '../../active.ts'
import type { Objection, Rule } from '../application.ts'
import { minds, stops } from '../objection.ts'

const sameWord = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Licence, kind of ground and law of the place: who may use it where. */
export const whoAndWhere: Rule = ({ application: { rules }, known, circumstances }) => {
  const { licensed, site, places } = circumstances.situation
  const label = rules.name
  const barred = rules.notIn?.find((p) => places.some((own) => sameWord(own, p)))
  return [
    ...(rules.restrictedUse && !licensed ? [stops('law', 'needsLicence', { label })] : []),
    ...(rules.sites && !rules.sites.includes(site) ? [stops('label', 'notForSite', { label, site })] : []),
    ...known.flatMap(({ name, notFor }): Objection[] => {
      const country = places.find((p) => notFor[p]?.includes(site))
      return country ? [stops('law', 'activeNotForSite', { active: name, site, place: country })] : []
    }),
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
