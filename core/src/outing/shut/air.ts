import { room, shut, shutBy, type Shutter } from './shutters.ts'

const ms = (value: number) => ({ value, unit: 'm/s' })
const celsius = (value: number) => ({ value, unit: 'degC' })
/** A degree scale has no zero of its own: so many kelvin from the limit is far enough. Estimate. */
const farK = 8

export const wind: Shutter = (i, { hours, limits }) => {
  const { wind: value } = hours[i]!
  const { wind: limit } = limits
  if (value > limit.value) return shutBy('wind', limit, { given: ms(value), limit: ms(limit.value) })
  return { margin: room(value, limit.value) }
}

export const gust: Shutter = (i, { hours, limits }) => {
  const { gust: value } = hours[i]!
  const { gust: limit, wind: mean } = limits
  if (value > limit.value) return shutBy('gust', limit, { given: ms(value), limit: ms(limit.value) })
  return {
    margin: room(value, limit.value),
    ...(value > mean.value && {
      caution: { code: 'gusty', params: { gust: ms(value), limit: ms(mean.value) } },
    }),
  }
}

/** Below it the air stands: 3 mph. With a clear sky (share under cloud) and a low sun (degrees), drops hang and wander. Rule of the trade; cloud and sun are estimates. */
const calm = 1.34
const clear = 0.5
const lowSun = 10

export const inversion: Shutter = (i, { hours, sun, pass }) => {
  const hour = hours[i]!
  const low = Math.min(...sun[i]!) < lowSun
  if (!pass.sprayed || hour.wind >= calm || hour.cloud >= clear || !low) return {}
  const params = { given: ms(hour.wind) }
  return pass.droplet === 'coarse' || pass.droplet === 'veryCoarse'
    ? { caution: { code: 'inversionCoarse', params } }
    : shut('inversion', params)
}

export const hot: Shutter = (i, { hours, limits }) => {
  const limit = limits.airMost
  const { temperatureC } = hours[i]!
  if (!limit) return {}
  if (temperatureC > limit.value)
    return shutBy('hot', limit, { given: celsius(temperatureC), limit: celsius(limit.value) })
  return { margin: Math.min(1, (limit.value - temperatureC) / farK) }
}

export const cold: Shutter = (i, { hours, limits }) => {
  const limit = limits.airLeast
  const { temperatureC } = hours[i]!
  if (!limit) return {}
  if (temperatureC < limit.value)
    return shutBy('cold', limit, { given: celsius(temperatureC), limit: celsius(limit.value) })
  return { margin: Math.min(1, (temperatureC - limit.value) / farK) }
}

export const dryAir: Shutter = (i, { deltaT, limits }) => {
  const limit = limits.deltaT
  const value = deltaT[i]!
  if (!limit) return {}
  if (value > limit.value)
    return shutBy('dryAir', limit, {
      given: { value, unit: 'deltaC' },
      limit: { value: limit.value, unit: 'deltaC' },
    })
  return { margin: room(value, limit.value) }
}
