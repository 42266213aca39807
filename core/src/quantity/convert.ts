import { findUnit, unitDefinition, type Unit } from './units.ts'
import { refused, accepted, type Outcome } from './outcome.ts'

/** A number with its unit. */
export interface Quantity<U extends Unit = Unit> {
  value: number
  unit: U
}

/**
 * Converts a value between two units of one dimension.
 * @example convert(1, 'gal', 'floz')
 * // → 128
 * @throws RangeError when the dimensions differ (mass is not volume): a bug in the caller. For untrusted units use {@link parseConversion}.
 */
export function convert(value: number, from: Unit, to: Unit): number {
  if (from === to) return value
  const a = unitDefinition(from)
  const b = unitDefinition(to)
  if (a.dimension !== b.dimension) throw new RangeError(`${from} is ${a.dimension}, ${to} is ${b.dimension}`)
  const base = value * a.factor + (a.offset ?? 0)
  return (base - (b.offset ?? 0)) / b.factor
}

/** A quantity in another unit of its dimension. @throws RangeError when the dimensions differ. */
export const inUnit = <U extends Unit>(quantity: Quantity, unit: U): Quantity<U> => ({
  value: convert(quantity.value, quantity.unit, unit),
  unit,
})

/** Converts untrusted units; refuses unknown units and different dimensions in words. */
export function parseConversion(value: number, from: string, to: string): Outcome<Quantity> {
  for (const [field, unit] of [
    ['from', from],
    ['to', to],
  ] as const)
    if (!findUnit(unit)) return refused({ code: 'unknownUnit', field, params: { unit } })
  const a = findUnit(from)!.dimension
  const b = findUnit(to)!.dimension
  if (a !== b)
    return refused({
      code: 'incompatibleUnits',
      field: 'to',
      params: { from, to, fromDimension: a, toDimension: b },
    })
  return accepted({ value: convert(value, from as Unit, to as Unit), unit: to as Unit })
}
