import { convert, type Quantity } from '../quantity/index.ts'
import type { Formulation, LabelRules } from './label.ts'

/** Usual weights of a liter of product as it is sold, kg: salts in water, oils, suspensions. Estimates, to be typed over. */
const usualKgPerL: Partial<Record<Formulation, [least: number, most: number]>> = {
  SL: [1, 1.25],
  EC: [0.88, 1.15],
  EW: [0.95, 1.15],
  SE: [0.98, 1.2],
  SC: [1.02, 1.25],
  CS: [1, 1.15],
}

/** What a volume of a product weighs, between which ends it lies, g/L; one figure where the label’s own was copied. */
export interface Density {
  least: number
  most: number
  isTyped: boolean
}

/** The density of a liquid product. @returns undefined for what is dosed by weight */
export function densityOf({
  formulation,
  density,
}: Pick<LabelRules, 'formulation' | 'density'>): Density | undefined {
  if (density) {
    const value = gramsPerLiter(density)
    return { least: value, most: value, isTyped: true }
  }
  const usual = usualKgPerL[formulation]
  return usual && { least: usual[0] * 1000, most: usual[1] * 1000, isTyped: false }
}
const gramsPerLiter = ({ value, unit }: Quantity<'lb/gal' | 'g/L'>): number => convert(value, unit, 'g/L')

/** Whether figures of this product hang on what it weighs, and nobody typed that: its strength is told by weight, it is poured. */
export const needsDensity = (rules: Pick<LabelRules, 'formulation' | 'density' | 'actives'>): boolean =>
  densityOf(rules)?.isTyped === false && rules.actives.some((a) => a.strength.unit === 'percent')
