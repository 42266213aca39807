/**
 * Units of measure and their exact relations. Base units: m, m², m³, kg, s.
 * Sources: international yard and pound agreement (1959); US gallon = 231 in³; imperial gallon = 4.54609 L;
 * metric spoons 5 and 15 mL; the Australian tablespoon is 20 mL.
 */
const inch = 0.0254
const litre = 1e-3
const gallonUs = 231 * inch ** 3
const gallonImp = 4.54609 * litre
const pound = 0.45359237
const foot = 12 * inch

const length = { in: inch, ft: foot, yd: 3 * foot, cm: 0.01, mm: 0.001, m: 1 } as const
const area = {
  ft2: foot ** 2,
  '1000ft2': 1000 * foot ** 2,
  acre: 43_560 * foot ** 2,
  m2: 1,
  '100m2': 100,
  ha: 10_000,
} as const
const volume = {
  gal: gallonUs,
  '100gal': 100 * gallonUs,
  qt: gallonUs / 4,
  pt: gallonUs / 8,
  floz: gallonUs / 128,
  tbsp: gallonUs / 256,
  tsp: gallonUs / 768,
  L: litre,
  mL: litre / 1000,
  tspMetric: 5 * (litre / 1000),
  tbspMetric: 15 * (litre / 1000),
  tbspAu: 20 * (litre / 1000),
  galImp: gallonImp,
  ptImp: gallonImp / 8,
  flozImp: gallonImp / 160,
} as const
const mass = { oz: pound / 16, lb: pound, mg: 1e-6, g: 1e-3, kg: 1 } as const
const time = { s: 1, min: 60, h: 3600, d: 86_400 } as const
const ratio = { ratio: 1, percent: 0.01 } as const

type LengthUnit = keyof typeof length
export type AreaUnit = keyof typeof area
export type VolumeUnit = keyof typeof volume
export type MassUnit = keyof typeof mass
type TimeUnit = keyof typeof time
type RatioUnit = keyof typeof ratio
type TemperatureUnit = 'degC' | 'degF'
export type MassPerAreaUnit = `${MassUnit}/${AreaUnit}`
type VolumePerAreaUnit = `${VolumeUnit}/${AreaUnit}`
export type MassPerVolumeUnit = `${MassUnit}/${VolumeUnit}`
export type VolumePerVolumeUnit = `${VolumeUnit}/${VolumeUnit}` | 'percentVv'
/** A change of temperature, without the zero point: 1 deltaC = 1.8 deltaF. */
type TemperatureChangeUnit = 'deltaC' | 'deltaF' | 'deltaC/d' | 'deltaF/d'
/** Water over time; heat through a surface; warmth above a base temperature, summed over days. */
type WaterRateUnit = 'mm/h' | 'in/h'
type ThermalTimeUnit = 'degCd' | 'degFd'
export type SpeedUnit = 'm/s' | 'mph' | 'km/h'
export type RatePerAreaUnit = MassPerAreaUnit | VolumePerAreaUnit
export type Unit =
  | LengthUnit
  | AreaUnit
  | VolumeUnit
  | MassUnit
  | TimeUnit
  | RatioUnit
  | TemperatureUnit
  | TemperatureChangeUnit
  | RatePerAreaUnit
  | MassPerVolumeUnit
  | VolumePerVolumeUnit
  | `${TimeUnit}/${AreaUnit}`
  | WaterRateUnit
  | ThermalTimeUnit
  | SpeedUnit
  | 'W/m2K'
  | 'count'
  /** A bare factor, such as a weight. */
  | 'times'

export type Dimension =
  | 'length'
  | 'area'
  | 'volume'
  | 'mass'
  | 'time'
  | 'ratio'
  | 'temperature'
  | 'temperatureChange'
  | 'temperatureTrend'
  | 'massPerArea'
  | 'volumePerArea'
  | 'timePerArea'
  | 'massPerVolume'
  | 'volumePerVolume'
  | 'waterRate'
  | 'thermalTime'
  | 'speed'
  | 'heatTransfer'
  | 'count'
  | 'factor'

export interface UnitDefinition {
  dimension: Dimension
  /** Multiply a value in this unit by the factor to reach the base unit. */
  factor: number
  /** Added after the factor; only temperatures have one. */
  offset?: number
}

const simple: [Dimension, Record<string, number>][] = [
  ['length', length],
  ['area', area],
  ['volume', volume],
  ['mass', mass],
  ['time', time],
  ['ratio', ratio],
]
const quotients: [Dimension, Record<string, number>, Record<string, number>][] = [
  ['massPerArea', mass, area],
  ['volumePerArea', volume, area],
  ['timePerArea', time, area],
  ['massPerVolume', mass, volume],
  ['volumePerVolume', volume, volume],
]

const definitions = new Map<string, UnitDefinition>([
  ['degC', { dimension: 'temperature', factor: 1 }],
  ['degF', { dimension: 'temperature', factor: 5 / 9, offset: (-32 * 5) / 9 }],
  ['deltaC', { dimension: 'temperatureChange', factor: 1 }],
  ['deltaF', { dimension: 'temperatureChange', factor: 5 / 9 }],
  ['deltaC/d', { dimension: 'temperatureTrend', factor: 1 }],
  ['deltaF/d', { dimension: 'temperatureTrend', factor: 5 / 9 }],
  ['percentVv', { dimension: 'volumePerVolume', factor: 0.01 }],
  ['mm/h', { dimension: 'waterRate', factor: 1e-3 / 3600 }],
  ['in/h', { dimension: 'waterRate', factor: inch / 3600 }],
  ['degCd', { dimension: 'thermalTime', factor: 86_400 }],
  ['degFd', { dimension: 'thermalTime', factor: (86_400 * 5) / 9 }],
  ['m/s', { dimension: 'speed', factor: 1 }],
  ['km/h', { dimension: 'speed', factor: 1 / 3.6 }],
  ['mph', { dimension: 'speed', factor: (5280 * foot) / 3600 }],
  ['W/m2K', { dimension: 'heatTransfer', factor: 1 }],
  ['count', { dimension: 'count', factor: 1 }],
  ['times', { dimension: 'factor', factor: 1 }],
])
for (const [dimension, table] of simple)
  for (const [unit, factor] of Object.entries(table)) definitions.set(unit, { dimension, factor })
for (const [dimension, top, bottom] of quotients)
  for (const [a, fa] of Object.entries(top))
    for (const [b, fb] of Object.entries(bottom)) definitions.set(`${a}/${b}`, { dimension, factor: fa / fb })

/** Every unit code known. */
export const allUnits: readonly string[] = [...definitions.keys()]

/** The definition of a unit code, or undefined where the code is unknown. */
export const findUnit = (code: string): UnitDefinition | undefined => definitions.get(code)

/** The definition of a unit. @throws RangeError on an unknown unit, which is a bug, not an input error. */
export function unitDefinition(unit: Unit): UnitDefinition {
  const found = definitions.get(unit)
  if (!found) throw new RangeError(`unknown unit ${unit}`)
  return found
}

export const massUnits = Object.keys(mass) as MassUnit[]
export const volumeUnits = Object.keys(volume) as VolumeUnit[]
export const areaUnits = Object.keys(area) as AreaUnit[]

/** Splits a quotient unit such as oz/1000ft2 into its two parts. */
export function unitParts(unit: Unit): [top: Unit, bottom: Unit | undefined] {
  const [top, bottom] = unit.split('/') as [Unit, Unit | undefined]
  return [top, bottom]
}
