import type { Day, Params } from '../../quantity/index.ts'
import type { Act, RankedAct } from '../../scout/index.ts'
import { controlLevel } from '../active.ts'
import type { ChoiceWeed, JudgedProduct, Tank } from './request.ts'

/** What may be done about all weeds in one way, and how well that answers them together. */
export interface RankedAnswer {
  way: 'spray' | 'wait' | 'pull' | 'mowAndFeed' | 'overseed'
  /** 0–1: the mean over the weeds; the weed it does least for is named. */
  rank: number
  /** The weed that speaks most against it, and why. */
  worst: { plant: string; because: string; params: Params }
  /** Weeds it is the best answer to. */
  bestFor: string[]
}

/** What a spray does today, and from which day another would. */
export interface Reach {
  tank: Tank | undefined
  /** Weeds that a spray is the best answer to, or that were asked for. */
  needs: string[]
  opensOn: (plant: string) => Day | undefined
}

const sprays: Act[] = ['spot', 'broadcast']
const ways: { way: RankedAnswer['way']; acts: Act[] }[] = [
  { way: 'spray', acts: sprays },
  { way: 'wait', acts: ['wait'] },
  { way: 'pull', acts: ['pull'] },
  { way: 'mowAndFeed', acts: ['mowAndFeed'] },
  { way: 'overseed', acts: ['overseed'] },
]

const bestOf = (acts: RankedAct[], among: Act[]): RankedAct | undefined =>
  acts.filter((a) => among.includes(a.act)).toSorted((a, b) => b.rank - a.rank)[0]

/** What a spray is worth on one weed: the verdict's rank for it, times what the product relied on does. */
function sprayShare(weed: ChoiceWeed, judged: JudgedProduct[], tank: Tank | undefined): number {
  const relied = tank?.by.get(weed.plant)?.marks.get(weed.plant)
  if (relied) return controlLevel(relied.efficacy!) / 4
  const partly = judged.some(
    (j) => !j.refusals.length && ['weak', 'suppresses'].includes(j.marks.get(weed.plant)?.mark ?? 'no'),
  )
  return partly ? 0.4 : 0
}

/** What would control it is shut today alone: waiting for the day it opens is worth so much. Estimate. */
const waitRank = 0.65
const weatherOnly = new Set(['tooHotFor', 'tooColdFor'])
const shutByWeather = (judged: JudgedProduct[], plant: string): boolean =>
  judged.some(
    (j) =>
      j.refusals.length > 0 &&
      j.refusals.every((r) => weatherOnly.has(r.code)) &&
      j.marks.get(plant)?.mark === 'controls',
  )

/** Why one waits for a spray that is shut today: for the day it reaches the weed again, or for other weather. */
function waitingFor(
  plant: string,
  judged: JudgedProduct[],
  { tank, opensOn }: Reach,
): { because: string; params: Params } | undefined {
  if (tank?.by.has(plant)) return undefined
  const day = opensOn(plant)
  if (shutByWeather(judged, plant)) return { because: 'waitForWeather', params: {} }
  return day ? { because: 'opensAgain', params: { day } } : undefined
}

/** The gentler act that is at least as good as a spray for this weed; the spray where there is none. */
export function bestAct(weed: ChoiceWeed): RankedAct | undefined {
  return weed.acts.filter((a) => a.rank > 0).toSorted((a, b) => b.rank - a.rank)[0]
}
export const needsSpray = (weed: ChoiceWeed, anyway: string[] = []): boolean => {
  const best = bestAct(weed)
  if (best?.because === 'ownTurf') return false
  return (
    anyway.includes(weed.plant) ||
    (best !== undefined && (sprays.includes(best.act) || best.act === 'renovate'))
  )
}

/** Every way with its rank and reason, the best first; spraying never hides that waiting or a hand would do. */
export function rankAnswers(weeds: ChoiceWeed[], judged: JudgedProduct[], reach: Reach): RankedAnswer[] {
  if (!weeds.length) return []
  const { tank } = reach
  const waits = new Map(weeds.map(({ plant }) => [plant, waitingFor(plant, judged, reach)]))
  const isBestFor = (way: RankedAnswer['way'], acts: Act[]) => (weed: ChoiceWeed) =>
    reach.needs.includes(weed.plant) && waits.get(weed.plant)
      ? way === 'wait'
      : acts.includes(bestAct(weed)?.act as Act)
  return ways
    .map(({ way, acts }): RankedAnswer => {
      const each = weeds.map((weed) => {
        const act = bestOf(weed.acts, acts)
        const share = way === 'spray' ? sprayShare(weed, judged, tank) : 1
        const rank = (act?.rank ?? 0) * share
        const waited = way === 'wait' && rank < waitRank && waits.get(weed.plant)
        if (waited) return { plant: weed.plant, rank: waitRank, ...waited }
        const reason = way === 'spray' && !share ? 'nothingOpen' : (act?.because ?? 'goneOrNotUp')
        return { plant: weed.plant, rank, because: reason, params: act?.params ?? {} }
      })
      const { rank: _, ...worst } = each.reduce((a, b) => (b.rank < a.rank ? b : a))
      return {
        way,
        rank: each.reduce((sum, e) => sum + e.rank, 0) / each.length,
        worst,
        bestFor: weeds.filter(isBestFor(way, acts)).map((w) => w.plant),
      }
    })
    .toSorted((a, b) => b.rank - a.rank)
}
