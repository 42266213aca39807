import { convert, findUnit, type Unit } from '@jardinero/core/quantity'

/** How a reader wants numbers: set per person. */
export interface Reader {
  /** BCP 47. */
  locale: string
  units: 'us' | 'metric'
  temperature: 'F' | 'C'
}

/** The unit a US reader and a metric reader see in place of a unit; a unit not listed is shown as it is. */
const shownAs: Record<string, [us: Unit, metric: Unit]> = {
  ft: ['ft', 'm'],
  m: ['ft', 'm'],
  in: ['in', 'cm'],
  cm: ['in', 'cm'],
  mm: ['in', 'mm'],
  'mm/h': ['in/h', 'mm/h'],
  'm/s': ['mph', 'm/s'],
  mph: ['mph', 'km/h'],
  ft2: ['ft2', 'm2'],
  m2: ['ft2', 'm2'],
  gal: ['gal', 'L'],
  L: ['gal', 'L'],
  floz: ['floz', 'mL'],
  mL: ['floz', 'mL'],
  tsp: ['tsp', 'mL'],
  oz: ['oz', 'g'],
  g: ['oz', 'g'],
  lb: ['lb', 'kg'],
  kg: ['lb', 'kg'],
  'gal/1000ft2': ['gal/1000ft2', 'L/100m2'],
  'gal/acre': ['gal/acre', 'L/ha'],
  'oz/1000ft2': ['oz/1000ft2', 'g/100m2'],
  'g/1000ft2': ['oz/1000ft2', 'g/100m2'],
  'g/100m2': ['oz/1000ft2', 'g/100m2'],
  'lb/1000ft2': ['lb/1000ft2', 'g/100m2'],
  'floz/1000ft2': ['floz/1000ft2', 'mL/100m2'],
  'mL/100m2': ['floz/1000ft2', 'mL/100m2'],
  'floz/acre': ['floz/acre', 'mL/ha'],
  'lb/acre': ['lb/acre', 'kg/ha'],
  'kg/ha': ['lb/acre', 'kg/ha'],
  'oz/gal': ['oz/gal', 'g/L'],
  'floz/gal': ['floz/gal', 'mL/L'],
  's/1000ft2': ['s/1000ft2', 's/100m2'],
}

/** Fixed decimals by unit; the rest are shown to three significant digits. */
const decimals: Partial<Record<Unit, number>> = {
  ft: 1,
  m: 2,
  in: 2,
  mm: 1,
  'mm/h': 1,
  'in/h': 2,
  degCd: 0,
  degFd: 0,
  mph: 0,
  'km/h': 0,
  'm/s': 1,
  cm: 1,
  ft2: 0,
  m2: 1,
  gal: 2,
  L: 2,
  g: 1,
  mL: 1,
  degC: 1,
  degF: 1,
  deltaC: 1,
  deltaF: 1,
  'deltaC/d': 2,
  'deltaF/d': 2,
  s: 0,
  's/1000ft2': 0,
  's/100m2': 0,
  d: 1,
  count: 0,
}

/** The unit in which a reader sees a quantity. */
export function unitFor(unit: string, reader: Pick<Reader, 'units' | 'temperature'>): Unit {
  const dimension = findUnit(unit)?.dimension
  if (dimension === 'temperature') return reader.temperature === 'F' ? 'degF' : 'degC'
  if (dimension === 'temperatureChange') return reader.temperature === 'F' ? 'deltaF' : 'deltaC'
  if (dimension === 'thermalTime') return reader.temperature === 'F' ? 'degFd' : 'degCd'
  if (dimension === 'temperatureTrend') return reader.temperature === 'F' ? 'deltaF/d' : 'deltaC/d'
  if (dimension === 'ratio') return 'percent'
  const pair = shownAs[unit]
  return pair ? pair[reader.units === 'us' ? 0 : 1] : (unit as Unit)
}

export interface PresentedQuantity {
  number: string
  /** The unit's code in the catalogue, under unit.<code>; empty for a bare count. */
  unit: Unit
}

/** Enough digits to read, never so few that a small dose shows as nothing. */
function numberOptions(value: number, unit: Unit): Intl.NumberFormatOptions {
  const fixed = decimals[unit]
  const small = Math.abs(value) > 0 && Math.abs(value) < 1
  if (unit === 'percent') return { maximumFractionDigits: 1 }
  if (unit === 'in' || unit === 'in/h') return { maximumFractionDigits: 2 }
  if (fixed === undefined || (small && fixed > 0 && !unit.startsWith('d')))
    return { maximumSignificantDigits: !small && (unit === 'oz' || unit === 'floz') ? 4 : 3 }
  return { maximumFractionDigits: fixed }
}

/**
 * A quantity as a reader sees it: unit chosen, number written in their locale.
 * @param asIs keep the unit given, as for the marks of a tool.
 */
export function presentQuantity(
  value: number,
  unit: string,
  reader: Reader,
  asIs = false,
): PresentedQuantity {
  const shown = asIs ? (unit as Unit) : unitFor(unit, reader)
  const converted = convert(value, unit as Unit, shown)
  // A rounded nothing has no sign.
  const format = new Intl.NumberFormat(reader.locale, {
    ...numberOptions(converted, shown),
    signDisplay: 'negative',
  })
  return {
    number: format.format(Object.is(converted, -0) || Math.abs(converted) < 1e-12 ? 0 : converted),
    unit: shown,
  }
}
