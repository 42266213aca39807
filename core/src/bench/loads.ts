export const loadPlans = ['fullThenRemainder', 'equal'] as const
export type LoadPlan = (typeof loadPlans)[number]

/** Less than this share of a tank is rounding, not a load. */
const sliver = 1e-9

/**
 * Water volumes of the loads, in gallons. Their sum is the total by construction: callers sum the loads and use that.
 * @param totalGal carrier for the whole area; `capacityGal` what the sprayer is filled to at most.
 */
export function planLoads(totalGal: number, capacityGal: number, plan: LoadPlan): number[] {
  const tanks = totalGal / capacityGal
  const count = Math.max(1, Math.ceil(tanks - sliver))
  if (plan === 'equal' || count === 1) return Array.from({ length: count }, () => totalGal / count)
  const full = Array.from({ length: count - 1 }, () => capacityGal)
  return [...full, totalGal - capacityGal * (count - 1)]
}
