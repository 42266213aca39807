import {
  accepted,
  figure,
  operand,
  refused,
  type Figure,
  type MassUnit,
  type Outcome,
  type Quantity,
  type VolumeUnit,
  type ZoneId,
} from '../quantity/index.ts'

/** A load as it was measured: its water, and of each product what went in. */
export interface LoadMade {
  waterGal: number
  amounts: Quantity<MassUnit | VolumeUnit>[]
}

/** What an outing left: loads really mixed, tank mix still in the tank, ground really gone over. */
export interface OutingUse {
  loadsMixed: number
  leftoverGal: number
  zones: { id: ZoneId; areaSqFt: number }[]
}

/** What went down: water, of each product the whole, and of each zone its share by the ground gone over. */
export interface Used {
  water: Figure<'gal'>
  products: Figure<MassUnit | VolumeUnit>[]
  shares: Map<string, number>
}

/** What an outing really used. The mix is even, so what is left in the tank holds its share of every product. */
export function computeUsed(loads: LoadMade[], { loadsMixed, leftoverGal, zones }: OutingUse): Outcome<Used> {
  if (!Number.isInteger(loadsMixed) || loadsMixed < 1 || loadsMixed > loads.length)
    return refused({
      code: 'loadsMixed',
      field: 'loadsMixed',
      params: { given: loadsMixed, most: loads.length },
    })
  const made = loads.slice(0, loadsMixed)
  const mixed = made.reduce((sum, l) => sum + l.waterGal, 0)
  if (!(leftoverGal >= 0 && leftoverGal <= mixed))
    return refused({
      code: 'leftoverOverMixed',
      field: 'leftoverGal',
      params: { given: { value: leftoverGal, unit: 'gal' }, mixed: { value: mixed, unit: 'gal' } },
    })
  const treated = zones.reduce((sum, z) => sum + Math.max(0, z.areaSqFt), 0)
  if (!(treated > 0)) return refused({ code: 'nothingTreated', field: 'zones', params: {} })
  const water = figure('gal', [
    {
      code: 'waterUsed',
      formula: '{mixed} − {left}',
      operands: { mixed: operand(mixed, 'gal'), left: operand(leftoverGal, 'gal') },
      result: operand(mixed - leftoverGal, 'gal'),
      source: 'person',
    },
  ])
  const down = mixed > 0 ? water.value / mixed : 1
  const products = made[0]!.amounts.map(({ unit }, i) => {
    const whole = made.reduce((sum, l) => sum + l.amounts[i]!.value, 0)
    return figure(unit, [
      {
        code: 'productUsed',
        formula: '{measured} × {used} ÷ {mixed}',
        operands: {
          measured: operand(whole, unit),
          used: operand(water.value, 'gal'),
          mixed: operand(mixed, 'gal'),
        },
        result: operand(whole * down, unit),
        source: 'scale',
      },
    ])
  })
  return accepted({
    water,
    products,
    shares: new Map(zones.filter((z) => z.areaSqFt > 0).map((z) => [z.id, z.areaSqFt / treated])),
  })
}
