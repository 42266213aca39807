import type { StationColumn, StationMapping } from './station.ts'

type Units = Pick<StationMapping, 'temperatureUnit' | 'rainUnit' | 'windUnit' | 'solarUnit'>

/** Hardly any station has seen more, °C: what is over it is °F. Estimate. */
const hottestC = 50
/** Between a day's low and high lie some 11 °C, or 20 °F: over this mean it is °F. Estimate. */
const swingC = 15
/** A wet day brings some 7 mm, or 0.3 in: under this mean of wet days it is inches. Estimate. */
const wetDay = 1.3

const numbersOf = (rows: string[][], index: number | undefined): number[] =>
  index === undefined
    ? []
    : rows.flatMap((cells) => {
        const text = (cells[index] ?? '').trim().replace(/^(-?\d+),(\d+)$/, '$1.$2')
        const value = Number(text)
        return text && Number.isFinite(value) && Math.abs(value) < 999 ? [value] : []
      })
const mean = (values: number[]): number => values.reduce((a, b) => a + b, 0) / values.length

function temperatureUnit(
  said: string,
  columns: Partial<Record<StationColumn, number>>,
  rows: string[][],
): Units['temperatureUnit'] {
  const [lows, highs] = [numbersOf(rows, columns.minimum), numbersOf(rows, columns.maximum)]
  const all = [...lows, ...highs, ...numbersOf(rows, columns.temperature)]
  // What cannot be is not believed, whatever the heading says.
  if (all.some((v) => v > hottestC)) return 'degF'
  if (/°?\s?f\b|fahrenheit/i.test(said)) return 'degF'
  if (/°\s?c\b|\(c\)|celsius/i.test(said) || !highs.length || !lows.length) return 'degC'
  return mean(highs) - mean(lows) > swingC ? 'degF' : 'degC'
}

function rainUnit(said: string, rain: number[]): Units['rainUnit'] {
  const wet = rain.filter((v) => v > 0)
  if (/\bmm\b|millimet/i.test(said)) return 'mm'
  if (/\bin\b|inch/i.test(said)) return 'in'
  return wet.length && mean(wet) < wetDay ? 'in' : 'mm'
}

/**
 * A first guess at the units of a station's file, from its heading and, where that is silent or cannot be, from its values; the
 * person confirms it. @param rows cells of some lines under the heading
 */
export function guessUnits(heading: string[], rows: string[][], columns: StationMapping['columns']): Units {
  const said = heading.join(' ')
  const of = (column: StationColumn) => heading[columns[column] ?? -1] ?? ''
  return {
    temperatureUnit: temperatureUnit(`${of('minimum')} ${of('maximum')} ${of('temperature')}`, columns, rows),
    rainUnit: rainUnit(of('rain'), numbersOf(rows, columns.rain)),
    windUnit: /mph/i.test(said) ? 'mph' : /km/i.test(said) ? 'km/h' : 'm/s',
    solarUnit: /w\/?m/i.test(said) ? 'W' : 'MJ',
  }
}

/** Whether a text is a typical year in EPW: its first line names a place with its latitude and longitude, as no heading of a CSV does. */
export function isTypicalYear(text: string): boolean {
  const [name, ...cells] = (text.split(/\r?\n/, 1)[0] ?? '').split(',')
  const [latitude, longitude] = [cells[5], cells[6]].map((c) => (c?.trim() ? Number(c) : NaN))
  return name === 'LOCATION' && Math.abs(latitude!) <= 90 && Math.abs(longitude!) <= 180
}
