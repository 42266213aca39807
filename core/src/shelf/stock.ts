import {
  accepted,
  convert,
  figure,
  findUnit,
  operand,
  refused,
  type Day,
  type Figure,
  type MassUnit,
  type Outcome,
  type Quantity,
  type Refusal,
  type VolumeUnit,
} from '../quantity/index.ts'
import { measureOfFormulation, type LabelRules } from './label.ts'

type Amount = Quantity<MassUnit | VolumeUnit>

/** A package on the shelf. */
export interface StockPackage {
  id: string
  /** What it held when it was bought. */
  amount: Amount
  boughtOn: Day
  openedOn: Day | null
  /** What was weighed or measured in it on a day; what is taken from that day on counts against this. */
  counted: { amount: Amount; day: Day } | null
}

/** Product measured out of the shelf. */
export interface Taken {
  day: Day
  amount: Amount
}

export interface PackageLeft {
  id: string
  left: Figure<MassUnit | VolumeUnit>
  /** First day something was taken from it, where nobody wrote down when it was opened. */
  openedOn: Day | null
}

export interface Stock {
  packages: PackageLeft[]
  left: Figure<MassUnit | VolumeUnit>
  /** Taken beyond what the packages held: one is missing from the list, or a mix was not made. */
  beyond?: Amount
}

/** What is wrong with a package before it is kept. */
export function checkPackage(
  { amount, boughtOn, openedOn, counted }: Omit<StockPackage, 'id'>,
  rules: Pick<LabelRules, 'formulation'>,
): Refusal[] {
  const measure = measureOfFormulation(rules.formulation)
  const refusals: Refusal[] = []
  const checkAmount = (given: Amount, field: string, zero: boolean) => {
    if (findUnit(given.unit)?.dimension !== measure)
      refusals.push({ code: 'amountMeasure', field, params: { measure, unit: given.unit } })
    else if (!(given.value > 0 || (zero && given.value === 0)))
      refusals.push({ code: 'amountNotPositive', field, params: {} })
  }
  checkAmount(amount, 'amount', false)
  if (openedOn && openedOn < boughtOn)
    refusals.push({
      code: 'openedBeforeBought',
      field: 'openedOn',
      params: { opened: openedOn, bought: boughtOn },
    })
  if (!counted) return refusals
  checkAmount(counted.amount, 'counted.amount', true)
  if (counted.day < boughtOn)
    refusals.push({
      code: 'countedBeforeBought',
      field: 'counted.day',
      params: { counted: counted.day, bought: boughtOn },
    })
  const comparable = findUnit(counted.amount.unit)?.dimension === findUnit(amount.unit)?.dimension
  if (
    comparable &&
    convert(counted.amount.value, counted.amount.unit, amount.unit) > amount.value * (1 + 1e-9)
  )
    refusals.push({
      code: 'countedOverPackage',
      field: 'counted.amount',
      params: { amount, counted: counted.amount },
    })
  return refusals
}

/** From when, and with how much, a package stands for what is left. */
const startOf = ({ amount, boughtOn, counted }: StockPackage): { day: Day; amount: Amount } =>
  counted ?? { day: boughtOn, amount }

/**
 * What is left of a product: from each package's last count, or as it was bought, less what was measured out since, the
 * oldest package first. Every taking counts once, against packages that were there that day.
 */
export function computeStock(packages: StockPackage[], taken: Taken[], unit: MassUnit | VolumeUnit): Stock {
  const open = packages
    .toSorted((a, b) => (a.boughtOn < b.boughtOn ? -1 : 1))
    .map((p) => {
      const start = startOf(p)
      return {
        package: p,
        start,
        left: convert(start.amount.value, start.amount.unit, unit),
        taken: [] as number[],
        first: null as Day | null,
      }
    })
  let beyond = 0
  for (const { day, amount } of taken.toSorted((a, b) => (a.day < b.day ? -1 : 1))) {
    let rest = convert(amount.value, amount.unit, unit)
    const there = open.filter((o) => o.start.day <= day)
    // A package bought later was not there; one that was counted later has this taking in its count.
    const counted = open.some((o) => o.package.boughtOn <= day && o.start.day > day)
    for (const o of there) {
      const here = Math.min(rest, o.left)
      if (here <= 0) continue
      o.left -= here
      o.taken.push(here)
      o.first ??= day
      rest -= here
    }
    if (rest > 1e-9 && !counted && packages.length) beyond += rest
  }
  const each = open.map((o): PackageLeft => ({
    id: o.package.id,
    openedOn: o.package.openedOn ?? o.first,
    left: figure(unit, [
      {
        code: 'packageLeft',
        formula: ['{start}', ...o.taken.map((_, i) => `{taken${i + 1}}`)].join(' − '),
        operands: {
          start: operand(o.start.amount.value, o.start.amount.unit),
          ...Object.fromEntries(o.taken.map((t, i) => [`taken${i + 1}`, operand(t, unit)])),
        },
        result: operand(Math.max(0, o.left), unit),
        source: o.package.counted ? 'counted' : 'package',
      },
    ]),
  }))
  const left = figure(unit, [
    {
      code: 'stockLeft',
      formula: each.length ? each.map((_, i) => `{package${i + 1}}`).join(' + ') : '0',
      operands: Object.fromEntries(each.map((p, i) => [`package${i + 1}`, operand(p.left.value, unit)])),
      result: operand(
        each.reduce((sum, p) => sum + p.left.value, 0),
        unit,
      ),
    },
  ])
  return { packages: each, left, ...(beyond > 0 && { beyond: { value: beyond, unit } }) }
}

/** Whether what is left does for a pass, and what it leaves. Refused where the two are measured differently. */
export function computeEnough(
  left: Amount,
  need: Amount,
): Outcome<{ enough: boolean; after: Figure<MassUnit | VolumeUnit> }> {
  if (findUnit(left.unit)?.dimension !== findUnit(need.unit)?.dimension)
    return refused({
      code: 'amountMeasure',
      params: { measure: findUnit(left.unit)?.dimension ?? '', unit: need.unit },
    })
  const needed = convert(need.value, need.unit, left.unit)
  const after = figure(left.unit, [
    {
      code: 'leftAfter',
      formula: '{left} − {need}',
      operands: { left: operand(left.value, left.unit), need: operand(need.value, need.unit) },
      result: operand(left.value - needed, left.unit),
    },
  ])
  return accepted({ enough: after.value >= -1e-9, after })
}
