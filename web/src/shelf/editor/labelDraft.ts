import type { MassUnit, RatePerAreaUnit, Strength, VolumeUnit } from '@jardinero/core/quantity'
import {
  kindOf,
  measureOfFormulation,
  type AdjuvantClass,
  type AdjuvantRule,
  type LabelKind,
  type LabelRules,
  type LabelUse,
  type Purpose,
  type Site,
} from '@jardinero/core/shelf'
import type { TurfState } from '@jardinero/core/yard'

type Typed = number | undefined

export interface ActiveDraft {
  name: string
  strength: Typed
  unit: Strength['unit']
  basis: Strength['basis']
  group: string
}
export interface UseDraft {
  turf: string[]
  purpose: Purpose
  states: TurfState[]
  min: Typed
  max: Typed
  unit: RatePerAreaUnit
  annual: Typed
  annualUnit: RatePerAreaUnit
  annualOf: 'product' | 'active'
  interval: Typed
  passes: Typed
  carrier: Typed
  onlySuppresses: string[]
  atSeeding: boolean
  /** Only a mix for spots is printed. */
  fromSpots: boolean
  lengths: LengthDraft[]
}
/** A line of the label’s own table of how long a rate lasts, in days. */
export interface LengthDraft {
  min: Typed
  max: Typed
  leastDays: Typed
  mostDays: Typed
}
export interface AmountDraft {
  amount: Typed
  unit: MassUnit | VolumeUnit
  /** Price in whole currency, area in ft², or water in gallons. */
  of: Typed
}

/** One label as it is being copied; empty fields are undefined. Everything a label says has its place here. */
export interface LabelDraft extends Pick<
  LabelRules,
  'name' | 'formulation' | 'gear' | 'signalWord' | 'restrictedUse'
> {
  kind: LabelKind
  registration: string
  sample: boolean
  density: Typed
  densityUnit: 'lb/gal' | 'g/L'
  actives: ActiveDraft[]
  uses: UseDraft[]
  weedsCopied: boolean
  controls: string[]
  suppresses: string[]
  temperatureUnit: 'degF' | 'degC'
  temperatureLeast: Typed
  temperatureMost: Typed
  windMost: Typed
  dryHours: Typed
  waterLeast: Typed
  waterMost: Typed
  waterDays: Typed
  seedingDays: Typed
  seedlingMowings: Typed
  mowBefore: Typed
  mowAfter: Typed
  adjuvant: 'notSaid' | AdjuvantRule['rule']
  adjuvantClasses: AdjuvantClass[]
  /** Names, a line each. */
  notWith: string
  waterFirst: Typed
  place: 'usual' | 'first' | 'last'
  untilDry: boolean
  keepOffHours: Typed
  sites: Site[]
  notIn: string
  packages: AmountDraft[]
  coverage: AmountDraft[]
  spots: AmountDraft[]
  additiveClass: AdjuvantClass | 'dye'
  additiveMin: Typed
  additiveMax: Typed
  additiveUnit: string
  n: Typed
  p2o5: Typed
  k2o: Typed
  notes: string
}

/** What is done with water once it is down. */
export const waterAfter = ['notSaid', 'waterIn', 'leaveDry'] as const
export type WaterAfter = (typeof waterAfter)[number]

/** What of a label that matters sooner or later was not copied: each is asked about when it does. */
export function notCopied(draft: LabelDraft): string[] {
  const [first] = draft.uses
  const said: Record<string, unknown> = {
    interval: first?.interval,
    passes: first?.passes,
    minimumCarrier: first?.carrier,
    seeding: draft.seedingDays ?? (first?.atSeeding || undefined),
    seedlingMowings: draft.seedlingMowings,
    temperatureLeast: draft.temperatureLeast,
    temperatureMost: draft.temperatureMost,
    windMost: draft.windMost,
    mowAfter: draft.mowAfter,
    weeds: draft.weedsCopied || undefined,
    adjuvant: draft.adjuvant === 'notSaid' ? undefined : draft.adjuvant,
    packages: draft.packages.length || undefined,
    spots: draft.spots.length || undefined,
  }
  const ofBarrier = first?.purpose === 'preEmergent'
  return Object.keys(said).filter(
    (key) => said[key] === undefined && !(ofBarrier && ['weeds', 'adjuvant', 'spots'].includes(key)),
  )
}

/** Rate units as labels print them, by how the product is measured. */
export const rateUnits: Record<'mass' | 'volume', RatePerAreaUnit[]> = {
  mass: ['oz/1000ft2', 'lb/1000ft2', 'lb/acre', 'oz/acre', 'g/100m2', 'kg/ha'],
  volume: ['floz/1000ft2', 'floz/acre', 'pt/acre', 'qt/acre', 'mL/100m2', 'L/ha'],
}
/** Every unit, those of the product’s own measure first: what stands on the label can be typed, and a wrong one is answered in words. */
export const ownFirst = <U>(units: Record<'mass' | 'volume', U[]>, measure: 'mass' | 'volume'): U[] => [
  ...units[measure],
  ...units[measure === 'mass' ? 'volume' : 'mass'],
]
export const amountUnits: Record<'mass' | 'volume', (MassUnit | VolumeUnit)[]> = {
  mass: ['oz', 'lb', 'g', 'kg'],
  volume: ['floz', 'pt', 'qt', 'gal', 'mL', 'L'],
}
export const strengthUnits: Record<'mass' | 'volume', Strength['unit'][]> = {
  mass: ['percent', 'none'],
  volume: ['lb/gal', 'g/L', 'percent', 'none'],
}
/** The units a new line begins with: those that labels of the reader’s country print. */
export const usualUnits = (measure: 'mass' | 'volume', isMetric: boolean) => ({
  rate: rateUnits[measure][isMetric ? 4 : 0]!,
  amount: amountUnits[measure][isMetric ? (measure === 'mass' ? 2 : 5) : 0]!,
  strength: measure === 'mass' ? ('percent' as const) : isMetric ? ('g/L' as const) : ('lb/gal' as const),
})
export const additiveUnits = ['percentVv', 'floz/gal', 'mL/L', 'oz/gal', 'lb/100gal'] as const

export const emptyActive = (measure: 'mass' | 'volume', isMetric = false): ActiveDraft => ({
  name: '',
  strength: undefined,
  unit: usualUnits(measure, isMetric).strength,
  basis: 'ai',
  group: '',
})
export const emptyUse = (measure: 'mass' | 'volume', turf: string[] = [], isMetric = false): UseDraft => ({
  turf,
  purpose: 'preEmergent',
  states: [],
  min: undefined,
  max: undefined,
  unit: usualUnits(measure, isMetric).rate,
  annual: undefined,
  annualUnit: usualUnits(measure, isMetric).rate,
  annualOf: 'product',
  interval: undefined,
  passes: undefined,
  carrier: undefined,
  onlySuppresses: [],
  atSeeding: false,
  fromSpots: false,
  lengths: [],
})
export const emptyLength = (): LengthDraft => ({
  min: undefined,
  max: undefined,
  leastDays: undefined,
  mostDays: undefined,
})
export const emptyAmount = (measure: 'mass' | 'volume'): AmountDraft => ({
  amount: undefined,
  unit: amountUnits[measure][0]!,
  of: undefined,
})

const typedOf = (value: number): Typed => (Number.isNaN(value) ? undefined : value)
const useDraftOf = (use: LabelUse): UseDraft => ({
  turf: use.turf,
  purpose: use.purpose,
  states: use.states ?? [],
  min: typedOf(use.rate.min),
  max: typedOf(use.rate.max),
  unit: use.rate.unit,
  annual: use.annualMaximum?.value,
  annualUnit: use.annualMaximum?.unit ?? use.rate.unit,
  annualOf: use.annualMaximum?.of ?? 'product',
  interval: use.minimumIntervalDays,
  passes: use.applicationsPerYear,
  carrier: use.minimumCarrier?.value,
  onlySuppresses: use.onlySuppresses ?? [],
  atSeeding: use.atSeeding ?? false,
  fromSpots: use.fromSpots ?? false,
  lengths: use.lengths?.map((line) => ({ ...line })) ?? [],
})

function limitsOf(rules: Partial<LabelRules>) {
  return {
    temperatureUnit: rules.temperature?.unit ?? ('degF' as const),
    temperatureLeast: rules.temperature?.least,
    temperatureMost: rules.temperature?.most,
    windMost: rules.windMost?.value,
    dryHours: rules.dryHours,
    waterLeast: rules.wateringIn?.leastIn,
    waterMost: rules.wateringIn?.mostIn,
    waterDays: rules.wateringIn?.withinDays,
    seedingDays: rules.seedingIntervalDays,
    seedlingMowings: rules.seedlingMowings,
    mowBefore: rules.mowing?.beforeDays,
    mowAfter: rules.mowing?.afterDays,
  }
}
function tankOf(rules: Partial<LabelRules>) {
  return {
    adjuvant: rules.adjuvant?.rule ?? ('notSaid' as const),
    adjuvantClasses: rules.adjuvant?.classes ?? [],
    notWith: (rules.notWith ?? []).join('\n'),
    waterFirst: rules.mixing?.waterFirst,
    place: rules.mixing?.place ?? ('usual' as const),
    additiveClass: rules.additive?.class ?? ('NIS' as const),
    additiveMin: rules.additive?.rate.min,
    additiveMax: rules.additive?.rate.max,
    additiveUnit: rules.additive?.rate.unit ?? additiveUnits[0],
  }
}

/** What was read goes over what is typed; of what was not read the typed stays. */
export function layRead(draft: LabelDraft, read: Partial<LabelRules>, isMetric: boolean): LabelDraft {
  // What its class alone brings along was not read.
  const blank = read.formulation ? { formulation: read.formulation } : {}
  const [before, now] = [draftOf(blank, [], isMetric), draftOf(read, [], isMetric)]
  const same = (key: keyof LabelDraft) => JSON.stringify(before[key]) === JSON.stringify(now[key])
  const found = (Object.keys(now) as (keyof LabelDraft)[]).filter((key) => !same(key))
  return { ...draft, ...Object.fromEntries(found.map((key) => [key, now[key]])) }
}

/** A label as a draft; one not yet begun where none is given. */
export function draftOf(rules: Partial<LabelRules> = {}, turf: string[] = [], isMetric = false): LabelDraft {
  const formulation = rules.formulation ?? 'SL'
  const measure = measureOfFormulation(formulation)
  return {
    kind: kindOf(rules),
    name: rules.name ?? '',
    registration: rules.registration ?? '',
    sample: rules.sample ?? false,
    formulation,
    density: rules.density?.value,
    densityUnit: rules.density?.unit ?? (isMetric ? 'g/L' : 'lb/gal'),
    actives: rules.actives?.map((a) => ({
      name: a.name,
      strength: a.strength.unit === 'none' ? undefined : a.strength.value,
      unit: a.strength.unit,
      basis: a.strength.basis,
      group: a.group ?? '',
    })) ?? [emptyActive(measure, isMetric)],
    uses: rules.uses?.map(useDraftOf) ?? [emptyUse(measure, turf, isMetric)],
    weedsCopied: rules.weeds !== undefined,
    controls: rules.weeds?.controls ?? [],
    suppresses: rules.weeds?.suppresses ?? [],
    ...limitsOf(rules),
    ...tankOf(rules),
    untilDry: rules.keepOff?.untilDry ?? true,
    keepOffHours: rules.keepOff?.hours,
    gear: rules.gear ?? ['gloves', 'eyes', 'longSleeves', 'boots'],
    signalWord: rules.signalWord ?? 'caution',
    restrictedUse: rules.restrictedUse ?? false,
    sites: rules.sites ?? [],
    notIn: (rules.notIn ?? []).join('\n'),
    packages: (rules.packages ?? []).map((p) => ({
      amount: p.amount.value,
      unit: p.amount.unit,
      of: p.priceCents / 100,
    })),
    coverage: (rules.coverage ?? []).map((c) => ({
      amount: c.amount.value,
      unit: c.amount.unit,
      of: c.areaSqFt,
    })),
    spots: (rules.spots ?? []).map((s) => ({ amount: s.amount.value, unit: s.amount.unit, of: s.waterGal })),
    n: rules.analysis?.n,
    p2o5: rules.analysis?.p2o5,
    k2o: rules.analysis?.k2o,
    notes: rules.notes ?? '',
  }
}
