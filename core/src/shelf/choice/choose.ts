import type { Day } from '../../quantity/index.ts'
import { createActiveFinder } from '../names.ts'
import { bestAct, needsSpray, rankAnswers, type RankedAnswer } from './answers.ts'
import { judgeProduct } from './product.ts'
import type { ChoiceRequest, ChoiceWeed, JudgedProduct, Tank } from './request.ts'
import { createClashTest, findOtherTanks, findSplit, findTank, type ClashTest, type Weigh } from './tank.ts'

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
  /** The passes it takes where no single tank holds the set: its labels clash. */
  split?: Tank[]
  others: Tank[]
  /** Weeds of `needs` that nothing usable controls, with the best that is there. */
  uncovered: { plant: string; best?: JudgedProduct; again?: { product: JudgedProduct; day: Day } }[]
  /** The first day a tank opens that today's weather shuts. */
  later?: { day: Day; tank: Tank }
  answers: RankedAnswer[]
}

/** What this turf only just stands is left out where another set does it, even one of a few more actives. */
const sparing: Weigh = ({ cautions }, actives) =>
  actives + (cautions.some((c) => c.code === 'turfCaution') ? 4 : 0)
/** What is owned before what has to be bought, and that before what is only known as a sample; then the actives. */
const shelfFirst: Weigh = (judged, actives) =>
  sparing(judged, actives) + { owned: 0, copied: 10, sample: 100 }[judged.product.source]
const needsSample = (tank: Tank): boolean => tank.products.some((p) => p.product.source === 'sample')

interface Search {
  request: ChoiceRequest
  doClash: ClashTest
}

/** As if on a day ahead, when the weather lets more of one's own labels down. */
function laterTank(judged: JudgedProduct[], plants: string[], { request, doClash }: Search): Choice['later'] {
  const own = judged.filter((j) => j.product.source !== 'sample')
  const days = [...new Set(own.flatMap((j) => j.opensOn ?? []))].sort()
  for (const day of days) {
    const then = own.map((j) => (j.opensOn && j.opensOn <= day ? { ...j, refusals: [] } : j))
    const tank = findTank(then, plants, { request, doClash, weigh: shelfFirst })
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

/** Verdicts on plants that are not there today. */
const gone = new Set(['died', 'notUp', 'ownTurf'])

/** What is out of reach of a weed now and in reach of it again, soonest; nothing else stands against it. */
function soonestAgain(
  judged: JudgedProduct[],
  plant: string,
): { product: JudgedProduct; day: Day } | undefined {
  const each = judged
    .filter((j) => j.refusals.every((r) => r.code === 'worksAgain'))
    .flatMap((product) => {
      const day = product.marks.get(plant)?.again
      return day ? [{ product, day }] : []
    })
  return each.toSorted((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))[0]
}

/** The day from which a spray reaches a weed that none reaches today; nothing where none will. */
export const opensOn = (
  { uncovered, later }: Pick<Choice, 'uncovered' | 'later'>,
  plant: string,
): Day | undefined =>
  later?.tank.by.has(plant) ? later.day : uncovered.find((u) => u.plant === plant)?.again?.day

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
  const search = { request, doClash }
  const now = findTank(judged, coverable, { ...search, weigh: shelfFirst })
  const ideal = findTank(judged, coverable, { ...search, weigh: sparing })
  const ahead = laterTank(judged, needs, search)
  const waits = ahead && (!now || coverable.length < needs.length || needsSample(now)) ? ahead : undefined
  // Buying what nobody has copied yet does not come before waiting some days for what is at hand.
  const tank = now && needsSample(now) && waits ? undefined : now
  const toBuy = tank ? ideal && ideal.actives.length < tank.actives.length && ideal : now
  const split = now ? undefined : findSplit(judged, coverable, { ...search, weigh: shelfFirst })
  const relied = [...(tank ? [tank] : (split ?? (waits ? [waits.tank] : [])))]
  const uncovered = needs
    .filter((plant) => !relied.some((t) => t.by.has(plant)))
    .map((plant): Choice['uncovered'][number] => {
      const best = bestPartial(judged, plant)
      const again = soonestAgain(judged, plant)
      return { plant, ...(best && { best }), ...(again && { again }) }
    })
  const present = weeds.filter((w) => !gone.has(bestAct(w)?.because ?? ''))
  return {
    judged,
    needs,
    gentler: weeds.flatMap((w) => {
      const act = bestAct(w)
      return act && !needs.includes(w.plant) ? [{ plant: w.plant, act }] : []
    }),
    ...(tank && { tank }),
    ...(toBuy && { toBuy }),
    ...(split && { split }),
    others: tank ? findOtherTanks(tank, judged, coverable, { ...search, weigh: shelfFirst }) : [],
    uncovered,
    ...(waits && { later: waits }),
    answers: rankAnswers(present.length ? present : weeds, judged, {
      tank,
      needs,
      opensOn: (plant) => opensOn({ uncovered, ...(waits && { later: waits }) }, plant),
    }),
  }
}
