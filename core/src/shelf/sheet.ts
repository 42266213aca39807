import { convert, unitParts, type Quantity, type RatePerAreaUnit } from '../quantity/index.ts'
import type { Active } from './active.ts'
import { isPlanted, isTurf } from '../yard/index.ts'
import { coversGround } from './directions.ts'
import { toleranceOf } from './grade.ts'
import { weedsReached } from './reach.ts'
import { createActiveFinder } from './names.ts'
import { kindOf, measureOfFormulation, type LabelRules, type LabelUse } from './label.ts'

/** How one turf stands a product, as a sheet marks it. */
export type SheetTurf = 'safe' | 'caution' | 'no'

/** One line of the cheat sheet: one line of one label's directions. */
export interface SheetRow {
  label: string
  sample: boolean
  actives: { name: string; group: string }[]
  purpose: LabelUse['purpose']
  spot: { min: number; max: number; unit: RatePerAreaUnit }
  broadcast: { min: number; max: number; unit: RatePerAreaUnit }
  metric: { min: number; max: number; unit: RatePerAreaUnit }
  /** Most in one calendar year, as the label states it. */
  annual?: Quantity<RatePerAreaUnit>
  turf: Record<string, SheetTurf>
  /** Plants it controls, and those it only suppresses. */
  controls: string[]
  suppresses: string[]
}

export interface SheetScope {
  /** Turf columns. */
  turf: string[]
  /** Plants to name; all where absent. */
  plants?: string[]
}

/** To three digits, as it is written: the least rounded up, the most cut, so that no printed figure leaves the label. */
function written(value: number, round: (v: number) => number): number {
  const scale = 10 ** (2 - Math.floor(Math.log10(value)))
  return Number((round(Number((value * scale).toPrecision(12))) / scale).toPrecision(3))
}

/** A range in another unit, as it is written. Where three digits hold no figure between the two, the most stands for both. */
function inUnits({ min, max, unit }: LabelUse['rate'], to: RatePerAreaUnit) {
  const top = written(convert(max, unit, to), Math.floor)
  return { min: Math.min(top, written(convert(min, unit, to), Math.ceil)), max: top, unit: to }
}

function turfMark(actives: Active[], use: LabelUse, turf: string): SheetTurf {
  if (!coversGround(use, turf)) return 'no'
  if (!isTurf(turf)) return isPlanted(turf) ? 'caution' : 'safe'
  const each = actives.map((a) => toleranceOf(a, turf, use.states?.[0] ?? 'growing')?.verdict)
  if (each.some((v) => v === 'injures' || v === 'kills')) return 'no'
  return each.every((v) => v === 'safe') ? 'safe' : 'caution'
}

/** Plants of a label: as it lists them, or as its actives do where the list was not copied. */
function plantsOf(
  rules: LabelRules,
  actives: Active[],
  purpose: LabelUse['purpose'],
): Pick<SheetRow, 'controls' | 'suppresses'> {
  if (rules.weeds) return rules.weeds
  if (purpose === 'preEmergent') return { controls: [], suppresses: [] }
  const { controls, less } = weedsReached(actives)
  return { controls, suppresses: less.filter(([, e]) => e === 'suppression').map(([p]) => p) }
}

/** The shelf as one sheet: per 1,000 sq ft for spots, per acre for broadcast, metric; turf, weeds. Herbicides only. */
export function computeSheet(labels: LabelRules[], actives: Active[], scope: SheetScope): SheetRow[] {
  const activeOf = createActiveFinder(actives)
  const within = (plants: string[]) => plants.filter((p) => !scope.plants || scope.plants.includes(p))
  return labels
    .filter((rules) => kindOf(rules) === 'herbicide')
    .flatMap((rules) => {
      const known = rules.actives.flatMap((a) => activeOf(a.name) ?? [])
      const liquid = measureOfFormulation(rules.formulation) === 'volume'
      return rules.uses
        .filter((use) => scope.turf.some((t) => coversGround(use, t)))
        .map((use): SheetRow => {
          const { controls, suppresses } = plantsOf(rules, known, use.purpose)
          const [ounce] = unitParts(use.rate.unit)
          return {
            label: rules.name,
            sample: rules.sample,
            actives: rules.actives.map((a) => ({
              name: a.name,
              group: a.group ?? activeOf(a.name)?.group ?? '',
            })),
            purpose: use.purpose,
            spot: inUnits(use.rate, liquid ? 'floz/1000ft2' : ounce === 'lb' ? 'lb/1000ft2' : 'oz/1000ft2'),
            broadcast: inUnits(use.rate, liquid ? 'floz/acre' : ounce === 'lb' ? 'lb/acre' : 'oz/acre'),
            metric: inUnits(use.rate, liquid ? 'mL/100m2' : 'g/100m2'),
            ...(use.annualMaximum?.of === 'product' && {
              annual: { value: use.annualMaximum.value, unit: use.annualMaximum.unit },
            }),
            turf: Object.fromEntries(scope.turf.map((t) => [t, turfMark(known, use, t)])),
            controls: within(controls),
            suppresses: within(suppresses),
          }
        })
    })
}
