import { computed, ref, watch } from 'vue'
import type { Label } from '@jardinero/contract/shelf'
import {
  activesNamed,
  createActiveFinder,
  formulationInName,
  measureOfFormulation,
  type Formulation,
  type LabelRules,
  type Purpose,
} from '@jardinero/core/shelf'
import { useAccount, useRowForm } from '../../state/index.ts'
import { useShelf } from '../shelfStore.ts'
import { useSession } from '../../kit/session.ts'
import { draftOf, layRead, usualUnits } from './labelDraft.ts'
import { takeForm, type ProductForm } from './productForms.ts'
import { blanksOf, findingsOf } from './labelFindings.ts'
import { rulesOf } from './rulesOfDraft.ts'

export interface LabelFormParts {
  label?: Label | undefined
  /** Ticked on a new label. */
  turf: string[]
  /** The lawn it is copied for: a total can be told from a rate by it. */
  lawnSqFt?: number | undefined
  done: (saved?: Label) => void
}

/** A label on its way from paper: the draft, what is wrong with it as it is typed, and its saving. */
export function useLabelForm({ label, turf, lawnSqFt, done }: LabelFormParts) {
  const shelf = useShelf()
  const account = useAccount()
  const session = useSession()
  const isMetric = session.preferences.units === 'metric'
  const draft = ref(draftOf(label?.rules, turf, isMetric))
  const measure = computed(() => measureOfFormulation(draft.value.formulation))
  const rules = computed(() => rulesOf(draft.value))
  const blanks = computed(() => blanksOf(rules.value))
  const findings = computed(() => findingsOf(rules.value, shelf.almanac.actives, lawnSqFt))
  const row = useRowForm({
    part: 'labels',
    row: label,
    fields: () => ({ rules: rules.value }),
    check: () => [...blanks.value, ...findings.value.filter((f) => f.weight === 'refuse')],
    done,
  })
  const at = (...fields: string[]) => row.form.faultAt(...fields.map((f) => `rules.${f}`))

  /** Another measure: units of the old one would be wrong everywhere. */
  function takeFormulation(formulation: Formulation | undefined): void {
    if (!formulation) return
    const before = measure.value
    draft.value.formulation = formulation
    const now = measureOfFormulation(formulation)
    if (now === before) return
    const usual = usualUnits(now, isMetric)
    for (const a of draft.value.actives) if (a.unit !== 'none') a.unit = usual.strength
    for (const u of draft.value.uses) u.unit = u.annualUnit = usual.rate
    for (const list of [draft.value.packages, draft.value.coverage, draft.value.spots])
      for (const line of list) line.unit = usual.amount
  }
  /** What the actives of a new label are for, until its owner says otherwise: a barrier, or what is up. */
  let meant: Purpose | undefined = draft.value.uses[0]?.purpose
  watch(
    () => draft.value.actives.map((a) => a.name).join('\n'),
    () => {
      const [first] = draft.value.uses
      const known = activesNamed(shelf.almanac.actives, [draft.value])
      if (label || !first || first.purpose !== meant || !known.length) return
      const barrier = createActiveFinder(account.almanac.barriers)
      meant = first.purpose = known.some((a) => barrier(a.name)) ? 'preEmergent' : 'postEmergent'
    },
  )
  /** A new label’s name brings its class along, where it carries one. */
  function takeName(name: string): void {
    draft.value.name = name
    const named = formulationInName(name)
    if (named && !label && draft.value.kind === 'herbicide') takeFormulation(named)
  }
  /** A fertiliser is spread, a dye is poured: the kind brings its class along. */
  function takeProductForm(form: ProductForm | undefined): void {
    if (!form) return
    const { kind, formulation } = takeForm(form, draft.value)
    draft.value.kind = kind
    takeFormulation(formulation)
  }
  function takeSample(code: string | undefined): void {
    const sample = shelf.almanac.sampleLabels.find((l) => l.code === code)
    if (sample) draft.value = draftOf(structuredClone(sample.rules))
  }
  /** Lays what was read from its paper over what is typed. @param purpose what it is for, where that was read */
  function takeReading(read: Partial<LabelRules>, purpose: Purpose | undefined): void {
    takeFormulation(read.formulation)
    draft.value = layRead(draft.value, read, isMetric)
    meant = purpose ? undefined : draft.value.uses[0]?.purpose
  }
  return {
    draft,
    measure,
    findings,
    row,
    at,
    takeFormulation,
    takeName,
    takeProductForm,
    takeSample,
    takeReading,
  }
}
