import {
  convert,
  daysBetween,
  type Day,
  type MassUnit,
  type Quantity,
  type VolumeUnit,
} from '../quantity/index.ts'

/** A pass as it was planned and as it went: product, ground, water, day. */
export interface PassFigures {
  day: Day
  product: Quantity<MassUnit | VolumeUnit>
  areaSqFt: number
  waterGal: number
}

export interface Deviation {
  what: 'rate' | 'product' | 'area' | 'water' | 'day'
  /** Done over planned, less one; of the day, days later. */
  by: number
  planned: Quantity | Day
  done: Quantity | Day
}

/** Less than this is not told: a tape and a measuring cup are no better. */
const told = 0.03

/** Where a pass went otherwise than it was planned, the rate first; nothing where it went to plan. */
export function computeDeviations(planned: PassFigures, done: PassFigures): Deviation[] {
  const same = convert(done.product.value, done.product.unit, planned.product.unit)
  const share = (a: number, b: number) => (b > 0 ? a / b - 1 : 0)
  const product = share(same, planned.product.value)
  const area = share(done.areaSqFt, planned.areaSqFt)
  const rate = (1 + product) / (1 + area) - 1
  const water = share(done.waterGal, planned.waterGal)
  const days = daysBetween(planned.day, done.day)
  const ft2 = (value: number): Quantity => ({ value, unit: 'ft2' })
  const perThousand = (p: number, areaSqFt: number): Quantity => ({
    value: (p / areaSqFt) * 1000,
    unit: `${planned.product.unit}/1000ft2` as Quantity['unit'],
  })
  const all: Deviation[] = [
    {
      what: 'rate',
      by: rate,
      planned: perThousand(planned.product.value, planned.areaSqFt),
      done: perThousand(same, done.areaSqFt),
    },
    {
      what: 'product',
      by: product,
      planned: planned.product,
      done: { value: same, unit: planned.product.unit },
    },
    { what: 'area', by: area, planned: ft2(planned.areaSqFt), done: ft2(done.areaSqFt) },
    {
      what: 'water',
      by: water,
      planned: { value: planned.waterGal, unit: 'gal' },
      done: { value: done.waterGal, unit: 'gal' },
    },
  ]
  return [
    ...all.filter((d) => Math.abs(d.by) >= told),
    ...(days ? [{ what: 'day' as const, by: days, planned: planned.day, done: done.day }] : []),
  ]
}
