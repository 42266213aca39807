import type { ChooseOrder } from '@jardinero/contract/choose'
import { almanac, plantAlmanac, sprouts } from '@jardinero/almanac'
import type { Refusal } from '@jardinero/core/quantity'
import { computeVerdict, verdictTurf } from '@jardinero/core/scout'
import {
  chooseProducts,
  judgeApplication,
  usualSituation,
  type Choice,
  type ChoiceRequest,
  type JudgedProduct,
  type LabelRules,
  type Tank,
} from '@jardinero/core/shelf'
import { ProblemError } from '../platform/problem.ts'

function weedsOf(order: ChooseOrder): ChoiceRequest['weeds'] {
  const turf = verdictTurf(almanac.turf, order.turf)
  const faults: Refusal[] = turf
    ? []
    : [{ code: 'turfNotKnownHere', field: 'turf', params: { given: order.turf } }]
  const found = order.weeds.map(({ plant: code, stage, tillers, count }, i) => {
    const plant = plantAlmanac.plants.find((p) => p.code === code)
    if (!plant)
      faults.push({
        code: 'plantNotKnown',
        field: `weeds.${i}.plant`,
        params: { line: `weeds.${i}`, given: code },
      })
    return { plant, stage, tillers, count }
  })
  if (faults.length) throw new ProblemError('refused', faults)
  return found.map(({ plant, stage, tillers, count }) => ({
    plant: plant!.code,
    group: plant!.group,
    groundId: 'ground',
    stage,
    tillers,
    acts: computeVerdict({
      plant: plant!,
      stage,
      amount: count === undefined ? { kind: 'notCounted' } : { kind: 'count', count },
      wantedShare: null,
      turf: { code: turf!.code, season: turf!.season },
      day: order.day,
      hemisphere: order.hemisphere,
      belt: order.belt,
    }).acts,
  }))
}

const tankWire = ({ products, by, actives, cents, rates }: Tank) => ({
  labels: products.map((p) => p.product.rules.name),
  actives,
  ...(cents !== undefined && { cents }),
  controlledBy: Object.fromEntries([...by].map(([plant, p]) => [plant, p.product.rules.name])),
  rates: Object.fromEntries(
    [...rates].map(([id, rate]) => [products.find((p) => p.product.id === id)!.product.rules.name, rate]),
  ),
})
const judgedWire = ({ product, refusals, cautions, marks, turf, opensOn }: JudgedProduct) => ({
  label: product.rules.name,
  refusals,
  cautions,
  ...(opensOn && { opensOn }),
  marks: Object.fromEntries(marks),
  turf: Object.fromEntries(turf),
})

/** A choice as it crosses the wire: labels by name. */
const choiceWire = (choice: Choice) => ({
  needs: choice.needs,
  gentler: choice.gentler,
  ...(choice.tank && { tank: tankWire(choice.tank) }),
  ...(choice.split && { split: choice.split.map(tankWire) }),
  ...(choice.toBuy && { toBuy: tankWire(choice.toBuy) }),
  others: choice.others.map(tankWire),
  uncovered: choice.uncovered.map(({ plant, best }) => ({
    plant,
    ...(best && { best: best.product.rules.name }),
  })),
  ...(choice.later && { later: { day: choice.later.day, tank: tankWire(choice.later.tank) } }),
  answers: choice.answers,
  judged: choice.judged.map(judgedWire),
})

/** The choice for one piece of grass, from the labels given or from the sample labels. @throws ProblemError refused */
export function chooseFor(order: ChooseOrder) {
  const labels = order.labels ?? almanac.sampleLabels.map((l) => l.rules)
  const { turf, state, areaSqFt, passes, seedingDay, check } = order
  return choiceWire(
    chooseProducts({
      day: order.day,
      grounds: [
        {
          id: 'ground',
          name: turf,
          turf,
          state,
          areaSqFt,
          passes,
          ...(seedingDay && { seedingDay }),
          ...(check && { check }),
        },
      ],
      neighbours: order.neighbours,
      weeds: weedsOf(order),
      products: labels.map((rules, i) => ({
        id: String(i),
        rules,
        source: rules.sample ? 'sample' : 'copied',
      })),
      actives: almanac.actives,
      outlook: order.outlook,
      situation: order.situation,
      hemisphere: order.hemisphere,
      sprouts,
      sprayAnyway: order.sprayAnyway ?? [],
    }),
  )
}

/** Every turf that a label's lines name, as it stands growing on a usual home lawn: what judges any application judges it. */
export function judgeTurfs(rules: LabelRules) {
  // Of no season: neither seed nor soil is asked about.
  const day = '2000-06-15'
  const turfs = [...new Set(rules.uses.flatMap((u) => u.turf))]
  return turfs.map((turf) => {
    const ground = { id: turf, name: turf, turf, state: 'growing' as const, passes: [] }
    const around = { situation: usualSituation, neighbours: [], actives: almanac.actives }
    const { outcome, refusals, cautions } = judgeApplication({ day, rules }, ground, around)
    return { turf, outcome, refusals, cautions }
  })
}
