import { daysBetween } from '../../quantity/index.ts'
import { shut, shutBy, type Shutter } from './shutters.ts'

const hourMs = 3_600_000

/** Degrees: the sun's upper edge at the horizon, half its disc and the air's refraction taken off; as almanacs count sunrise. */
const horizon = -0.833
export const dark: Shutter = (i, { sun }) => (Math.min(...sun[i]!) < horizon ? shut('dark') : {})

export const mowing: Shutter = (i, { hours, limits, mowDays }) => {
  const { before, after } = limits.mowing
  for (const day of mowDays) {
    const since = daysBetween(day, hours[i]!.day)
    // Mown on the day itself is always too near.
    if (since >= 0 && since < Math.max(before.value, 1))
      return shutBy('mowing', before, { mow: day, days: before.value, past: true })
    if (since < 0 && -since < after.value)
      return shutBy('mowing', after, { mow: day, days: after.value, past: false })
  }
  return {}
}

/** People keep off from the hour's beginning until the label's hours after its end: nobody may be on the lawn in between. */
export const family: Shutter = (i, { hours, limits, occupied }) => {
  const from = Date.parse(hours[i]!.at)
  const until = from + hourMs + limits.keepOff.value * hourMs
  const met = occupied.find((o) => Date.parse(o.from) < until && Date.parse(o.to) > from)
  return met
    ? shutBy('family', limits.keepOff, { hours: limits.keepOff.value, from: met.from, to: met.to })
    : {}
}

export const noTime: Shutter = (i, { hours, noTime: spans }) =>
  spans.some((s) => hours[i]!.day >= s.from && hours[i]!.day <= s.to) ? shut('noTime') : {}

export const tooSoon: Shutter = (i, { hours, pass }) =>
  pass.notBefore && hours[i]!.day < pass.notBefore.day
    ? shut('tooSoon', { day: pass.notBefore.day, label: pass.notBefore.label })
    : {}
