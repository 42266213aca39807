import { computeVerdict, type Amount, type PlantStage } from '@jardinero/core/scout'
import {
  chooseProducts,
  usualSituation,
  type Choice,
  type ChoiceGround,
  type ChoiceRequest,
  type ChoiceWeed,
} from '@jardinero/core/shelf'
import type { TurfState } from '@jardinero/core/yard'
import { almanac, plantAlmanac } from '../src/index.ts'

/** A lawn, what stands in it, and the weather: one line of the table of situations. */
export interface Situation {
  turf: string
  state?: TurfState
  day: string
  /** Highs of the week ahead, °F; one figure for all days. */
  highF?: number | number[]
  weeds: [plant: string, stage?: PlantStage, tillers?: number][]
  amount?: Amount
  /** Share of the lawn that is wanted grass. */
  wanted?: number
  /** Codes of sample labels; all of them where it is not said. */
  shelf?: string[]
  seedingDay?: string
  check?: ChoiceGround['check']
  passes?: ChoiceGround['passes']
  neighbours?: ChoiceRequest['neighbours']
  more?: Partial<ChoiceRequest['situation']>
  anyway?: boolean
  hemisphere?: ChoiceRequest['hemisphere']
}

const scattered: Amount = { kind: 'grid', hits: 4, points: 60 }
const plantOf = (code: string) => plantAlmanac.plants.find((p) => p.code === code)!

function weedOf([code, stage = 'mature', tillers]: Situation['weeds'][number], s: Situation): ChoiceWeed {
  const plant = plantOf(code)
  const { acts } = computeVerdict({
    plant,
    stage,
    amount: s.amount ?? scattered,
    wantedShare: s.wanted ?? 0.85,
    turf: { code: s.turf, season: almanac.turf.find((t) => t.code === s.turf)!.season },
    day: s.day,
    hemisphere: 'northern',
    belt: 'mild',
  })
  return { plant: code, group: plant.group, groundId: 'g', stage, tillers: tillers ?? null, acts }
}

function outlookOf({ day, highF = 75 }: Situation): ChoiceRequest['outlook'] {
  const highs = Array.isArray(highF) ? highF : Array<number>(7).fill(highF)
  const from = Date.parse(`${day}T00:00:00Z`)
  return highs.map((high, i) => ({
    day: new Date(from + i * 86_400_000).toISOString().slice(0, 10),
    highC: (high - 32) / 1.8,
    lowC: (high - 52) / 1.8,
  }))
}

export function requestOf(s: Situation): ChoiceRequest {
  const labels = s.shelf
    ? s.shelf.map((code) => almanac.sampleLabels.find((l) => l.code === code)!)
    : almanac.sampleLabels
  return {
    day: s.day,
    grounds: [
      {
        id: 'g',
        name: 'Front',
        turf: s.turf,
        state: s.state ?? 'growing',
        areaSqFt: 6350,
        passes: s.passes ?? [],
        ...(s.seedingDay && { seedingDay: s.seedingDay }),
        ...(s.check && { check: s.check }),
      },
    ],
    neighbours: s.neighbours ?? [],
    weeds: s.weeds.map((w) => weedOf(w, s)),
    products: labels.map(({ code, rules }) => ({ id: code, rules, source: 'owned' })),
    actives: almanac.actives,
    hemisphere: s.hemisphere ?? 'northern',
    outlook: outlookOf(s),
    situation: { ...usualSituation, ...s.more },
    ...(s.anyway && { sprayAnyway: s.weeds.map(([plant]) => plant) }),
  }
}

export const choiceOf = (s: Situation): Choice => chooseProducts(requestOf(s))
/** Codes of the labels in the tank, in alphabetical order. */
export const tankOf = (choice: Choice): string[] =>
  (choice.tank?.products ?? []).map((p) => p.product.id).sort()
/** Codes of the reasons why a label does not go. */
export const whyNot = (choice: Choice, code: string): string[] =>
  choice.judged.find((j) => j.product.id === code)!.refusals.map((r) => r.code)
export const markOf = (choice: Choice, code: string, plant: string) =>
  choice.judged.find((j) => j.product.id === code)!.marks.get(plant)!
/** One active that is down already, lb/acre. */
export const once = (
  name: string,
  basis: 'ai' | 'ae',
  value: number,
  day = '2026-04-28',
): NonNullable<Situation['passes']> => [{ day, actives: [{ name, basis, rate: { value, unit: 'lb/acre' } }] }]
