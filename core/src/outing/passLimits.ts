import type { Droplet } from '../bench/index.ts'
import { convert, type Day } from '../quantity/index.ts'
import {
  airBand,
  computeReentryInterval,
  toleranceOf,
  usualDryingHours,
  type Active,
  type Circumstances,
  type LabelRules,
} from '../shelf/index.ts'
import { isPlanted, isTurf, type Spared, type TurfState } from '../yard/index.ts'
import type { Limit } from './hour.ts'

/** Limits of one's own, stricter than what is usual; where absent the usual ones stand. */
export interface OwnLimits {
  /** m s⁻¹. */
  wind?: number
  gust?: number
  airMostC?: number
  airLeastC?: number
}

/** One pass to find an hour for. */
export interface PassToPlace {
  labels: LabelRules[]
  /** Works on the leaf: it must dry there. */
  leaf: boolean
  /** Water and product in drops; not granules. */
  sprayed: boolean
  droplet?: Droplet
  /** How long it takes, hours. */
  hours: number
  states: TurfState[]
  /** No turf is among it: heat that hurts turf does not count. */
  open?: boolean
  /** The most sensitive of what stands beside the lawn: beds that are eaten from, grass or plants that it hurts; nothing where absent. */
  beside?: 'food' | 'plants'
  /** No earlier than this day: an interval since the last pass. */
  notBefore?: { day: Day; label: string }
}

/** What the hours of a pass are held against, each limit with who set it. SI. */
export interface PassLimits {
  wind: Limit
  gust: Limit
  airMost?: Limit
  airLeast?: Limit
  deltaT?: Limit
  /** Hours without rain after the pass. */
  rainfast?: Limit
  /** Rain in the day after the pass, mm. */
  washOff?: Limit
  /** Hours people keep off after it, drying included. */
  keepOff: Limit
  mowing: { before: Limit; after: Limit }
}

/**
 * The most wind for a spray, mph, by the droplets and by what stands beside the lawn: fine droplets go far, and what is eaten or
 * hurt asks for more care than a neighbour's lawn of the same grass. Estimates of the trade between the 5 mph people want and
 * the 10 mph many labels allow; a label's own figure is never widened by them.
 */
const windBesideMph: Record<Droplet, Record<'nothing' | 'plants' | 'food', number>> = {
  fine: { nothing: 8, plants: 5, food: 3 },
  medium: { nothing: 10, plants: 7, food: 5 },
  coarse: { nothing: 10, plants: 8, food: 6 },
  veryCoarse: { nothing: 10, plants: 9, food: 7 },
}

/** Practice of the trade; each can be made stricter, and a label's own counts before it. Estimates. */
export const usualLimits = {
  spreadWindMph: 15,
  gustMph: 15,
  spreadGustMph: 25,
  /** Most sprays on the leaf stop being safe for turf here: 85 °F. */
  leafMostC: (85 - 32) / 1.8,
  deltaT: 10,
  leafRainfastHours: 24,
  washOffMm: 25,
  dryingHours: usualDryingHours,
  mowingDays: 2,
} as const

const usual = (value: number): Limit => ({ value, from: { by: 'usual' } })
const mph = (value: number): number => convert(value, 'mph', 'm/s')

/** The stricter of two limits; the first where they are equal. */
const lower = (a: Limit | undefined, b: Limit | undefined): Limit | undefined =>
  !a ? b : !b ? a : b.value < a.value ? b : a
const higher = (a: Limit | undefined, b: Limit | undefined): Limit | undefined =>
  !a ? b : !b ? a : b.value > a.value ? b : a
const own = (value: number | undefined): Limit | undefined =>
  value === undefined ? undefined : { value, from: { by: 'own' } }
/** The strictest of the labels': what each states, or what is usual for it where it is silent. */
const strictest = (
  labels: LabelRules[],
  stricter: typeof lower,
  read: (rules: LabelRules) => number | undefined,
  silent: (rules: LabelRules) => Limit | undefined = () => undefined,
): Limit | undefined =>
  labels.reduce<Limit | undefined>((limit, rules) => {
    const value = read(rules)
    const own: Limit | undefined =
      value === undefined || !Number.isFinite(value)
        ? silent(rules)
        : { value, from: { by: 'label', label: rules.name } }
    return stricter(limit, own)
  }, undefined)

const onLeaf = (rules: LabelRules, turfs?: string[]): boolean =>
  rules.dryHours !== undefined ||
  rules.uses.some((u) => u.purpose === 'postEmergent' && (!turfs || u.turf.some((t) => turfs.includes(t))))

/**
 * A label's own figure stands in place of what is usual, for that label alone: in a tank of several the strictest rules. One's
 * own can only be stricter.
 */
export function computePassLimits(
  { labels, leaf, sprayed, droplet = 'medium', beside, open = false }: PassToPlace,
  ownLimits: OwnLimits = {},
  activeOf: (name: string) => Active | undefined = () => undefined,
): PassLimits {
  const band = (rules: LabelRules) =>
    airBand(
      rules,
      rules.actives.flatMap((a) => activeOf(a.name) ?? []),
      !open,
    )
  const usualWind = usual(mph(sprayed ? windBesideMph[droplet].nothing : usualLimits.spreadWindMph))
  const site: Limit | undefined =
    sprayed && beside ? { value: mph(windBesideMph[droplet][beside]), from: { by: 'site' } } : undefined
  const wind = strictest(
    labels,
    lower,
    (l) => l.windMost && convert(l.windMost.value, l.windMost.unit, 'm/s'),
    () => usualWind,
  )
  const gust = usual(mph(sprayed ? usualLimits.gustMph : usualLimits.spreadGustMph))
  const airMost = lower(
    strictest(labels, lower, (l) => band(l).most),
    leaf && !open ? usual(usualLimits.leafMostC) : undefined,
  )
  const usualDry = usual(usualLimits.leafRainfastHours)
  const rainfast = strictest(
    labels,
    higher,
    (l) => l.dryHours,
    (l) => (onLeaf(l) ? usualDry : undefined),
  )
  const keepOff = strictest(labels, higher, (l) => computeReentryInterval([l]).hours)
  const usualMowing = usual(usualLimits.mowingDays)
  const mowing = (read: (l: LabelRules) => number | undefined): Limit =>
    strictest(labels, higher, read, (l) => (onLeaf(l) ? usualMowing : undefined)) ??
    usual(leaf ? usualLimits.mowingDays : 0)
  const limits: PassLimits = {
    wind: lower(lower(wind ?? usualWind, site), own(ownLimits.wind))!,
    gust: lower(gust, own(ownLimits.gust))!,
    keepOff: keepOff ?? usual(usualLimits.dryingHours),
    mowing: { before: mowing((l) => l.mowing?.beforeDays), after: mowing((l) => l.mowing?.afterDays) },
  }
  const most = lower(airMost, own(ownLimits.airMostC))
  const least = higher(
    strictest(labels, higher, (l) => band(l).least),
    own(ownLimits.airLeastC),
  )
  if (most) limits.airMost = most
  if (least) limits.airLeast = least
  if (leaf && sprayed) limits.deltaT = usual(usualLimits.deltaT)
  if (leaf) limits.rainfast = rainfast ?? usualDry
  if (labels.some((l) => l.wateringIn)) limits.washOff = usual(usualLimits.washOffMm)
  return limits
}

/** What a label is for on these turfs: on the leaf, through the soil, or both. */
export function passOfLabels(
  labels: LabelRules[],
  turfs: string[],
  rest: Pick<PassToPlace, 'hours' | 'states' | 'droplet' | 'beside' | 'notBefore'>,
): PassToPlace {
  const { droplet, beside, notBefore, ...plain } = rest
  return {
    labels,
    leaf: labels.some((l) => onLeaf(l, turfs)),
    sprayed: labels.some((l) => l.formulation !== 'GR'),
    ...(turfs.length > 0 && !turfs.some(isTurf) && { open: true }),
    ...plain,
    ...(droplet && { droplet }),
    ...(beside && { beside }),
    ...(notBefore && { notBefore }),
  }
}

/** What stands beside a lawn that a pass can hurt. What the almanac does not know of is taken to hurt it. */
export function besideOf(
  labels: LabelRules[],
  {
    situation,
    neighbours,
    spare = [],
  }: Pick<Circumstances, 'situation' | 'neighbours'> & { spare?: Spared[] },
  activeOf: (name: string) => Active | undefined,
): PassToPlace['beside'] {
  const actives = labels.flatMap((l) => l.actives.map((a) => activeOf(a.name)))
  const hurtsPlants = actives.some((a) => !a || a.drift || a.nonSelective || a.volatile)
  if ((situation.nearVegetables || spare.includes('vegetables')) && hurtsPlants) return 'food'
  const hurtsGrass = neighbours.some(({ turf, state }) =>
    actives.some((a) => a && ['injures', 'kills'].includes(toleranceOf(a, turf, state)?.verdict ?? '')),
  )
  const plants = situation.trees !== 'none' || spare.length > 0 || neighbours.some((n) => isPlanted(n.turf))
  return hurtsGrass || (plants && hurtsPlants) ? 'plants' : undefined
}
