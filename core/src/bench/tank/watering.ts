import type { Params, Refusal } from '../../quantity/index.ts'
import type { LabelRules } from '../../shelf/index.ts'

/** When a tank is watered in: after it has dried on the leaf for the last that must, before the first that must be washed down. */
export interface WateringWindow {
  leastIn: number
  mostIn: number
  /** Hours after the pass. */
  fromHours: number
  toHours: number
}

/** What is said of the window: whole days where the end is that, else hours. */
export const wateringParams = ({ leastIn, fromHours, toHours }: WateringWindow): Params => ({
  least: { value: leastIn, unit: 'in' },
  from: fromHours,
  to: toHours,
  days: toHours % 24 === 0 ? toHours / 24 : 0,
})

/** The hours in which watering serves every product; nothing where none asks for water. Refused where no hour serves all, with the way out. */
export function planWatering(labels: LabelRules[]): { window?: WateringWindow; refusals: Refusal[] } {
  const watered = labels.filter((l) => l.wateringIn)
  if (!watered.length) return { refusals: [] }
  const driest = labels.reduce((a, b) => ((b.dryHours ?? 0) > (a.dryHours ?? 0) ? b : a))
  const soonest = watered.reduce((a, b) => (b.wateringIn!.withinDays < a.wateringIn!.withinDays ? b : a))
  const fromHours = driest.dryHours ?? 0
  // "Within 0 days" is the day of the pass.
  const toHours = Math.max(1, soonest.wateringIn!.withinDays) * 24
  const leastIn = Math.max(...watered.map((l) => l.wateringIn!.leastIn))
  const mostIn = Math.min(...watered.map((l) => l.wateringIn!.mostIn))
  const params = { label: driest.name, other: soonest.name }
  if (fromHours > toHours)
    return {
      refusals: [
        { code: 'waterAgainstDry', field: 'products', params: { ...params, dry: fromHours, water: toHours } },
      ],
    }
  if (leastIn > mostIn * (1 + 1e-9))
    return {
      refusals: [
        {
          code: 'waterDepthsDisagree',
          field: 'products',
          params: { ...params, least: { value: leastIn, unit: 'in' }, most: { value: mostIn, unit: 'in' } },
        },
      ],
    }
  return { window: { leastIn, mostIn, fromHours, toHours }, refusals: [] }
}

/** Products in as few passes as their watering and drying ask for: the leaf products first, what is watered in after them. */
export function splitByWater<T extends { rules: LabelRules }>(products: T[]): T[][] {
  if (!planWatering(products.map((p) => p.rules)).refusals.length) return [products]
  const leaf = products.filter((p) => !p.rules.wateringIn)
  const soil = products.filter((p) => p.rules.wateringIn)
  return [leaf, soil].filter((pass) => pass.length)
}
