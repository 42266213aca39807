import {
  accepted,
  addDays,
  convert,
  dayNumber,
  refused,
  type Day,
  type Outcome,
  type Refusal,
} from '../../quantity/index.ts'
import { believable, type DatedWeather } from './weather.ts'

/** What a column of a station's file holds. */
export const stationColumns = ['day', 'minimum', 'maximum', 'temperature', 'rain', 'wind', 'solar'] as const
export type StationColumn = (typeof stationColumns)[number]

export const stationUnits = {
  temperature: ['degC', 'degF'],
  rain: ['mm', 'in'],
  wind: ['m/s', 'km/h', 'mph'],
  solar: ['MJ', 'W'],
} as const

/** Which column is what, by its place in the file, and in which units. */
export interface StationMapping {
  columns: Partial<Record<StationColumn, number>>
  temperatureUnit: 'degC' | 'degF'
  rainUnit: 'mm' | 'in'
  windUnit: 'm/s' | 'km/h' | 'mph'
  /** MJ m⁻² a day, or W m⁻² as a mean. */
  solarUnit: 'MJ' | 'W'
  /** Order of day, month and year where the file has no ISO days. */
  dayOrder: 'ymd' | 'mdy' | 'dmy'
  /** A daily line has its own extremes; hourly lines are gathered into days. */
  every: 'day' | 'hour'
}

/** A day of a person's own station. */
export interface StationDay extends DatedWeather {
  /** Filled in where the station has a gap; it says so wherever it is shown. */
  filled: boolean
}

/** A day as the file has it: extremes may be missing. */
type Gathered = {
  day: Day
  line: number
  minimumC?: number
  maximumC?: number
  rainMm?: number
  wind?: number
  solarMJ?: number
}

/** So many hours make a day's extremes believable. */
const leastHours = 18
/** The most lines taken at once: ten years of hours. */
export const mostStationLines = 90_000
/** Gaps up to this are filled; longer ones are left out, and said. Days. */
export const longestGapDays = 21

const missing = /^(|na|n\/a|nan|null|-|--|m|9999|-9999|99999)$/i

/** A number as people write it, or nothing where it is missing. NaN for nonsense. */
function parseNumber(text: string | undefined): number | undefined {
  const clean = (text ?? '').trim()
  if (missing.test(clean)) return undefined
  return Number(/^-?\d+,\d+$/.test(clean) ? clean.replace(',', '.') : clean)
}

/** A calendar day from a cell, with or without a time after it. Nothing where it is no day. */
function parseDay(text: string, order: StationMapping['dayOrder']): Day | undefined {
  const parts = /^\s*(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})(?:$|[T\s])/.exec(text)
  if (!parts) return undefined
  const [a, b, c] = [parts[1]!, parts[2]!, parts[3]!]
  const [year, month, date] = a.length === 4 ? [a, b, c] : order === 'dmy' ? [c, b, a] : [c, a, b]
  if (year.length !== 4) return undefined
  const day = `${year}-${month.padStart(2, '0')}-${date.padStart(2, '0')}`
  try {
    dayNumber(day)
    return day
  } catch {
    return undefined
  }
}

const inCelsius = (value: number, unit: StationMapping['temperatureUnit']) => convert(value, unit, 'degC')

interface Line {
  day: Day
  line: number
  values: Partial<Record<StationColumn, number>>
}

function parseLine(cells: string[], line: number, mapping: StationMapping): Line | Refusal[] {
  const { columns, temperatureUnit, rainUnit, windUnit, solarUnit } = mapping
  const given = cells[columns.day ?? 0] ?? ''
  const day = parseDay(given, mapping.dayOrder)
  const at = (column: string) => `line ${line}: ${column}`
  if (!day) return [{ code: 'stationDay', field: at('day'), params: { line, given } }]
  const refusals: Refusal[] = []
  const values: Line['values'] = {}
  const { leastC, mostC, mostRainMm, mostSolarMJ, mostWind } = believable
  const take = (column: StationColumn, toSi: (v: number) => number, least: number, most: number) => {
    const index = columns[column]
    if (index === undefined) return
    const value = parseNumber(cells[index])
    if (value === undefined) return
    const si = toSi(value)
    if (si >= least - 1e-9 && si <= most) values[column] = si
    else
      refusals.push({
        code: Number.isNaN(value) ? 'stationNoNumber' : 'stationNotBelievable',
        field: at(column),
        params: { line, column, given: (cells[index] ?? '').slice(0, 40) },
      })
  }
  for (const column of ['minimum', 'maximum', 'temperature'] as const)
    take(column, (v) => inCelsius(v, temperatureUnit), leastC, mostC)
  take('rain', (v) => convert(v, rainUnit, 'mm'), 0, mostRainMm)
  take('wind', (v) => convert(v, windUnit, 'm/s'), 0, mostWind)
  const perDay = mapping.every === 'day' || solarUnit === 'MJ'
  take('solar', (v) => (solarUnit === 'W' ? v * 0.0864 : v), 0, perDay ? mostSolarMJ : mostSolarMJ * 4)
  const { minimum, maximum } = values
  if (minimum !== undefined && maximum !== undefined && minimum > maximum)
    refusals.push({ code: 'stationSwapped', field: at('minimum'), params: { line, day } })
  return refusals.length ? refusals : { day, line, values }
}

const meanOf = (values: number[]): number | undefined =>
  values.length ? values.reduce((a, b) => a + b, 0) / values.length : undefined

/** Lines of one day together: a daily line as it is, hours to extremes, sums and means. */
function gatherDay(lines: Line[], { every }: StationMapping): Gathered {
  const { day, line } = lines[0]!
  const of = (column: StationColumn) => lines.flatMap(({ values }) => values[column] ?? [])
  const temperatures = of('temperature')
  const enough = temperatures.length >= leastHours
  const minimumC = every === 'hour' ? (enough ? Math.min(...temperatures) : undefined) : of('minimum')[0]
  const maximumC = every === 'hour' ? (enough ? Math.max(...temperatures) : undefined) : of('maximum')[0]
  const rain = of('rain')
  const [wind, solarMJ] = [meanOf(of('wind')), meanOf(of('solar'))]
  return {
    day,
    line,
    ...(minimumC !== undefined && { minimumC }),
    ...(maximumC !== undefined && { maximumC }),
    ...(rain.length && { rainMm: rain.reduce((a, b) => a + b, 0) }),
    ...(wind !== undefined && { wind }),
    ...(solarMJ !== undefined && { solarMJ }),
  }
}

const isWhole = (d: Gathered | undefined): d is Gathered & { minimumC: number; maximumC: number } =>
  d?.minimumC !== undefined && d.maximumC !== undefined

/** What came of a station's file. */
export interface StationDays {
  days: StationDay[]
  /** Days filled, and runs of days too long to fill, first and last. */
  filled: number
  gaps: { from: Day; to: Day }[]
}

/**
 * Days from the first to the last: what is missing is filled, straight between its neighbours or, where another station is
 * at hand, as that one went, moved by how the two differ about the gap. Longer gaps are left out.
 */
function fillGaps(known: Map<Day, Gathered>, other: Map<Day, DatedWeather>): StationDays {
  const order = [...known.values()].filter(isWhole).sort((a, b) => (a.day < b.day ? -1 : 1))
  const days: StationDay[] = []
  const gaps: StationDays['gaps'] = []
  const dayOf = (d: (typeof order)[number]): StationDay => ({
    day: d.day,
    minimumC: d.minimumC,
    maximumC: d.maximumC,
    rainMm: d.rainMm ?? other.get(d.day)?.rainMm ?? 0,
    ...(d.wind !== undefined && { wind: d.wind }),
    ...(d.solarMJ !== undefined && { solarMJ: d.solarMJ }),
    filled: d.rainMm === undefined && other.has(d.day),
  })
  order.forEach((now, i) => {
    const before = order[i - 1]
    if (before) {
      const length = dayNumber(now.day) - dayNumber(before.day) - 1
      if (length > longestGapDays) gaps.push({ from: addDays(before.day, 1), to: addDays(now.day, -1) })
      else
        for (let k = 1; k <= length; k++)
          days.push(fillDay(addDays(before.day, k), before, now, k / (length + 1)))
    }
    days.push(dayOf(now))
  })
  function fillDay(
    day: Day,
    a: (typeof order)[number],
    b: (typeof order)[number],
    share: number,
  ): StationDay {
    const there = other.get(day)
    const [near, far] = [other.get(a.day), other.get(b.day)]
    const line = (pick: (d: { minimumC: number; maximumC: number }) => number) => {
      const straight = pick(a) * (1 - share) + pick(b) * share
      if (!there || !near || !far) return straight
      return pick(there) + (pick(a) - pick(near)) * (1 - share) + (pick(b) - pick(far)) * share
    }
    const [minimumC, maximumC] = [line((d) => d.minimumC), line((d) => d.maximumC)]
    return {
      day,
      minimumC: Math.min(minimumC, maximumC),
      maximumC: Math.max(minimumC, maximumC),
      rainMm: there?.rainMm ?? 0,
      ...(there?.wind !== undefined && { wind: there.wind }),
      ...(there?.solarMJ !== undefined && { solarMJ: there.solarMJ }),
      filled: true,
    }
  }
  return { days, filled: days.filter((d) => d.filled).length, gaps }
}

/**
 * A station's lines as days. Nonsense is refused with its line; what is missing is filled and marked.
 * @param rows cells of each line, without the heading @param firstLine number of the first of them in the file
 * @param other days of another station, to fill gaps by
 */
export function parseStation(
  rows: string[][],
  firstLine: number,
  mapping: StationMapping,
  other: DatedWeather[] = [],
): Outcome<StationDays> {
  const { columns, every } = mapping
  const needed: StationColumn[] = every === 'hour' ? ['day', 'temperature'] : ['day', 'minimum', 'maximum']
  const lacking = needed.filter((c) => columns[c] === undefined)
  if (lacking.length)
    return refused(
      ...lacking.map((column): Refusal => ({
        code: 'stationColumnMissing',
        field: column,
        params: { column },
      })),
    )
  if (rows.length > mostStationLines)
    return refused({ code: 'stationTooLong', params: { most: mostStationLines } })
  const refusals: Refusal[] = []
  const byDay = new Map<Day, Line[]>()
  rows.forEach((cells, i) => {
    if (cells.every((c) => !c.trim())) return
    const line = parseLine(cells, firstLine + i, mapping)
    if (Array.isArray(line)) return void refusals.push(...line)
    const known = byDay.get(line.day)
    if (known && every === 'day')
      return void refusals.push({
        code: 'stationDayTwice',
        field: `line ${line.line}: day`,
        params: { line: line.line, day: line.day, before: known[0]!.line },
      })
    if (known) known.push(line)
    else byDay.set(line.day, [line])
  })
  if (refusals.length) return refused(...refusals.slice(0, 50))
  const gathered = new Map([...byDay].map(([day, lines]) => [day, gatherDay(lines, mapping)]))
  const value = fillGaps(gathered, new Map(other.map((d) => [d.day, d])))
  return value.days.length ? accepted(value) : refused({ code: 'stationEmpty', params: {} })
}

const columnWords: [StationColumn, RegExp][] = [
  ['day', /date|day|time|fecha/i],
  ['minimum', /min|low|tmin/i],
  ['maximum', /max|high|tmax/i],
  ['rain', /rain|precip|prcp/i],
  ['wind', /wind/i],
  ['solar', /solar|radiation|rad\b/i],
  ['temperature', /temp|°c|°f/i],
]

/** A first guess at which column is what, from the heading; the person confirms it. */
export function guessColumns(heading: string[]): StationMapping['columns'] {
  const columns: StationMapping['columns'] = {}
  heading.forEach((name, i) => {
    const column = columnWords.find(([code, words]) => columns[code] === undefined && words.test(name))?.[0]
    if (column) columns[column] = i
  })
  return columns
}
