import { almanac } from '@jardinero/almanac'
import { addDays, type Day } from '@jardinero/core/quantity'
import { forecastHours, pastHours, weatherYears } from './weatherYears.ts'
import type { StationHour } from './weatherHours.ts'

/** The invented station whose climate is nearest to a point. */
function nearest(latitude: number, longitude: number): string {
  const far = ({ latitude: lat, longitude: lon }: { latitude: number; longitude: number }) =>
    Math.hypot(lat - latitude, (lon - longitude) * Math.cos((latitude * Math.PI) / 180))
  return almanac.climates.toSorted((a, b) => far(a) - far(b))[0]!.code
}
const round = (value: number, digits: number) => Math.round(value * 10 ** digits) / 10 ** digits

/** So many hours of a series come one by one, what follows in steps of six. */
const hourlySteps = 60

/** A GeoJSON point time series from a day on, as a public service would give it; wind in m/s, shares in percent. */
export function seriesOf(latitude: number, longitude: number, issued: Day) {
  const hours = forecastHours(nearest(latitude, longitude), issued)
  const details = (h: StationHour) => ({
    air_temperature: h.temperatureC,
    wind_speed: h.wind,
    wind_speed_of_gust: h.gust,
    relative_humidity: round(h.humidity * 100, 1),
    cloud_area_fraction: round(h.cloud * 100, 1),
  })
  const timeseries = hours.flatMap((hour, i): object[] => {
    if (i < hourlySteps)
      return [
        {
          time: hour.at,
          data: {
            instant: { details: details(hour) },
            next_1_hours: { details: { precipitation_amount: hour.rainMm } },
          },
        },
      ]
    if ((i - hourlySteps) % 6) return []
    const rain = hours.slice(i, i + 6).reduce((sum, h) => sum + h.rainMm, 0)
    return [
      {
        time: hour.at,
        data: {
          instant: { details: details(hour) },
          next_6_hours: { details: { precipitation_amount: round(rain, 2) } },
        },
      },
    ]
  })
  return {
    type: 'Feature',
    geometry: { type: 'Point', coordinates: [longitude, latitude, 0] },
    properties: {
      meta: {
        simulated: true,
        units: {
          air_temperature: 'celsius',
          precipitation_amount: 'mm',
          wind_speed: 'm/s',
          wind_speed_of_gust: 'm/s',
          relative_humidity: '%',
          cloud_area_fraction: '%',
        },
      },
      timeseries,
    },
  }
}

/** Hourly arrays from a day to another, the forecast where they are past the day it is. */
export function arraysOf(
  latitude: number,
  longitude: number,
  { from, to, today }: Record<'from' | 'to' | 'today', Day>,
) {
  const code = nearest(latitude, longitude)
  const until = to < today ? to : addDays(today, -1)
  const hours = [
    ...pastHours(code, from, until),
    ...(to >= today ? forecastHours(code, today) : []).filter((h) => h.at.slice(0, 10) <= to),
  ]
  // A day's sun over its twelve middle hours.
  const sunOf = new Map(weatherYears(code).map((d) => [d.day, d.solarMJ]))
  const sun = hours.map((h) => {
    const local = new Date(Date.parse(h.at) + Math.round(longitude / 15) * 3_600_000)
    const hour = local.getUTCHours()
    const day = sunOf.get(local.toISOString().slice(0, 10)) ?? 0
    return hour >= 6 && hour < 18 ? round((day * 1e6) / 43_200, 0) : 0
  })
  return {
    latitude,
    longitude,
    simulated: true,
    utc_offset_seconds: 0,
    hourly_units: {
      time: 'iso8601',
      temperature_2m: '°C',
      precipitation: 'mm',
      wind_speed_10m: 'm/s',
      wind_gusts_10m: 'm/s',
      relative_humidity_2m: '%',
      cloud_cover: '%',
      shortwave_radiation: 'W/m²',
    },
    hourly: {
      time: hours.map((h) => h.at.slice(0, 16)),
      temperature_2m: hours.map((h) => h.temperatureC),
      precipitation: hours.map((h) => h.rainMm),
      wind_speed_10m: hours.map((h) => h.wind),
      wind_gusts_10m: hours.map((h) => h.gust),
      relative_humidity_2m: hours.map((h) => round(h.humidity * 100, 0)),
      cloud_cover: hours.map((h) => round(h.cloud * 100, 0)),
      shortwave_radiation: sun,
    },
  }
}
