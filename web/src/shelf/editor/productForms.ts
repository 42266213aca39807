import { formulations, measureOfFormulation, type Formulation, type LabelKind } from '@jardinero/core/shelf'
import type { LabelDraft } from './labelDraft.ts'

/** What a product is, as one sees it on the shelf: its kind, and how it is dosed. */
export const productForms = ['poured', 'mixedDry', 'spread', 'fertiliser', 'adjuvant', 'dye'] as const
export type ProductForm = (typeof productForms)[number]

/** The usual class of each; the label’s own code can be typed over it. */
const usual: Record<ProductForm, { kind: LabelKind; formulation: Formulation }> = {
  poured: { kind: 'herbicide', formulation: 'SL' },
  mixedDry: { kind: 'herbicide', formulation: 'WG' },
  spread: { kind: 'herbicide', formulation: 'GR' },
  fertiliser: { kind: 'fertiliser', formulation: 'GR' },
  adjuvant: { kind: 'adjuvant', formulation: 'SL' },
  dye: { kind: 'dye', formulation: 'SL' },
}

export function formOf({ kind, formulation }: Pick<LabelDraft, 'kind' | 'formulation'>): ProductForm {
  if (kind !== 'herbicide') return kind
  if (formulation === 'GR') return 'spread'
  return measureOfFormulation(formulation) === 'mass' ? 'mixedDry' : 'poured'
}
/** Names carry the class at their end: “60 WG”, “2.4 SL”; old codes mean the new ones. */
const inNames: Record<string, Formulation> = { WDG: 'WG', DF: 'WG', G: 'GR', L: 'SL', F: 'SC' }
export function formulationInName(name: string): Formulation | undefined {
  const code = /\d\s*(\p{Lu}{1,3})\s*$/u.exec(name)?.[1] ?? ''
  return formulations.find((f) => f === code) ?? inNames[code]
}

/** Kind and class of a form; a class that is of this form already stays. */
export const takeForm = (form: ProductForm, draft: Pick<LabelDraft, 'kind' | 'formulation'>) =>
  formOf(draft) === form ? { kind: draft.kind, formulation: draft.formulation } : usual[form]
