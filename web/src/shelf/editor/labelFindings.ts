import type { Refusal } from '@jardinero/core/quantity'
import { findContradictions, type Active, type Finding, type LabelRules } from '@jardinero/core/shelf'

const blank = (field: string, absent: boolean): Refusal[] =>
  absent ? [{ code: 'missing', field: `rules.${field}`, params: {} }] : []

/** Fields that were left empty and may not be. */
export function blanksOf({
  kind,
  name,
  actives,
  uses,
  additive,
  packages = [],
  coverage = [],
  spots = [],
}: LabelRules): Refusal[] {
  const amounts = {
    packages: packages.map((p) => p.priceCents),
    coverage: coverage.map((c) => c.areaSqFt),
    spots: spots.map((s) => s.waterGal),
  }
  const lines = { packages, coverage, spots }
  return [
    ...blank('name', !name.trim()),
    ...actives.flatMap((a, i) => [
      ...blank(`actives.${i}.name`, !a.name.trim()),
      ...blank(`actives.${i}.strength`, Number.isNaN(a.strength.value)),
    ]),
    ...(kind ? [] : uses).flatMap((u, i) => [
      ...(u.fromSpots
        ? blank('spots.0', Number.isNaN(u.rate.max))
        : [
            ...blank(`uses.${i}.rate.min`, Number.isNaN(u.rate.min)),
            ...blank(`uses.${i}.rate.max`, Number.isNaN(u.rate.max)),
          ]),
      ...blank(`uses.${i}.turf`, !u.turf.length),
    ]),
    ...(additive
      ? [
          ...blank('additive.rate.min', Number.isNaN(additive.rate.min)),
          ...blank('additive.rate.max', Number.isNaN(additive.rate.max)),
        ]
      : []),
    ...(['packages', 'coverage', 'spots'] as const).flatMap((part) =>
      lines[part].flatMap(({ amount }, i) =>
        blank(`${part}.${i}`, Number.isNaN(amount.value) || Number.isNaN(amounts[part][i]!)),
      ),
    ),
  ]
}

/** What contradicts itself in a label that is being copied: what is not typed yet is no contradiction. */
export function findingsOf(rules: LabelRules, actives: Active[], lawnSqFt?: number): Finding[] {
  const empty = blanksOf(rules).map((b) => b.field!)
  return findContradictions(rules, actives, lawnSqFt ? { lawnSqFt } : {}).filter(
    (f) => !empty.some((e) => e === f.field || e.startsWith(`${f.field}.`) || f.field.startsWith(`${e}.`)),
  )
}
