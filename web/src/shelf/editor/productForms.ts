import { measureOfFormulation, type Formulation, type LabelKind } from '@jardinero/core/shelf'
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
/** Kind and class of a form; a class that is of this form already stays. */
export const takeForm = (form: ProductForm, draft: Pick<LabelDraft, 'kind' | 'formulation'>) =>
  formOf(draft) === form ? { kind: draft.kind, formulation: draft.formulation } : usual[form]
