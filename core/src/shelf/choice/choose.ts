import type { Day } from '../../quantity/index.ts'
import { createActiveFinder } from '../active.ts'
import { bestAct, needsSpray, rankAnswers, type RankedAnswer } from './answers.ts'
import { judgeProduct } from './product.ts'
import type { ChoiceRequest, ChoiceWeed, JudgedProduct, Tank } from './request.ts'
import { createClashTest, findOtherTanks, findTank, type ClashTest } from './tank.ts'

/** Weeds in one choice: a yard with more is answered for the twelve that need it most. */
export const mostWeeds = 12

export interface Choice {
  /** Every product with its reasons, in the order given. */
  judged: JudgedProduct[]
  /** Weeds that a spray is the best answer to, or that were asked for. */
  needs: string[]
  /** Weeds with a gentler answer, and which. */
  gentler: { plant: string; act: NonNullable<ReturnType<typeof bestAct>> }[]
  /** The smallest set from what is owned, else from all labels that were copied, else with samples of what could be bought. */
  tank?: Tank
  /** A smaller or better set that would have to be bought, where the shelf alone also does it. */
  toBuy?: Tank
  others: Tank[]
  /** Weeds of `needs` that nothing usable controls, with the best that is there. */
  uncovered: { plant: string; best?: JudgedProduct }[]
  /** The first day a tank opens that today's weather shuts. */
  later?: { day: Day; tank: Tank }
  answers: RankedAnswer[]
}

const atMost: Record<'owned' | 'copied' | 'sample', JudgedProduct['product']['source'][]> = {
  owned: ['owned'],
  copied: ['owned', 'copied'],
  sample: ['owned', 'copied', 'sample'],
}
const steps = ['owned', 'copied', 'sample'] as const
const upTo = (judged: JudgedProduct[], step: (typeof steps)[number]) =>
  judged.filter((j) => atMost[step].includes(j.product.source))

/** The first of owned, copied and sample products that has a tank for all these plants. */
function firstTank(
  judged: JudgedProduct[],
  plants: string[],
  request: ChoiceRequest,
  doClash: ClashTest,
): Tank | undefined {
  for (const step of steps) {
    const tank = findTank(upTo(judged, step), plants, request, doClash)
    if (tank) return tank
  }
  return undefined
}

/** As if on a day ahead, when the weather lets more products down. */
function laterTank(
  judged: JudgedProduct[],
  plants: string[],
  request: ChoiceRequest,
  doClash: ClashTest,
): Choice['later'] {
  const days = [...new Set(judged.flatMap((j) => j.opensOn ?? []))].sort()
  for (const day of days) {
    const then = judged.map((j) => (j.opensOn && j.opensOn <= day ? { ...j, refusals: [] } : j))
    const tank = firstTank(then, plants, request, doClash)
    if (tank) return { day, tank }
  }
  return undefined
}

const partial = { suppresses: 2, weak: 1, controls: 3, no: 0 } as const
function bestPartial(judged: JudgedProduct[], plant: string): JudgedProduct | undefined {
  const level = (j: JudgedProduct) => partial[j.marks.get(plant)?.mark ?? 'no']
  const [best] = judged.filter((j) => !j.refusals.length).toSorted((a, b) => level(b) - level(a))
  return best && level(best) ? best : undefined
}

const sameSet = (a: Tank, b: Tank) =>
  a.products.length === b.products.length && a.products.every((p) => b.products.includes(p))

/** One line a plant: where it was found twice, the older and larger speaks for it. */
function onePerPlant(weeds: ChoiceWeed[]): ChoiceWeed[] {
  const by = new Map<string, ChoiceWeed>()
  for (const weed of weeds) {
    const before = by.get(weed.plant)
    const rank = (w: ChoiceWeed) => bestAct(w)?.rank ?? 0
    if (
      !before ||
      needsSpray(weed) > needsSpray(before) ||
      (needsSpray(weed) === needsSpray(before) && rank(weed) > rank(before))
    )
      by.set(weed.plant, weed)
  }
  return [...by.values()]
}

/**
 * What clears these weeds on this grass now, with the fewest actives: every product held against its hard filters, an exact
 * minimum cover of what is left, everything rejected with its reason, and the gentler ways ranked beside it. Method:
 * science 8. Pure: the same request gives the same choice.
 */
export function chooseProducts(asked: ChoiceRequest): Choice {
  const weeds = onePerPlant(asked.weeds)
  const request: ChoiceRequest = { ...asked, weeds }
  const activeOf = createActiveFinder(request.actives)
  const judged = request.products.map((p) => judgeProduct(p, request, activeOf))
  const needs = weeds
    .filter((w) => needsSpray(w, request.sprayAnyway))
    .slice(0, mostWeeds)
    .map((w) => w.plant)
  const doClash = createClashTest()
  const open = judged.filter((j) => !j.refusals.length)
  const coverable = needs.filter((plant) => open.some((j) => j.marks.get(plant)?.mark === 'controls'))
  const tank = coverable.length ? firstTank(judged, coverable, request, doClash) : undefined
  const ideal = tank && findTank(judged, coverable, request, doClash)
  const later = laterTank(judged, needs, request, doClash)
  const gained = later && (!tank || coverable.length < needs.length) ? later : undefined
  return {
    judged,
    needs,
    gentler: weeds.flatMap((w) => {
      const act = bestAct(w)
      return act && !needs.includes(w.plant) ? [{ plant: w.plant, act }] : []
    }),
    ...(tank && { tank }),
    ...(ideal && !sameSet(ideal, tank) && ideal.actives.length < tank.actives.length && { toBuy: ideal }),
    others: tank ? findOtherTanks(tank, judged, coverable, request, doClash) : [],
    uncovered: needs
      .filter((plant) => !coverable.includes(plant) || !tank)
      .map((plant) => {
        const best = bestPartial(judged, plant)
        return { plant, ...(best && { best }) }
      }),
    ...(gained && { later: gained }),
    answers: rankAnswers(weeds, judged, tank),
  }
}
