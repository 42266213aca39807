import type { Day } from '../quantity/index.ts'
import type { PlantStage } from '../scout/index.ts'
import {
  controlLevel,
  efficacyOn,
  type Active,
  type Efficacy,
  type WeedStage,
  type WhenAndWhere,
} from './active.ts'

/** A plant as it was seen. */
export interface SeenWeed {
  /** Code of the plant. */
  plant: string
  stage: PlantStage
  tillers?: number | null
}

/** Up to so many tillers a grass counts as lightly tillered. */
const fewTillers = 2

/** Stages a find may stand for: a grass with tillers that nobody counted may have few or many. */
export function stagesMeant({ stage, tillers = null }: SeenWeed): WeedStage[] {
  if (stage !== 'tillers') return [stage]
  if (tillers === null) return ['fewTillers', 'manyTillers']
  return [tillers <= fewTillers ? 'fewTillers' : 'manyTillers']
}

const order = (e: Efficacy | undefined): number =>
  e === undefined ? -1 : e === 'suppression' ? 1.5 : controlLevel(e)

export interface Reach {
  active: Active
  efficacy: Efficacy
  /** From this day on it is control, where it is not now. */
  from?: Day
}

/** The active of a product that does most to a plant as it stands on a day; the worse of two stages it may be in. */
export function reachOf(
  actives: Active[],
  weed: SeenWeed,
  when: WhenAndWhere | undefined,
): Reach | undefined {
  const stages = stagesMeant(weed)
  const each = actives.flatMap((active): Reach[] => {
    const found = stages.flatMap((s) => efficacyOn(active, weed.plant, s, when) ?? [])
    if (found.length < stages.length) return []
    const worst = found.reduce((a, b) => (order(a.efficacy) <= order(b.efficacy) ? a : b))
    return [{ active, ...worst }]
  })
  return each.toSorted((a, b) => order(b.efficacy) - order(a.efficacy))[0]
}
