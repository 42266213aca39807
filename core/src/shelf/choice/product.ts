import { convert, type Caution } from '../../quantity/index.ts'
import { isPlanted, isTurf } from '../../yard/index.ts'
import { tolerances, type Active } from '../active.ts'
import { toleranceOf } from '../grade.ts'
import { namesTurf } from '../directions.ts'
import { kindOf, type LabelRules, type LabelUse, type Purpose } from '../label.ts'
import { cheapestPackages, type Purchase } from '../packages.ts'
import { createActiveFinder } from '../names.ts'
import { computeActiveRates } from '../yearUse.ts'
import { judgeApplication } from '../judgement/index.ts'
import { because, mind } from '../judgement/objection.ts'
import { markWeed } from './mark.ts'
import type { ChoiceProduct, ChoiceRequest, JudgedProduct, Mark } from './request.ts'

/** The purpose under which a product acts on plants that are up: a barrier does where its actives also kill seedlings. */
function purposeOf({ uses }: LabelRules, actives: Active[]): Purpose | undefined {
  if (uses.some((u) => u.purpose === 'postEmergent')) return 'postEmergent'
  return actives.some((a) => Object.keys(a.efficacy).length) ? 'preEmergent' : undefined
}

/** Too little of a soil active to make a barrier of it, on a label that promises one. */
function mindPartial(rules: LabelRules, actives: Active[]): Caution[] {
  const barrier = rules.uses.find((u) => u.purpose === 'preEmergent')
  if (!barrier) return []
  const activeOf = createActiveFinder(actives)
  return computeActiveRates(rules, { value: barrier.rate.max, unit: barrier.rate.unit }).flatMap(
    ({ name, rate }) => {
      const known = activeOf(name)
      const least = known?.mobility === 'soil' ? known.activeLbPerAcre.least : 0
      return rate.value < least * (1 - 1e-6)
        ? [
            mind('partialRate', {
              label: rules.name,
              active: name,
              given: rate,
              least: { value: least, unit: 'lb/acre' },
            }),
          ]
        : []
    },
  )
}

function turfVerdicts(
  actives: Active[],
  rules: LabelRules,
  grass: { turf: string; state: ChoiceRequest['grounds'][number]['state'] }[],
): JudgedProduct['turf'] {
  return new Map(
    grass.map(({ turf, state }) => {
      if (!namesTurf(rules, turf)) return [turf, 'notOnLabel'] as const
      if (!isTurf(turf)) return [turf, isPlanted(turf) ? 'caution' : 'safe'] as const
      const each = actives.map((a) => toleranceOf(a, turf, state)?.verdict)
      if (!each.length || each.includes(undefined)) return [turf, 'notKnown'] as const
      const worst = Math.max(...each.map((v) => tolerances.indexOf(v!)))
      return [turf, tolerances[worst]!] as const
    }),
  )
}

/** Known resistant weeds, and groups that have gone down here before. */
function mindResistance({ weeds, grounds }: ChoiceRequest, actives: Active[]): Caution[] {
  const activeOf = createActiveFinder(actives)
  const past = new Set(
    grounds.flatMap((g) => g.passes.flatMap((p) => p.actives.map((a) => activeOf(a.name)))),
  )
  return actives.flatMap((a): Caution[] => [
    ...weeds
      .filter((w) => a.resistant?.includes(w.plant))
      .slice(0, 1)
      .map((w) => mind('resistanceKnown', { active: a.name, plant: w.plant, group: a.group })),
    ...(past.has(a) ? [mind('usedBefore', { active: a.name, group: a.group })] : []),
  ])
}

const dedupe = <T>(rows: T[], key: (row: T) => string): T[] => {
  const seen = new Set<string>()
  return rows.filter((r) => !seen.has(key(r)) && seen.add(key(r)))
}

/** One product held against everything that can stand in its way, each reason in words; and what it does to each weed. */
export function judgeProduct(
  product: ChoiceProduct,
  request: ChoiceRequest,
  activeOf: (name: string) => Active | undefined,
): JudgedProduct {
  const { rules } = product
  const { grounds, neighbours, weeds, day, hemisphere } = request
  const when = hemisphere && { day, hemisphere }
  const weedsOn = (groundId: string) => weeds.filter((w) => w.groundId === groundId)
  const known = rules.actives.flatMap((a) => activeOf(a.name) ?? [])
  const unknown = rules.actives.filter((a) => !activeOf(a.name))
  const marks = new Map<string, Mark>(weeds.map((w) => [w.plant, markWeed(rules, known, w, when)]))
  const empty = {
    product,
    cautions: [],
    turf: turfVerdicts(known, rules, [...grounds, ...neighbours]),
    uses: new Map<string, LabelUse>(),
    passesMade: 0,
    marks,
  }
  if (kindOf(rules) !== 'herbicide')
    return { ...empty, refusals: [because('notAHerbicide', { label: rules.name })] }
  const purpose = purposeOf(rules, known)
  if (!purpose && !unknown.length)
    return {
      ...empty,
      cautions: mindPartial(rules, known),
      refusals: [because('onlyBarrier', { label: rules.name })],
    }

  const uses = new Map<string, LabelUse>()
  const judgements = grounds.map((ground) => {
    const application = {
      day,
      rules,
      purpose: purpose ?? 'postEmergent',
      targets: weedsOn(ground.id),
    } as const
    const judgement = judgeApplication(application, ground, request)
    if (judgement.limits.use) uses.set(ground.id, judgement.limits.use)
    return judgement
  })
  const refusals = dedupe(
    judgements.flatMap((j) => j.refusals),
    (r) => r.code + JSON.stringify(r.params),
  )
  const cautions = [
    ...judgements.flatMap((j) => j.cautions),
    ...(rules.weeds ? [] : [mind('weedsNotCopied', { label: rules.name })]),
    ...mindPartial(rules, known),
    ...mindResistance(request, known),
  ]
  // Where one lawn is shut by more than the weather, no day opens it.
  const opens = judgements.flatMap((j) => j.opensOn ?? []).sort()
  const weatherOnly = refusals.length > 0 && refusals.every((r) => r.source === 'weather')
  for (const w of weeds) marks.set(w.plant, markWeed(rules, known, w, when, [...uses.values()]))
  return {
    product,
    refusals,
    ...(weatherOnly && opens.length && { opensOn: opens.at(-1)! }),
    cautions: dedupe(cautions, (c) => c.code + JSON.stringify(c.params)),
    marks,
    turf: empty.turf,
    uses,
    passesMade: Math.max(0, ...judgements.map((j) => j.limits.yearUse?.passes ?? 0)),
  }
}

/** What is bought for an area at a rate: how many of each package of the label, and what that costs; nothing without packages. */
export function purchaseFor(
  rules: LabelRules,
  rate: { value: number; unit: LabelUse['rate']['unit'] },
  areaSqFt: number,
): Purchase | undefined {
  const [top, bottom] = rate.unit.split('/') as [never, never]
  return cheapestPackages(
    rate.value * convert(areaSqFt, 'ft2', bottom),
    (rules.packages ?? []).map((p) => ({
      holds: convert(p.amount.value, p.amount.unit, top),
      priceCents: p.priceCents,
    })),
  )
}
