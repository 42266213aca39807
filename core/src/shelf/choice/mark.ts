import { isControl, type Active, weedStages } from '../active.ts'
import type { LabelRules, LabelUse } from '../label.ts'
import { controlledStages, littleOf, reachOf, stagesMeant, type WhenAndWhere } from '../reach.ts'
import { because } from '../judgement/objection.ts'
import type { ChoiceWeed, Mark } from './request.ts'

/** What a product does to one weed: the lesser of what its label claims and what its actives do at this stage. */
export function markWeed(
  rules: LabelRules,
  actives: Active[],
  weed: ChoiceWeed,
  when: WhenAndWhere | undefined,
  uses: LabelUse[] = [],
): Mark {
  const { plant } = weed
  const label = rules.name
  const best = reachOf(actives, weed, when, littleOf(rules, uses))
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
  if (!best) return { mark: 'no', efficacy: undefined, why: [because('notKnownOnWeed', { label, plant })] }
  const { active, efficacy, grade, from } = best
  const found = { efficacy, active: active.name, grade }
  if (grade.high === 'none')
    return { ...found, mark: 'no', why: [because('activeNotOnWeed', { label, plant })] }
  if (best.isLittle && efficacy === 'suppression' && claims !== 'suppresses')
    return {
      ...found,
      mark: 'suppresses',
      why: [because('tooLittleOfIt', { label, plant, active: active.name })],
    }
  if (claims === 'suppresses' || efficacy === 'suppression')
    return {
      ...found,
      mark: 'suppresses',
      why: [because('onlySuppresses', { label, plant, active: active.name })],
    }
  if (isControl(efficacy)) return { ...found, mark: 'controls', why: [] }
  if (from)
    return {
      ...found,
      mark: efficacy === 'fair' ? 'weak' : 'no',
      why: [because('worksAgain', { active: active.name, plant, from })],
      again: from,
    }
  const stage = stagesMeant(weed).at(-1)!
  const [now, works] = [
    weedStages.indexOf(stage),
    controlledStages(active, plant).map((x) => weedStages.indexOf(x)),
  ]
  const younger = works.some((at) => at < now)
  const later = works.some((at) => at > now)
  const perhaps = isControl(grade.value)
  const why = works.length
    ? because('wrongStage', { active: active.name, plant, stage, efficacy, younger, later, perhaps })
    : because('notRelied', { active: active.name, plant, efficacy, perhaps })
  return { ...found, mark: efficacy === 'fair' ? 'weak' : 'no', why: [why] }
}
