import type { Caution, Refusal } from '../../quantity/index.ts'
import { toleranceOf, type Active } from '../active.ts'
import type { LabelRules } from '../label.ts'
import { because, mind } from './reason.ts'
import type { Neighbour, ShelfSituation } from './request.ts'

const sameWord = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Licence, ground and place: who may use it where. */
export function checkPlace(rules: LabelRules, actives: Active[], situation: ShelfSituation): Refusal[] {
  const { licensed, site, places } = situation
  const label = rules.name
  const refusals: Refusal[] = []
  if (rules.restrictedUse && !licensed) refusals.push(because('needsLicence', { label }))
  if (rules.sites && !rules.sites.includes(site)) refusals.push(because('notForSite', { label, site }))
  for (const { name, notFor } of actives) {
    const country = places.find((p) => notFor[p]?.includes(site))
    if (country) refusals.push(because('activeNotForSite', { active: name, site, place: country }))
  }
  const barred = rules.notIn?.find((p) => places.some((own) => sameWord(own, p)))
  if (barred) refusals.push(because('notInPlace', { label, place: barred }))
  return refusals
}

/** Beds that are eaten from, and roots of trees. */
export function checkBeside(actives: Active[], { nearVegetables, trees }: ShelfSituation): Refusal[] {
  return actives.flatMap(({ name, volatile, treeRoots }): Refusal[] => [
    ...(nearVegetables && volatile ? [because('vapourNearBeds', { active: name })] : []),
    ...(trees === 'over' && treeRoots ? [because('treeRootsUnder', { active: name })] : []),
  ])
}

/** What to heed where it may be used: roots, beds, clippings, and the other grass of the yard. */
export function mindBeside(actives: Active[], situation: ShelfSituation, neighbours: Neighbour[]): Caution[] {
  const { nearVegetables, trees } = situation
  return actives.flatMap((active): Caution[] => {
    const { name } = active
    const hurt = neighbours.filter(({ turf, state }) => {
      const verdict = toleranceOf(active, turf, state)?.verdict
      return verdict === 'injures' || verdict === 'kills'
    })
    return [
      ...(trees === 'near' && active.treeRoots ? [mind('treeRootsNear', { active: name })] : []),
      ...(nearVegetables && active.drift ? [mind('driftToBeds', { active: name })] : []),
      ...(active.clippings ? [mind('clippingsKeepIt', { active: name, beds: nearVegetables })] : []),
      ...(active.volatile ? [mind('vapourInHeat', { active: name })] : []),
      ...hurt.map(({ name: zone, turf }) => mind('hurtsNeighbour', { active: name, zone, turf })),
    ]
  })
}
