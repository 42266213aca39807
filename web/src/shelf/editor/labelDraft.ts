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

/** Rate units as labels print them, by how the product is measured. */
export const rateUnits: Record<'mass' | 'volume', RatePerAreaUnit[]> = {
  mass: ['oz/1000ft2', 'lb/1000ft2', 'lb/acre', 'oz/acre', 'g/100m2', 'kg/ha'],
  volume: ['floz/1000ft2', 'floz/acre', 'pt/acre', 'qt/acre', 'mL/100m2', 'L/ha'],
}
export const amountUnits: Record<'mass' | 'volume', (MassUnit | VolumeUnit)[]> = {
  mass: ['oz', 'lb', 'g', 'kg'],
  volume: ['floz', 'pt', 'qt', 'gal', 'mL', 'L'],
}
export const strengthUnits: Record<'mass' | 'volume', Strength['unit'][]> = {
  mass: ['percent'],
  volume: ['lb/gal', 'g/L'],
}
export const additiveUnits = ['percentVv', 'floz/gal', 'mL/L', 'oz/gal', 'lb/100gal'] as const

export const emptyActive = (measure: 'mass' | 'volume'): ActiveDraft => ({
  name: '',
  strength: undefined,
  unit: strengthUnits[measure][0]!,
  basis: 'ai',
  group: '',
})
export const emptyUse = (measure: 'mass' | 'volume', turf: string[] = []): UseDraft => ({
  turf,
  purpose: 'preEmergent',
  states: [],
  min: undefined,
  max: undefined,
  unit: rateUnits[measure][0]!,
  annual: undefined,
  annualUnit: rateUnits[measure][0]!,
  annualOf: 'product',
  interval: undefined,
  passes: undefined,
  carrier: undefined,
  onlySuppresses: [],
  atSeeding: false,
})
export const emptyAmount = (measure: 'mass' | 'volume'): AmountDraft => ({
  amount: undefined,
  unit: amountUnits[measure][0]!,
  of: undefined,
})

const useDraftOf = (use: LabelUse, measure: 'mass' | 'volume'): UseDraft => ({
  turf: use.turf,
  purpose: use.purpose,
  states: use.states ?? [],
  min: use.rate.min,
  max: use.rate.max,
  unit: use.rate.unit,
  annual: use.annualMaximum?.value,
  annualUnit: use.annualMaximum?.unit ?? rateUnits[measure][0]!,
  annualOf: use.annualMaximum?.of ?? 'product',
  interval: use.minimumIntervalDays,
  passes: use.applicationsPerYear,
  carrier: use.minimumCarrier?.value,
  onlySuppresses: use.onlySuppresses ?? [],
  atSeeding: use.atSeeding ?? false,
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

/** A label as a draft; one not yet begun where none is given. */
export function draftOf(rules: Partial<LabelRules> = {}, turf: string[] = []): LabelDraft {
  const formulation = rules.formulation ?? 'WG'
  const measure = measureOfFormulation(formulation)
  return {
    kind: kindOf(rules),
    name: rules.name ?? '',
    registration: rules.registration ?? '',
    sample: rules.sample ?? false,
    formulation,
    actives: rules.actives?.map((a) => ({
      name: a.name,
      strength: a.strength.value,
      unit: a.strength.unit,
      basis: a.strength.basis,
      group: a.group ?? '',
    })) ?? [emptyActive(measure)],
    uses: rules.uses?.map((u) => useDraftOf(u, measure)) ?? [emptyUse(measure, turf)],
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
