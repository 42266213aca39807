import { stationAnswer } from '@jardinero/contract/weather'
import type { Told, WeatherFormat } from './format.ts'

const station = (base: string, code: string) => `${base}/stations/${encodeURIComponent(code)}`

/** Our own open format, by station (docs/weather.md). */
export const ownFormat: WeatherFormat = {
  at: ({ station: code }) => encodeURIComponent(code),
  past: (base, { station: code }, from, to) => `${station(base, code)}/daily?from=${from}&to=${to}`,
  ahead: (base, { station: code }, today) => `${station(base, code)}/forecast?issued=${today}`,
  read(body) {
    const { value, error } = stationAnswer.validate(body, { stripUnknown: true })
    if (error) throw error
    return value as Told
  },
}
