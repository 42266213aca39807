import { almanac, plantAlmanac } from '@jardinero/almanac'
import { seededRandom } from '@jardinero/core/quantity'
import type { Active, LengthLine, ReadValues } from '@jardinero/core/shelf'

const { actives, barriers, turf } = almanac
const { plants } = plantAlmanac

/** One line of the directions as it is printed. */
export interface TruthLine {
  turf: string[]
  rate: ReadValues['rate']
  /** By the acre as well, where the layout prints it. */
  perAcre?: ReadValues['rate']
  annualMaximum?: ReadValues['annualMaximum']
  lengths?: LengthLine[]
}

/** An invented label: every figure that is printed on it, and nothing else. */
export interface Truth {
  seed: number
  layout: Layout
  name: string
  kind: 'granule' | 'dry' | 'liquid'
  /** What its class is called on the front. */
  className: string
  formulation: ReadValues['formulation']
  actives: ReadValues['active'][]
  /** What the ingredient statement prints, percent. */
  percents: number[]
  density?: ReadValues['density']
  registration: string
  signalWord: 'caution' | 'warning' | 'danger'
  contents: ReadValues['contents']
  purpose: ReadValues['purpose']
  lines: TruthLine[]
  annualMaximum?: ReadValues['annualMaximum']
  applicationsPerYear: number
  minimumIntervalDays: number
  minimumCarrier?: number
  wateringIn?: ReadValues['wateringIn']
  dryHours?: number
  keepOff: ReadValues['keepOff']
  seedingMonths?: number
  seedingIntervalDays: number
  seedlingMowings: number
  mowing: ReadValues['mowing']
  windMost: ReadValues['windMost']
  temperatureMost?: number
  adjuvant?: ReadValues['adjuvant']
  controls: string[]
  spot?: ReadValues['spot']
  gear: ReadValues['gear']
  /** Which of several phrases, 0 to 1, by what is said. */
  phrase: (what: string) => number
}
const layouts = [
  'homeCard',
  'booklet',
  'lengthMatrix',
  'weedTable',
  'proTable',
  'metric',
  'bag',
  'lengthRows',
] as const
type Layout = (typeof layouts)[number]

const beginnings = [
  'Var',
  'Mel',
  'Tor',
  'Lin',
  'Quor',
  'Dav',
  'Fen',
  'Bryl',
  'Osk',
  'Hal',
  'Wen',
  'Cald',
  'Ivo',
  'Rusk',
  'Pel',
]
const ends = [
  'onde',
  'ristan',
  'umbra',
  'essel',
  'avik',
  'orrin',
  'etta',
  'ollow',
  'imere',
  'ander',
  'askin',
  'udel',
]

const round = (value: number, digits = 2) => Number(value.toPrecision(digits))
/** What labels print: two or three figures, halves and quarters. */
const printed = (value: number) => (value >= 1 ? Math.round(value * 20) / 20 : round(value, 2))

interface Draw {
  random: () => number
  pick: <T>(list: readonly T[]) => T
  some: <T>(list: readonly T[], least: number, most: number) => T[]
}
function drawFrom(seed: number): Draw {
  const random = seededRandom(seed * 7919 + 13)
  return {
    random,
    pick: (list) => list[Math.floor(random() * list.length)]!,
    some(list, least, most) {
      const left = [...list]
      const count = least + Math.floor(random() * (most - least + 1))
      return Array.from(
        { length: Math.min(count, left.length) },
        () => left.splice(Math.floor(random() * left.length), 1)[0]!,
      )
    },
  }
}

/** What is in the bottle. */
function drawProduct(layout: Layout, { random, pick }: Draw) {
  const isMetric = layout === 'metric'
  const isBarrier = layout.startsWith('length') || layout === 'bag' || random() < 0.4
  const kind: Truth['kind'] = layout === 'bag' ? 'granule' : isMetric || random() < 0.55 ? 'liquid' : 'dry'
  const ofBarrier = new Set(barriers.map((b) => b.name))
  const usable = actives.filter(
    (a) =>
      a.activeLbPerAcre.most < 13 &&
      a.activeLbPerAcre.least > 0.05 &&
      ofBarrier.has(a.name) === isBarrier &&
      !a.nonSelective,
  )
  const several = !isBarrier && kind === 'liquid' && !isMetric && random() < 0.5
  const chosen: Active[] = several
    ? ['2,4-D dimethylammonium', 'mecoprop-P', 'dicamba'].map((n) => actives.find((a) => a.name === n)!)
    : [pick(usable)]
  const strengthOf = ({ basis, activeLbPerAcre }: Active): ReadValues['active']['strength'] => {
    if (kind !== 'liquid')
      return {
        value: pick(kind === 'granule' ? [0.38, 0.55, 1.5, 2.3] : [10.5, 37.5, 60, 65, 75]),
        unit: 'percent',
        basis,
      }
    if (isMetric) return { value: pick([120, 200, 240, 360, 480]), unit: 'g/L', basis }
    const value = several ? round(activeLbPerAcre.most * 1.6) : pick([1.5, 2, 2.4, 3.3, 4])
    return { value, unit: 'lb/gal', basis }
  }
  const list = chosen.map((a) => ({ name: a.name, strength: strengthOf(a), group: a.group }))
  const soluble = isMetric || several
  const value = list[0]!.strength.value
  return {
    isMetric,
    isBarrier,
    kind,
    main: chosen[0]!,
    strength: list[0]!.strength,
    list,
    formulation: ({ granule: 'GR', dry: 'WG', liquid: soluble ? 'SL' : 'SC' } as const)[kind],
    className: {
      granule: 'Granular herbicide',
      dry: 'Water dispersible granules',
      liquid: soluble ? 'Soluble liquid concentrate' : 'Suspension concentrate',
    }[kind],
    ending: {
      granule: `${value} G`,
      dry: `${value} WG`,
      liquid: isMetric ? `${value} SL` : several ? 'Three-Way' : `${value} SC`,
    }[kind],
  }
}

/** How much of it, on what: rates from what is usual of its first active. */
function drawDirections(layout: Layout, product: ReturnType<typeof drawProduct>, { random, some }: Draw) {
  const { kind, isMetric, strength } = product
  const ofProduct = (lbPerAcre: number): number => {
    if (strength.unit === 'percent')
      return (lbPerAcre / (strength.value / 100) / 43.56) * (kind === 'granule' ? 1 : 16)
    if (strength.unit === 'lb/gal') return (lbPerAcre / strength.value / 43.56) * 128
    // mL per 100 m²
    return ((lbPerAcre * 1.12085) / (strength.value / 1000)) * 10
  }
  const unit = isMetric
    ? ('mL/100m2' as const)
    : ({ granule: 'lb/1000ft2', dry: 'oz/1000ft2', liquid: 'floz/1000ft2' } as const)[kind]
  const { least, most, year } = product.main.activeLbPerAcre
  const low = printed(ofProduct(least + (most - least) * random() * 0.2))
  const high = Math.max(low, printed(ofProduct(least + (most - least) * (0.5 + random() * 0.5))))
  const annual = {
    value: Math.max(high, printed(ofProduct(Math.min(year, most * 3)))),
    unit,
    of: 'product' as const,
  }
  const codes = (season?: string) => turf.filter((t) => !season || t.season === season).map((t) => t.code)
  const inAcre = (value: number): number => printed((value * 43.56) / (kind === 'granule' ? 1 : 16))
  const lineOf = (ofTurf: string[], top: number): TruthLine => ({
    turf: ofTurf,
    rate: { min: low, max: top, unit },
    ...(layout === 'proTable' && {
      perAcre: { min: inAcre(low), max: inAcre(top), unit: kind === 'liquid' ? 'pt/acre' : 'lb/acre' },
      annualMaximum: annual,
    }),
    ...(layout.startsWith('length') && {
      lengths: [low, printed(low + (top - low) / 2), top].map((r, i) => ({
        min: r,
        max: r,
        leastDays: [60, 90, 120][i]!,
        mostDays: [90, 120, 180][i]!,
      })),
    }),
  })
  const hasOneLine = layout === 'homeCard' || layout === 'weedTable' || layout === 'bag'
  const lines = hasOneLine
    ? [lineOf(some(codes(), 2, 5), high)]
    : [
        lineOf(some(codes('cool'), 1, 3), high),
        lineOf(some(codes('warm'), 1, 4), Math.max(low, printed((low + high) / 2))),
      ]
  return { lines, ...(layout !== 'proTable' && { annualMaximum: annual }) }
}

/** A label from its number: the same number, the same label. */
export function makeTruth(seed: number): Truth {
  const draw = drawFrom(seed)
  const { random, pick, some } = draw
  const layout = layouts[seed % layouts.length]!
  const product = drawProduct(layout, draw)
  const { kind, isMetric, isBarrier, list } = product
  const turfCodes = turf.map((t) => t.code)
  const weedCodes = plants.filter((p) => p.group !== 'moss' && !turfCodes.includes(p.code)).map((p) => p.code)
  const months = random() < 0.5 ? pick([2, 3, 4, 6]) : undefined
  const phrases = new Map<string, number>()
  return {
    seed,
    layout,
    name: `${pick(beginnings)}${pick(ends)} ${product.ending}`,
    kind,
    className: product.className,
    formulation: product.formulation,
    actives: list,
    percents: list.map(({ strength: { value, unit } }) =>
      unit === 'percent' ? value : round(value * (unit === 'g/L' ? 0.09 : 11), 3),
    ),
    ...drawDirections(layout, product, draw),
    ...(kind === 'liquid' &&
      !isMetric && { density: { value: pick([8.9, 9.2, 9.6]), unit: 'lb/gal' as const } }),
    registration: `00000-${100 + seed}`,
    signalWord: pick(['caution', 'caution', 'warning', 'danger'] as const),
    contents:
      kind === 'granule'
        ? { value: pick([15, 25, 50]), unit: 'lb' }
        : kind === 'dry'
          ? { value: pick([8, 16, 32]), unit: 'oz' }
          : isMetric
            ? { value: pick([1, 5]), unit: 'L' }
            : pick([
                { value: 16, unit: 'floz' as const },
                { value: 1, unit: 'qt' as const },
                { value: 2.5, unit: 'gal' as const },
              ]),
    purpose: isBarrier ? 'preEmergent' : 'postEmergent',
    applicationsPerYear: pick([1, 2, 3, 4]),
    minimumIntervalDays: pick([21, 28, 30, 42, 60]),
    ...(kind !== 'granule' && !isMetric && { minimumCarrier: pick([0.5, 1, 1.5, 2]) }),
    ...(isBarrier
      ? { wateringIn: { leastIn: pick([0.25, 0.5]), mostIn: 0.5, withinDays: pick([3, 7, 14]) } }
      : { dryHours: pick([1, 2, 4, 6, 24]) }),
    keepOff: { untilDry: true, hours: pick([0, 0, 24]) },
    ...(months && { seedingMonths: months }),
    seedingIntervalDays: months ? Math.ceil(months * 30.5) : pick([21, 28, 30, 90]),
    seedlingMowings: pick([2, 3, 4]),
    mowing: pick([
      { beforeDays: 2, afterDays: 2 },
      { beforeDays: 1, afterDays: 1 },
      { beforeDays: 1, afterDays: 2 },
    ]),
    windMost: isMetric ? { value: pick([15, 20]), unit: 'km/h' } : { value: pick([10, 15]), unit: 'mph' },
    ...(!isBarrier && !isMetric && { temperatureMost: pick([85, 90, 95]) }),
    ...(!isBarrier && {
      adjuvant: pick([
        { rule: 'needs', classes: ['NIS'] },
        { rule: 'forbids', classes: [] },
        { rule: 'needs', classes: ['MSO'] },
      ] as const) as unknown as ReadValues['adjuvant'],
    }),
    controls: some(weedCodes, 4, 9),
    ...(layout === 'homeCard' &&
      kind === 'liquid' && {
        spot: { amount: { value: pick([0.5, 1, 1.5, 2.5]), unit: 'floz' as const }, waterGal: 1 },
      }),
    gear: ['gloves', 'eyes', 'longSleeves', 'boots'],
    phrase(what) {
      if (!phrases.has(what))
        phrases.set(
          what,
          seededRandom(seed * 131 + [...what].reduce((h, c) => h * 31 + c.charCodeAt(0), 7))(),
        )
      return phrases.get(what)!
    },
  }
}
