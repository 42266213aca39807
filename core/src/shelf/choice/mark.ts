import {
  controlledStages,
  controlLevel,
  efficacyOf,
  isControl,
  type Active,
  type Efficacy,
  weedStages,
  type WeedStage,
} from '../active.ts'
import type { LabelRules, LabelUse } from '../label.ts'
import { because } from '../judgement/objection.ts'
import type { ChoiceWeed, Mark } from './request.ts'

/** Up to so many tillers a grass counts as lightly tillered. */
const fewTillers = 2

/** Stages a find may stand for: a grass with tillers that nobody counted may have few or many. */
function stagesMeant({ stage, tillers }: Pick<ChoiceWeed, 'stage' | 'tillers'>): WeedStage[] {
  if (stage !== 'tillers') return [stage]
  if (tillers === null) return ['fewTillers', 'manyTillers']
  return [tillers <= fewTillers ? 'fewTillers' : 'manyTillers']
}

const order = (e: Efficacy | undefined): number =>
  e === undefined ? -1 : e === 'suppression' ? 1.5 : controlLevel(e)

interface Found {
  active: Active
  efficacy: Efficacy
}

/** The active of a product that does most to a plant as it stands; the worse of two stages it may be in. */
function bestActive(actives: Active[], weed: ChoiceWeed): Found | undefined {
  const stages = stagesMeant(weed)
  const each = actives.flatMap((active): Found[] => {
    const found = stages.map((s) => efficacyOf(active, weed.plant, s))
    if (found.some((e) => e === undefined)) return []
    const worst = found.reduce((a, b) => (order(a) <= order(b) ? a : b))!
    return [{ active, efficacy: worst }]
  })
  return each.toSorted((a, b) => order(b.efficacy) - order(a.efficacy))[0]
}

/** What a product does to one weed: the lesser of what its label claims and what its actives do at this stage. */
export function markWeed(
  rules: LabelRules,
  actives: Active[],
  weed: ChoiceWeed,
  uses: LabelUse[] = [],
): Mark {
  const { plant } = weed
  const label = rules.name
  const best = bestActive(actives, weed)
  const listed = rules.weeds
  const claims = !listed
    ? 'notCopied'
    : listed.controls.includes(plant) && !uses.some((u) => u.onlySuppresses?.includes(plant))
      ? 'controls'
      : [...listed.controls, ...listed.suppresses].includes(plant)
        ? 'suppresses'
        : 'none'
  if (claims === 'none')
    return { mark: 'no', efficacy: best?.efficacy, why: [because('weedNotListed', { label, plant })] }
  if (!best || best.efficacy === 'none')
    return { mark: 'no', efficacy: best?.efficacy, why: [because('activeNotOnWeed', { label, plant })] }
  const { active, efficacy } = best
  const found = { efficacy, active: active.name }
  if (claims === 'suppresses' || efficacy === 'suppression')
    return {
      ...found,
      mark: 'suppresses',
      why: [because('onlySuppresses', { label, plant, active: active.name })],
    }
  if (isControl(efficacy)) return { ...found, mark: 'controls', why: [] }
  const stage = stagesMeant(weed).at(-1)!
  const [now, works] = [
    weedStages.indexOf(stage),
    controlledStages(active, plant).map((x) => weedStages.indexOf(x)),
  ]
  const younger = works.some((at) => at < now)
  const later = works.some((at) => at > now)
  const why = works.length
    ? because('wrongStage', { active: active.name, plant, stage, efficacy, younger, later })
    : because('notRelied', { active: active.name, plant, efficacy })
  return { ...found, mark: efficacy === 'fair' ? 'weak' : 'no', why: [why] }
}
