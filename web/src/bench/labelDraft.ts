import {
  measureOfFormulation,
  type Formulation,
  type LabelRules,
  type LabelUse,
  type ProtectiveGear,
  type SignalWord,
} from '@jardinero/core/shelf'
import type { MassUnit, RatePerAreaUnit, Strength, VolumeUnit } from '@jardinero/core/quantity'
import type { TurfState } from '@jardinero/core/yard'

/** One pre-emergent label as it is being copied; empty fields are undefined. */
export interface LabelDraft {
  name: string
  registration: string
  formulation: Formulation
  active: string
  strength: number | undefined
  strengthUnit: Strength['unit']
  basis: Strength['basis']
  group: string
  turf: string[]
  states: TurfState[]
  rateMin: number | undefined
  rateMax: number | undefined
  rateUnit: RatePerAreaUnit
  annual: number | undefined
  annualUnit: RatePerAreaUnit
  annualOf: 'product' | 'active'
  interval: number | undefined
  passes: number | undefined
  carrier: number | undefined
  waterLeastIn: number | undefined
  waterDays: number | undefined
  keepOffHours: number | undefined
  seedingDays: number | undefined
  gear: ProtectiveGear[]
  signalWord: SignalWord
  restrictedUse: boolean
  dryHours: number | undefined
  atSeeding: boolean
  packageAmount: number | undefined
  packageUnit: MassUnit | VolumeUnit
  /** In whole currency, as on a price tag. */
  packagePrice: number | undefined
}

/** Rate units as labels print them, by how the product is measured. */
export const rateUnits: Record<'mass' | 'volume', RatePerAreaUnit[]> = {
  mass: ['oz/1000ft2', 'lb/1000ft2', 'lb/acre', 'oz/acre', 'g/100m2', 'kg/ha'],
  volume: ['floz/1000ft2', 'floz/acre', 'pt/acre', 'qt/acre', 'mL/100m2', 'L/ha'],
}
export const packageUnits: Record<'mass' | 'volume', (MassUnit | VolumeUnit)[]> = {
  mass: ['oz', 'lb', 'g', 'kg'],
  volume: ['floz', 'qt', 'gal', 'mL', 'L'],
}
export const strengthUnits: Record<'mass' | 'volume', Strength['unit'][]> = {
  mass: ['percent'],
  volume: ['lb/gal', 'g/L'],
}

const when = <T>(value: number | undefined, made: (value: number) => T): T | undefined =>
  value === undefined ? undefined : made(value)

export function draftOf(rules?: LabelRules, turf: string[] = []): LabelDraft {
  const [use] = rules?.uses ?? []
  const [active] = rules?.actives ?? []
  const measure = measureOfFormulation(rules?.formulation ?? 'WG')
  return {
    name: rules?.name ?? '',
    registration: rules?.registration ?? '',
    formulation: rules?.formulation ?? 'WG',
    active: active?.name ?? '',
    strength: active?.strength.value,
    strengthUnit: active?.strength.unit ?? strengthUnits[measure][0]!,
    basis: active?.strength.basis ?? 'ai',
    group: active?.group ?? '',
    turf: use?.turf ?? turf,
    states: use?.states ?? [],
    rateMin: use?.rate.min,
    rateMax: use?.rate.max,
    rateUnit: use?.rate.unit ?? rateUnits[measure][0]!,
    annual: use?.annualMaximum?.value,
    annualUnit: use?.annualMaximum?.unit ?? rateUnits[measure][0]!,
    annualOf: use?.annualMaximum?.of ?? 'product',
    interval: use?.minimumIntervalDays,
    passes: use?.applicationsPerYear,
    carrier: use?.minimumCarrier?.value,
    waterLeastIn: rules?.wateringIn?.leastIn,
    waterDays: rules?.wateringIn?.withinDays,
    keepOffHours: rules?.keepOff.hours,
    seedingDays: rules?.seedingIntervalDays,
    gear: rules?.gear ?? ['gloves', 'eyes', 'longSleeves', 'boots'],
    signalWord: rules?.signalWord ?? 'caution',
    restrictedUse: rules?.restrictedUse ?? false,
    dryHours: rules?.dryHours,
    atSeeding: use?.atSeeding ?? false,
    packageAmount: rules?.packages?.[0]?.amount.value,
    packageUnit: rules?.packages?.[0]?.amount.unit ?? packageUnits[measure][0]!,
    packagePrice: when(rules?.packages?.[0]?.priceCents, (cents) => cents / 100),
  }
}

function useOf(draft: LabelDraft): LabelUse {
  return {
    turf: draft.turf,
    purpose: 'preEmergent',
    ...(draft.states.length && { states: draft.states }),
    rate: { min: draft.rateMin ?? NaN, max: draft.rateMax ?? NaN, unit: draft.rateUnit },
    ...when(draft.annual, (value) => ({
      annualMaximum: { value, unit: draft.annualUnit, of: draft.annualOf },
    })),
    ...when(draft.interval, (minimumIntervalDays) => ({ minimumIntervalDays })),
    ...when(draft.passes, (applicationsPerYear) => ({ applicationsPerYear })),
    ...when(draft.carrier, (value) => ({ minimumCarrier: { value, unit: 'gal/1000ft2' as const } })),
    ...(draft.atSeeding && { atSeeding: true }),
  }
}

/** The packages of a draft: the first as typed, those the form does not show as they were. */
function packagesOf(draft: LabelDraft, before?: LabelRules): Pick<LabelRules, 'packages'> {
  const { packageAmount: value, packageUnit: unit, packagePrice: price } = draft
  const others = before?.packages?.slice(1) ?? []
  const first =
    value !== undefined && price !== undefined
      ? [{ amount: { value, unit }, priceCents: Math.round(price * 100) }]
      : []
  return first.length + others.length ? { packages: [...first, ...others] } : {}
}

/** The rules of a draft. What the form does not show of a label being edited (further uses and actives, notes) is kept. */
export function rulesOf(draft: LabelDraft, before?: LabelRules): LabelRules {
  const { name, registration, formulation, gear, signalWord, restrictedUse } = draft
  const active = {
    name: draft.active,
    strength: { value: draft.strength ?? NaN, unit: draft.strengthUnit, basis: draft.basis },
    ...(draft.group && { group: draft.group }),
  }
  const mostIn = Math.max(before?.wateringIn?.mostIn ?? 0, draft.waterLeastIn ?? 0)
  return {
    name,
    sample: before?.sample ?? false,
    ...(registration && { registration }),
    formulation,
    actives: [active, ...(before?.actives.slice(1) ?? [])],
    uses: [useOf(draft), ...(before?.uses.slice(1) ?? [])],
    ...when(draft.waterLeastIn, (leastIn) => ({
      wateringIn: { leastIn, mostIn, withinDays: draft.waterDays ?? 14 },
    })),
    keepOff: { untilDry: before?.keepOff.untilDry ?? true, hours: draft.keepOffHours ?? 0 },
    ...when(draft.seedingDays, (seedingIntervalDays) => ({ seedingIntervalDays })),
    gear,
    signalWord,
    restrictedUse,
    ...when(draft.dryHours, (dryHours) => ({ dryHours })),
    ...packagesOf(draft, before),
    ...(before?.notes && { notes: before.notes }),
  }
}
