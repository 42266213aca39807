import type { Refusal } from '../../quantity/index.ts'
import type { Active } from '../active.ts'
import type { LabelRules } from '../label.ts'

/** Something in a label that cannot be, or is hardly meant. What is right is said under consistent.<code>. */
export interface Finding extends Refusal {
  field: string
  /** A label is not kept with a refused one; a warned one may stand on the label in the hand. */
  weight: 'refuse' | 'warn'
}

export interface LabelContext {
  rules: LabelRules
  /** Path in front of every field. */
  at: string
  activeOf: (name: string) => Active | undefined
  /** The lawn the label is copied for, where there is one: a total can be told from a rate by it. */
  lawnSqFt?: number
}

/** One rule of the finder. */
export type FindRule = (context: LabelContext) => Finding[]

export const warn = (code: string, field: string, params: Refusal['params'] = {}): Finding => ({
  code,
  field,
  params,
  weight: 'warn',
})
export const refuse = (code: string, field: string, params: Refusal['params'] = {}): Finding => ({
  code,
  field,
  params,
  weight: 'refuse',
})
export const quantity = (value: number, unit: string) => ({ value, unit })
