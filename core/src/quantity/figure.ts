import type { Caution } from './outcome.ts'
import type { Unit } from './units.ts'

/** A number that takes part in a step. */
export interface Operand {
  value: number
  unit: Unit
}

/**
 * One step of a working. `formula` names its operands in braces, language-free: "{rate} × {area}"; the interface
 * prints it once with the names and once with the values.
 */
export interface Step {
  code: string
  /** The person's own name for what the step is about: a section, a place. */
  subject?: string
  formula: string
  operands: Record<string, Operand>
  result: Operand
  /** A code under source.<code> in the catalogue: where the operands or the rule come from. */
  source?: string
}

/** What a calculator returns for one number. */
export interface Figure<U extends Unit = Unit> {
  value: number
  unit: U
  working: Step[]
  cautions: Caution[]
}

export const operand = (value: number, unit: Unit): Operand => ({ value, unit })

/** A figure from its steps; the last step's result is the figure. */
export function figure<U extends Unit>(unit: U, working: Step[], cautions: Caution[] = []): Figure<U> {
  const last = working.at(-1)
  if (!last || last.result.unit !== unit) throw new RangeError(`a working must end in ${unit}`)
  return { value: last.result.value, unit, working, cautions }
}
