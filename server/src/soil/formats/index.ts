import { arraysFormat } from './arrays.ts'
import type { WeatherFormat } from './format.ts'
import { ownFormat } from './own.ts'
import { seriesFormat } from './series.ts'

export type { Told, WeatherPlace } from './format.ts'
/** By the word of the configuration (WEATHER_FORMAT). */
export const formats = {
  own: ownFormat,
  series: seriesFormat,
  arrays: arraysFormat,
} as const satisfies Record<string, WeatherFormat>
