import { figure, operand, type Figure, type Step } from '../quantity/index.ts'
import type { KeyAnswers } from './key.ts'
import type { KeyMatrix } from './matrix.ts'
import { computePrior, priorParts, type KeyContext } from './prior.ts'

/**
 * One plant's share of the likelihood with its working: before any look, each answer's chance, and the whole.
 * Source: Bayes' rule; the answers are taken as independent given the plant.
 * @throws RangeError when the plant is not in the key.
 */
export function computeShare(
  matrix: KeyMatrix,
  context: KeyContext,
  answers: KeyAnswers,
  code: string,
): Figure<'ratio'> {
  const t = matrix.plants.findIndex((p) => p.code === code)
  if (t < 0) throw new RangeError(`no plant ${code} in the key`)
  const prior = computePrior(matrix.plants, context)
  const parts = Object.entries(priorParts(matrix.plants[t]!, context))
  const steps: Step[] = [
    {
      code: 'beforeLooking',
      formula: `${parts.map(([name]) => `{${name}}`).join(' × ')} ÷ {allPlants}`,
      operands: {
        ...Object.fromEntries(parts.map(([name, weight]) => [name, operand(weight, 'times')])),
        allPlants: operand(parts.reduce((p, [, w]) => p * w, 1) / prior[t]!, 'times'),
      },
      result: operand(prior[t]!, 'times'),
      source: 'priorEstimate',
    },
  ]
  let joint = prior[t]!
  const all = [...prior]
  matrix.characters.forEach((character, c) => {
    const state = answers[character.code]
    if (!state) return
    const s = character.states.indexOf(state)
    const chance = matrix.likelihood[c]![t]![s]!
    for (let i = 0; i < all.length; i++) all[i]! *= matrix.likelihood[c]![i]![s]!
    steps.push({
      code: 'answerChance',
      subject: `${character.code}.${state}`,
      formula: '{before} × {chance}',
      operands: { before: operand(joint, 'times'), chance: operand(chance, 'times') },
      result: operand(joint * chance, 'times'),
      source: 'misreading',
    })
    joint *= chance
  })
  const sum = all.reduce((a, b) => a + b, 0)
  steps.push({
    code: 'shareOfAll',
    formula: '{joint} ÷ {allPlants}',
    operands: { joint: operand(joint, 'times'), allPlants: operand(sum, 'times') },
    result: operand(joint / sum, 'ratio'),
    source: 'bayes',
  })
  return figure('ratio', steps)
}
