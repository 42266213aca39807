import { convert, type Quantity, type RatePerAreaUnit, type Refusal } from '../../quantity/index.ts'
import { controlLevel } from '../active.ts'
import type { LabelRules } from '../label.ts'
import { isSameActive } from '../names.ts'
import { compareVectors, findMinimumCover, type CoverSet } from './cover.ts'
import { purchaseFor } from './product.ts'
import { because } from '../judgement/objection.ts'
import type { ChoiceRequest, JudgedProduct, Tank } from './request.ts'

const activesOf = ({ rules }: JudgedProduct['product']): string[] =>
  rules.actives.map((a) => a.name.toLowerCase())
const names = (rules: LabelRules): string[] =>
  [rules.name, ...rules.actives.map((a) => a.name)].map((n) => n.toLowerCase())
const forbids = (a: LabelRules, b: LabelRules): boolean =>
  Boolean(a.notWith?.some((n) => names(b).includes(n.trim().toLowerCase())))
const needsWhatOtherForbids = (a: LabelRules, b: LabelRules): boolean =>
  a.adjuvant?.rule === 'needs' &&
  b.adjuvant?.rule === 'forbids' &&
  (!b.adjuvant.classes.length ||
    (a.adjuvant.classes.length > 0 && a.adjuvant.classes.every((c) => b.adjuvant!.classes.includes(c))))
const mustDryWhileOtherIsWatered = (a: LabelRules, b: LabelRules): boolean =>
  a.dryHours !== undefined && b.wateringIn !== undefined && b.wateringIn.withinDays * 24 < a.dryHours

/** Why two products cannot go down in one tank; nothing where they can, as far as their labels say. */
export function findClash(a: LabelRules, b: LabelRules): Refusal | undefined {
  const params = { label: a.name, other: b.name }
  const shared = a.actives.find((x) =>
    b.actives.some(
      (y) =>
        y.name.toLowerCase() === x.name.toLowerCase() ||
        isSameActive({ name: x.name, ...x.strength }, { name: y.name, ...y.strength }),
    ),
  )
  if (shared) return because('sameActiveTwice', { ...params, active: shared.name })
  if (a.formulation === 'GR' || b.formulation === 'GR') return because('granuleNotInTank', params)
  if (forbids(a, b) || forbids(b, a)) return because('partnerForbidden', params)
  if (needsWhatOtherForbids(a, b) || needsWhatOtherForbids(b, a)) return because('adjuvantClash', params)
  if (mustDryWhileOtherIsWatered(a, b) || mustDryWhileOtherIsWatered(b, a))
    return because('dryAgainstWaterOther', params)
  return undefined
}

/** Whether two products clash; each pair is looked at once. */
export type ClashTest = (a: JudgedProduct, b: JudgedProduct) => boolean
export function createClashTest(): ClashTest {
  const known = new Map<string, boolean>()
  return (a, b) => {
    const key = `${a.product.id}\n${b.product.id}`
    const before = known.get(key)
    if (before !== undefined) return before
    const clash = a !== b && findClash(a.product.rules, b.product.rules) !== undefined
    known.set(key, clash)
    return clash
  }
}

/** What a product counts in the cover, more than nothing; its distinct actives are given. */
export type Weigh = (judged: JudgedProduct, actives: number) => number
export interface TankSearch {
  request: ChoiceRequest
  doClash: ClashTest
  weigh: Weigh
}

const sourceRank = { owned: 0, copied: 1, sample: 2 } as const
const young = new Set(['seedling', 'leaves'])

/** The rate to use: the label's least on young weeds and on turf that only just stands it, its most on older ones, and never more than the year has left. */
export function rateFor(
  judged: JudgedProduct,
  request: ChoiceRequest,
): Quantity<RatePerAreaUnit> | undefined {
  const uses = [...judged.uses.values()]
  const [first] = uses
  if (!first) return undefined
  const { unit } = first.rate
  const ends = uses.map(({ rate }) => ({
    min: convert(rate.min, rate.unit, unit),
    max: convert(rate.max, rate.unit, unit),
  }))
  const [min, max] = [Math.max(...ends.map((e) => e.min)), Math.min(...ends.map((e) => e.max))]
  const controlled = request.weeds.filter((w) => judged.marks.get(w.plant)?.mark === 'controls')
  const isTender = judged.cautions.some((c) => c.code === 'turfCaution')
  const easy = isTender || (controlled.length > 0 && controlled.every((w) => young.has(w.stage)))
  return { value: Math.min(max, easy ? min : Math.max(min, max)), unit }
}

const areaOf = ({ grounds }: ChoiceRequest): number => grounds.reduce((sum, g) => sum + g.areaSqFt, 0)

function centsOf(judged: JudgedProduct, request: ChoiceRequest): number | undefined {
  if (judged.product.source === 'owned') return 0
  const rate = rateFor(judged, request)
  return rate && purchaseFor(judged.product.rules, rate, areaOf(request))?.cents
}

function asTank(products: JudgedProduct[], plants: string[], request: ChoiceRequest): Tank {
  const by = new Map(
    plants.flatMap((plant): [string, JudgedProduct][] => {
      const level = (p: JudgedProduct) => {
        const mark = p.marks.get(plant)
        return mark?.mark === 'controls' ? controlLevel(mark.efficacy!) : -1
      }
      const [best] = products.toSorted((a, b) => level(b) - level(a))
      return best && level(best) >= 0 ? [[plant, best]] : []
    }),
  )
  const cents = products.map((p) => centsOf(p, request))
  return {
    products,
    by,
    actives: [...new Set(products.flatMap((p) => p.product.rules.actives.map((a) => a.name)))],
    ...(cents.every((c) => c !== undefined) && { cents: cents.reduce((a, b) => a! + b!, 0)! }),
    rates: new Map(
      products.flatMap((p) => {
        const rate = rateFor(p, request)
        return rate ? [[p.product.id, rate] as const] : []
      }),
    ),
  }
}

/**
 * The smallest set of usable products that controls every plant named: lightest by the weight given, then fewest products; ties by
 * what they do, by groups used here before, by harm to the other grass of the yard, by what is owned, by price.
 */
export function findTank(
  judged: JudgedProduct[],
  plants: string[],
  { request, doClash, weigh }: TankSearch,
): Tank | undefined {
  if (!plants.length) return undefined
  const open = judged.filter((j) => !j.refusals.length)
  const level = open.map((j) =>
    plants.map((plant) => {
      const mark = j.marks.get(plant)
      return mark?.mark === 'controls' ? controlLevel(mark.efficacy!) : 0
    }),
  )
  const sets = open.map((j, i): CoverSet => ({
    covers: level[i]!.reduce((bits, l, w) => (l ? bits | (1 << w) : bits), 0),
    weight: weigh(j, Math.max(1, new Set(activesOf(j.product)).size)),
    clashes: (other) => doClash(j, open[other]!),
  }))
  const own = open.map((j) => ({
    before: j.cautions.filter((c) => c.code === 'usedBefore' || c.code === 'resistanceKnown').length,
    harm: j.cautions.filter((c) => c.code === 'hurtsNeighbour' || c.code === 'turfCaution').length,
    source: sourceRank[j.product.source],
    cents: centsOf(j, request) ?? 1e9,
  }))
  const sum = (chosen: readonly number[], of: keyof (typeof own)[number]) =>
    chosen.reduce((all, i) => all + own[i]![of], 0)
  const tie = (chosen: readonly number[]): number[] => [
    plants.reduce((all, _, w) => all + 4 - Math.max(...chosen.map((i) => level[i]![w]!)), 0),
    sum(chosen, 'before'),
    sum(chosen, 'harm'),
    sum(chosen, 'source'),
    sum(chosen, 'cents'),
  ]
  const cover = findMinimumCover(sets, (1 << plants.length) - 1, tie)
  return (
    cover &&
    asTank(
      cover.chosen.map((i) => open[i]!),
      plants,
      request,
    )
  )
}

/** Two labels with one active are never combined, neither in one tank nor in two. */
const sharesActive: ClashTest = (a, b) =>
  a !== b && findClash(a.product.rules, b.product.rules)?.code === 'sameActiveTwice'

/** The smallest set where no single tank holds it: as few passes as its clashes ask for, days apart. */
export function findSplit(judged: JudgedProduct[], plants: string[], search: TankSearch): Tank[] | undefined {
  const whole = findTank(judged, plants, { ...search, doClash: sharesActive })
  if (!whole) return undefined
  const passes: JudgedProduct[][] = []
  for (const product of whole.products) {
    const room = passes.find((pass) => pass.every((p) => !search.doClash(p, product)))
    if (room) room.push(product)
    else passes.push([product])
  }
  return passes.map((products) =>
    asTank(
      products,
      plants.filter((plant) => products.includes(whole.by.get(plant)!)),
      search.request,
    ),
  )
}

const keyOf = (tank: Tank): string =>
  tank.products
    .map((p) => p.product.id)
    .sort()
    .join(' ')

/** What else would do: the best tank without each product of the first, the smallest first. */
export function findOtherTanks(
  first: Tank,
  judged: JudgedProduct[],
  plants: string[],
  search: TankSearch,
): Tank[] {
  const others = first.products.flatMap(
    (product) =>
      findTank(
        judged.filter((j) => j !== product),
        plants,
        search,
      ) ?? [],
  )
  const seen = new Set([keyOf(first)])
  return others
    .filter((t) => !seen.has(keyOf(t)) && seen.add(keyOf(t)))
    .toSorted((a, b) =>
      compareVectors(
        [a.actives.length, a.products.length, a.cents ?? 1e9],
        [b.actives.length, b.products.length, b.cents ?? 1e9],
      ),
    )
}
