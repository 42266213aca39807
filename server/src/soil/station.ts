import Papa from 'papaparse'
import type { StationTaken } from '@jardinero/contract/weather'
import type { Yard } from '@jardinero/contract/yard'
import type { Day, YardId } from '@jardinero/core/quantity'
import {
  checkWeather,
  parseEpw,
  parseStation,
  type StationDay,
  type StationMapping,
} from '@jardinero/core/soil'
import { fixedId } from '../platform/fixedId.ts'
import { accept, ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { AskStation } from './stations.ts'
import { placeOf } from './weather.ts'

/** Lines that look like a heading: no digit in the first cell. */
const headingLines = (rows: string[][]): number => {
  const first = rows.findIndex((cells) => /\d{1,4}[-/.]\d{1,2}/.test(cells.join(' ')))
  return Math.max(0, first)
}

async function storeDays(scope: AccountScope, yardId: YardId, days: StationDay[]): Promise<void> {
  const rows = days.map((d) => ({
    id: fixedId(`${yardId}/${d.day}`),
    yardId,
    day: d.day,
    minimumC: d.minimumC,
    maximumC: d.maximumC,
    rainMm: d.rainMm,
    wind: d.wind ?? null,
    solarMJ: d.solarMJ ?? null,
    filled: d.filled,
  }))
  await scope.put('station_day', rows, ['yardId', 'day'])
}

/**
 * Takes a station's file in, whole or not at all; what is there of the same days is replaced. Gaps are filled by the weather
 * service where it answers, else between neighbours. @throws ProblemError refused with each fault's line
 */
export async function takeStation(
  scope: AccountScope,
  stations: AskStation,
  { yardId, csv, mapping, today }: { yardId: YardId; csv: string; mapping: StationMapping; today: Day },
): Promise<StationTaken> {
  const yard = await scope.get<Yard>('yard', yardId)
  const rows = Papa.parse<string[]>(csv.trimEnd(), { skipEmptyLines: false }).data
  const heading = headingLines(rows)
  const service = await stations(placeOf(yard), today).catch(() => undefined)
  const real = service && !service.past.simulated ? service : undefined
  const { days, gaps, filled } = accept(
    // What the service invents fills no gap of a real station.
    parseStation(rows.slice(heading), heading + 1, mapping, real?.past.days ?? []),
  )
  const late = days.find((d) => d.day > today)
  if (late)
    throw new ProblemError('refused', [
      { code: 'stationInFuture', field: 'day', params: { given: late.day, today } },
    ])
  const runs = checkWeather(days, 'days').filter((r) => r.code !== 'weatherGap')
  if (runs.length) throw new ProblemError('refused', runs)
  await storeDays(scope, yardId, days)
  return { days: days.length, filled, gaps, from: days[0]!.day, to: days.at(-1)!.day }
}

/** Takes a typical year in, in place of the one before. @throws ProblemError refused with the line at fault */
export async function takeTypicalYear(
  scope: AccountScope,
  { yardId, epw }: { yardId: YardId; epw: string },
): Promise<{ latitude: number; longitude: number }> {
  await scope.get<Yard>('yard', yardId)
  const { days, latitude, longitude } = accept(parseEpw(epw))
  await scope.delete('typical_year', { yardId })
  await scope.insert('typical_year', [
    { id: fixedId(`${yardId}/typical year`), yardId, latitude, longitude, days },
  ])
  return { latitude, longitude }
}

/** Forgets all a yard's own station has given. */
export async function forgetStation(scope: AccountScope, yardId: YardId): Promise<void> {
  await scope.get<Yard>('yard', yardId)
  for (const table of ['station_day', 'typical_year']) await scope.delete(table, { yardId })
}
