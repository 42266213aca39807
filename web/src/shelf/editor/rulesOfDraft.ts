import { measureOfFormulation, rateOfSpots, type LabelRules, type LabelUse } from '@jardinero/core/shelf'
import type { AmountDraft, LabelDraft, LengthDraft, UseDraft } from './labelDraft.ts'

/** A part of the rules where the number it hangs on was typed; nothing where it was left empty. */
const when = <T extends object>(value: number | undefined, made: (value: number) => T): T | undefined =>
  value === undefined ? undefined : made(value)
const lines = (text: string): string[] =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean)

/** One rate and one length are printed as often as ranges. */
const lengthOf = ({ min, max, leastDays, mostDays }: LengthDraft) => ({
  min: min ?? max ?? NaN,
  max: max ?? min ?? NaN,
  leastDays: leastDays ?? mostDays ?? NaN,
  mostDays: mostDays ?? leastDays ?? NaN,
})
function useOf(draft: UseDraft, ofLabel: Pick<LabelRules, 'formulation' | 'spots'>): LabelUse {
  return {
    turf: draft.turf,
    purpose: draft.purpose,
    ...(draft.states.length && { states: draft.states }),
    // One rate is printed as often as a range.
    rate: draft.fromSpots
      ? rateOfSpots(ofLabel)
      : { min: draft.min ?? draft.max ?? NaN, max: draft.max ?? NaN, unit: draft.unit },
    ...when(draft.annual, (value) => ({
      annualMaximum: { value, unit: draft.annualUnit, of: draft.annualOf },
    })),
    ...when(draft.passes, (applicationsPerYear) => ({ applicationsPerYear })),
    ...when(draft.interval, (minimumIntervalDays) => ({ minimumIntervalDays })),
    ...when(draft.carrier, (value) => ({ minimumCarrier: { value, unit: 'gal/1000ft2' as const } })),
    ...(draft.onlySuppresses.length && { onlySuppresses: draft.onlySuppresses }),
    ...(draft.fromSpots && { fromSpots: true }),
    ...(draft.atSeeding && { atSeeding: true }),
    ...(draft.lengths.length && { lengths: draft.lengths.map(lengthOf) }),
  }
}

/** Lines with both figures; one half typed is kept as not a number, so that it is refused, not lost. */
const amountsOf = (drafts: AmountDraft[]) =>
  drafts
    .filter((d) => d.amount !== undefined || d.of !== undefined)
    .map((d) => ({ amount: { value: d.amount ?? NaN, unit: d.unit }, of: d.of ?? NaN }))

function limitsOf(draft: LabelDraft): Partial<LabelRules> {
  const { temperatureLeast: least, temperatureMost: most } = draft
  const watered = draft.waterLeast !== undefined || draft.waterDays !== undefined
  const mown = draft.mowBefore !== undefined || draft.mowAfter !== undefined
  return {
    ...((least !== undefined || most !== undefined) && {
      temperature: {
        ...when(least, (value) => ({ least: value })),
        ...when(most, (value) => ({ most: value })),
        unit: draft.temperatureUnit,
      },
    }),
    ...when(draft.windMost, (value) => ({ windMost: { value, unit: 'mph' as const } })),
    ...when(draft.dryHours, (dryHours) => ({ dryHours })),
    ...(watered && {
      wateringIn: {
        leastIn: draft.waterLeast ?? NaN,
        mostIn: Math.max(draft.waterMost ?? 0, draft.waterLeast ?? NaN),
        withinDays: draft.waterDays ?? 14,
      },
    }),
    ...when(draft.seedingDays, (seedingIntervalDays) => ({ seedingIntervalDays })),
    ...when(draft.seedlingMowings, (seedlingMowings) => ({ seedlingMowings })),
    ...(mown && { mowing: { beforeDays: draft.mowBefore ?? 0, afterDays: draft.mowAfter ?? 0 } }),
  }
}

function tankOf(draft: LabelDraft): Partial<LabelRules> {
  const notWith = lines(draft.notWith)
  const order = draft.waterFirst !== undefined || draft.place !== 'usual'
  const dosed = draft.kind === 'adjuvant' || draft.kind === 'dye'
  return {
    ...(draft.adjuvant !== 'notSaid' && {
      adjuvant: { rule: draft.adjuvant, classes: draft.adjuvantClasses },
    }),
    ...(notWith.length && { notWith }),
    ...(order && {
      mixing: {
        ...when(draft.waterFirst, (waterFirst) => ({ waterFirst })),
        ...(draft.place !== 'usual' && { place: draft.place }),
      },
    }),
    ...(dosed && {
      additive: {
        class: draft.additiveClass,
        rate: {
          min: draft.additiveMin ?? NaN,
          max: draft.additiveMax ?? NaN,
          unit: draft.additiveUnit as 'percentVv',
        },
      },
    }),
  }
}

function placesOf(draft: LabelDraft): Partial<LabelRules> {
  const notIn = lines(draft.notIn)
  return { ...(draft.sites.length && { sites: draft.sites }), ...(notIn.length && { notIn }) }
}

function packagesOf(draft: LabelDraft): Partial<LabelRules> {
  const [packages, coverage, spots] = [draft.packages, draft.coverage, draft.spots].map(amountsOf) as [
    ReturnType<typeof amountsOf>,
    ReturnType<typeof amountsOf>,
    ReturnType<typeof amountsOf>,
  ]
  return {
    ...(packages.length && {
      packages: packages.map(({ amount, of }) => ({ amount, priceCents: Math.round(of * 100) })),
    }),
    ...(coverage.length && { coverage: coverage.map(({ amount, of }) => ({ amount, areaSqFt: of })) }),
    ...(spots.length && { spots: spots.map(({ amount, of }) => ({ amount, waterGal: of })) }),
  }
}

/** The rules of a draft: what was left empty is not in them, and what a kind of label does not have is left out. */
export function rulesOf(draft: LabelDraft): LabelRules {
  const herbicide = draft.kind === 'herbicide'
  const named = draft.actives.filter((a) => herbicide || a.name.trim())
  const amounts = packagesOf(draft)
  const fed = [draft.n, draft.p2o5, draft.k2o].some((v) => v !== undefined)
  return {
    ...(!herbicide && { kind: draft.kind }),
    name: draft.name,
    sample: draft.sample,
    ...(draft.registration && { registration: draft.registration }),
    formulation: draft.formulation,
    ...(measureOfFormulation(draft.formulation) === 'volume' &&
      when(draft.density, (value) => ({ density: { value, unit: draft.densityUnit } }))),
    actives: named.map((a) => ({
      name: a.name,
      strength: { value: a.unit === 'none' ? 0 : (a.strength ?? NaN), unit: a.unit, basis: a.basis },
      ...(a.group && { group: a.group }),
    })),
    uses: herbicide ? draft.uses.map((u) => useOf(u, { formulation: draft.formulation, ...amounts })) : [],
    ...(draft.weedsCopied && { weeds: { controls: draft.controls, suppresses: draft.suppresses } }),
    ...limitsOf(draft),
    ...tankOf(draft),
    keepOff: { untilDry: draft.untilDry, hours: draft.keepOffHours ?? 0 },
    gear: draft.gear,
    signalWord: draft.signalWord,
    restrictedUse: draft.restrictedUse,
    ...placesOf(draft),
    ...amounts,
    ...(fed && { analysis: { n: draft.n ?? 0, p2o5: draft.p2o5 ?? 0, k2o: draft.k2o ?? 0 } }),
    ...(draft.notes && { notes: draft.notes }),
  }
}
