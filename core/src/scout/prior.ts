import { dayOfYear, type Day } from '../quantity/index.ts'
import type { PlaceKind } from '../yard/index.ts'
import { computeClock, daysFromSpan, daysUntil, type Situation } from './clock.ts'
import type { Plant } from './plant.ts'

/** What is known before the plant is looked at. */
export interface KeyContext extends Situation {
  day: Day
  /** What is asked: which weed, or which turf. */
  ask: 'weed' | 'turf'
  /** Turf of the zone where it grows. */
  turf?: string
  /** Soil at 5 cm there, five-day mean, °C. */
  soilC?: number
  /** What the spot is like: edge, wet, shade, thin, thatch, compacted. */
  marks: PlaceKind[]
}

/** How much likelier each piece of context makes a plant. All are estimates of the trade; the answers soon outweigh them. */
export const priorWeights = {
  common: { 1: 0.4, 2: 1, 3: 2.2 } as Record<number, number>,
  elsewhere: 0.15,
  seenSoon: 0.35,
  outOfSeason: 0.05,
  dormantTurf: 0.3,
  soilTooCold: 0.15,
  soilTooWarm: 0.3,
  placeFits: 2.2,
  placeDiffers: 0.8,
  ownTurf: 3,
  otherTurf: 0.08,
}

const seasonWeight = (plant: Plant, context: KeyContext): number => {
  const clock = computeClock(plant, context)
  const away = daysFromSpan(dayOfYear(context.day), clock.seen!)
  const out = plant.roles.includes('turf') ? priorWeights.dormantTurf : priorWeights.outOfSeason
  return away === 0 ? 1 : away <= 30 ? priorWeights.seenSoon : out
}

/** An annual that has yet to come up this season, by the soil it needs. */
function soilWeight(plant: Plant, context: KeyContext): number {
  const { emergence, cycle } = plant
  if (context.soilC === undefined || !emergence) return 1
  const germinates = computeClock(plant, context).germinates!
  const day = dayOfYear(context.day)
  /** Days until its months begin; none once they have. */
  const until = daysFromSpan(day, germinates) === 0 ? 0 : daysUntil(day, germinates)
  if (cycle === 'summerAnnual' && until < 120 && context.soilC < emergence.soilC[0] - 2)
    return priorWeights.soilTooCold
  if (cycle === 'winterAnnual' && until < 45 && context.soilC > emergence.soilC[1] + 2)
    return priorWeights.soilTooWarm
  return 1
}

function placeWeight(plant: Plant, marks: PlaceKind[]): number {
  const telling = marks.filter((m) => m !== 'middle')
  if (!telling.length) return 1
  return telling.some((m) => plant.where.includes(m)) ? priorWeights.placeFits : priorWeights.placeDiffers
}

function roleWeight(plant: Plant, { ask, turf }: KeyContext): number {
  if (ask === 'turf') return plant.roles.includes('turf') ? 1 : 0
  if (plant.code === turf) return priorWeights.ownTurf
  return plant.roles.includes('weed') ? 1 : priorWeights.otherTurf
}

/** Chance of a flower or seed head on a plant in its season, and out of it. Estimates. */
const headShare = { inSeason: 0.85, soonAfter: 0.6, outOfSeason: 0.12 }

/** How likely each plant bears a flower or seed head on the day: it decides whether asking for one is worth a look. */
export function computeHeadChance(plants: Plant[], context: KeyContext): number[] {
  const day = dayOfYear(context.day)
  return plants.map((plant) => {
    const { flowers } = computeClock(plant, context)
    if (!flowers) return 0
    const away = daysFromSpan(day, flowers)
    return away === 0 ? headShare.inSeason : away <= 30 ? headShare.soonAfter : headShare.outOfSeason
  })
}

/** The pieces of one plant's prior, for its working. */
export function priorParts(plant: Plant, context: KeyContext) {
  const south = context.hemisphere === 'southern'
  return {
    common: priorWeights.common[(south ? plant.commonSouth : undefined) ?? plant.common]!,
    belt: plant.belts.includes(context.belt) ? 1 : priorWeights.elsewhere,
    season: seasonWeight(plant, context),
    soil: context.ask === 'weed' ? soilWeight(plant, context) : 1,
    place: context.ask === 'weed' ? placeWeight(plant, context.marks) : 1,
    role: roleWeight(plant, context),
  }
}

/** How likely each plant is before anything is looked at; sums to 1. */
export function computePrior(plants: Plant[], context: KeyContext): number[] {
  const weights = plants.map((plant) =>
    Object.values(priorParts(plant, context)).reduce((product, w) => product * w, 1),
  )
  const sum = weights.reduce((a, b) => a + b, 0)
  return weights.map((w) => w / sum)
}
