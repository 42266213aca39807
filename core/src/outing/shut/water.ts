import { shut, shutBy, type HourContext, type Shutter } from './shutters.ts'

const mm = (value: number) => ({ value, unit: 'mm' })
/** mm. Less in an hour is no rain for a leaf. Estimate. */
const drizzleMm = 0.2
/** So humid, with the sun this low (degrees), a leaf has dew; after rain it is wet for so many hours. Estimates. */
const dewHumidity = 0.95
const dewSun = 20
const wetHours = 2

/** Hours after this one, and whether the forecast reaches so far. */
const after = ({ hours }: HourContext, i: number, count: number) => {
  const rows = hours.slice(i + 1, i + 1 + Math.ceil(count))
  return { rows, known: rows.length >= Math.ceil(count) }
}

export const rainNow: Shutter = (i, { hours }) => {
  const { rainMm } = hours[i]!
  return rainMm > drizzleMm ? shut('rainNow', { given: mm(rainMm) }) : {}
}

/** No rain in the hours it needs on the leaf, by the forecast; where that ends sooner nothing is offered. */
export const rainSoon: Shutter = (i, context) => {
  const limit = context.limits.rainfast
  if (!limit) return {}
  const { rows, known } = after(context, i, limit.value)
  const wet = rows.findIndex((h) => h.rainMm > drizzleMm)
  if (wet >= 0)
    return shutBy('rainSoon', limit, {
      hours: limit.value,
      inHours: wet + 1,
      given: mm(rows[wet]!.rainMm),
    })
  return known ? {} : shut('notKnown', { hours: limit.value })
}

/** A downpour before it is bound carries a soil product away. */
export const washOff: Shutter = (i, context) => {
  const limit = context.limits.washOff
  if (!limit) return {}
  const { rows, known } = after(context, i, 24)
  const rain = rows.reduce((sum, h) => sum + h.rainMm, 0)
  if (rain > limit.value) return shutBy('washOff', limit, { given: mm(rain), limit: mm(limit.value) })
  return known ? {} : shut('notKnown', { hours: 24 })
}

export const leafWet: Shutter = (i, { hours, sun, pass }) => {
  if (!pass.leaf || !pass.sprayed) return {}
  const before = hours.slice(Math.max(0, i - wetHours), i)
  const dew = hours[i]!.humidity >= dewHumidity && sun[i]![0] < dewSun
  const rained = before.some((h) => h.rainMm > drizzleMm)
  return dew || rained ? shut('leafWet', { dew: !rained }) : {}
}

/** So far above it nothing is frozen. Estimate. */
const farFromFrostK = 6
export const frozen: Shutter = (i, { hours }) => {
  const { temperatureC } = hours[i]!
  return temperatureC <= 0
    ? shut('frozen', { given: { value: temperatureC, unit: 'degC' } })
    : { margin: Math.min(1, temperatureC / farFromFrostK) }
}

export const drought: Shutter = (_, { pass }) =>
  pass.leaf && pass.states.includes('drought') ? shut('drought') : {}
