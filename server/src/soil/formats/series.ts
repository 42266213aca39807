import Joi from 'joi'
import {
  daysOfSpans,
  hoursOfSpans,
  inOurs,
  roughKey,
  roughly,
  type Span,
  type WeatherFormat,
} from './format.ts'

const figure = Joi.number()
const rain = Joi.object({
  details: Joi.object({ precipitation_amount: figure }).unknown().default({}),
}).unknown()
/** A GeoJSON feature of one point with a series of times: what holds at each, and what falls in the hours after it. */
const feature = Joi.object({
  type: Joi.valid('Feature').required(),
  properties: Joi.object({
    meta: Joi.object({
      units: Joi.object().pattern(Joi.string(), Joi.string().max(40)).default({}),
      simulated: Joi.boolean().default(false),
    })
      .unknown()
      .default({ units: {}, simulated: false }),
    timeseries: Joi.array()
      .max(24 * 400)
      .items(
        Joi.object({
          time: Joi.string().isoDate().required(),
          data: Joi.object({
            instant: Joi.object({
              details: Joi.object({
                air_temperature: figure,
                wind_speed: figure,
                wind_speed_of_gust: figure,
                relative_humidity: figure,
                cloud_area_fraction: figure,
              })
                .unknown()
                .required(),
            })
              .unknown()
              .required(),
            next_1_hours: rain,
            next_6_hours: rain,
          })
            .unknown()
            .required(),
        }).unknown(),
      )
      .required(),
  })
    .unknown()
    .required(),
}).unknown()

type Details = Record<string, number | undefined>
interface Step {
  time: string
  data: {
    instant: { details: Details }
    next_1_hours?: { details: Details }
    next_6_hours?: { details: Details }
  }
}

/** A day must have four of its six-hour steps. */
const leastSteps = 4

/** A GeoJSON point with its time series, asked by latitude and longitude. It has the days ahead and no past. */
export const seriesFormat: WeatherFormat = {
  at: roughKey,
  past: () => undefined,
  ahead(base, place) {
    const { latitude, longitude } = roughly(place)
    return `${base}?lat=${latitude}&lon=${longitude}`
  },
  read(body, { longitude }) {
    const { value, error } = feature.validate(body)
    if (error) throw error
    const { meta, timeseries } = value.properties as {
      meta: { units: Record<string, string>; simulated: boolean }
      timeseries: Step[]
    }
    const { units } = meta
    const spanOf = ({ time, data }: Step): (Span & { hourly: boolean })[] => {
      const { details } = data.instant
      const { air_temperature: air, wind_speed: wind, wind_speed_of_gust: gust } = details
      const { relative_humidity: humidity, cloud_area_fraction: cloud } = details
      const falls = data.next_1_hours ?? data.next_6_hours
      if (air === undefined || !falls) return []
      const maybe = (v: number | undefined, unit: string, of: 'wind' | 'share') =>
        v === undefined ? undefined : inOurs(v, units[unit], of)
      return [
        {
          at: Date.parse(time),
          temperatureC: inOurs(air, units['air_temperature'], 'temperature'),
          rainMm: inOurs(falls.details['precipitation_amount'] ?? 0, units['precipitation_amount'], 'rain'),
          wind: maybe(wind, 'wind_speed', 'wind'),
          gust: maybe(gust, 'wind_speed_of_gust', 'wind'),
          humidity: maybe(humidity, 'relative_humidity', 'share'),
          cloud: maybe(cloud, 'cloud_area_fraction', 'share'),
          hourly: Boolean(data.next_1_hours),
        },
      ]
    }
    const spans = timeseries.flatMap(spanOf)
    return {
      simulated: meta.simulated,
      days: daysOfSpans(spans, longitude, leastSteps),
      hours: hoursOfSpans(spans.filter((s) => s.hourly)),
    }
  },
}
