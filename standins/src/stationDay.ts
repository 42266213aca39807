import type { Day } from '@jardinero/core/quantity'

/** A day of an invented station. */
export interface StationDay {
  day: Day
  minimumC: number
  maximumC: number
  rainMm: number
  /** Mean wind, m s⁻¹. */
  wind: number
  /** Solar radiation, MJ m⁻² d⁻¹. */
  solarMJ: number
}
