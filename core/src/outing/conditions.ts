import type { Refusal } from '../quantity/index.ts'

/** What wind and air a pass can have met, by any believable reading: mph, °C. Estimates; wide, so that only slips are refused. */
export const believable = { windMph: 60, airLeastC: -30, airMostC: 55 } as const

/** Wind and air as they were noted, where they were: what is no number, or no weather a pass was ever made in, is refused. */
export function checkConditions({
  windMph,
  airC,
}: {
  windMph?: number | null | undefined
  airC?: number | null | undefined
}): Refusal[] {
  const within = (value: number | null | undefined, least: number, most: number) =>
    value === null || value === undefined || (value >= least && value <= most)
  const { windMph: mostWind, airLeastC, airMostC } = believable
  return [
    ...(within(windMph, 0, mostWind)
      ? []
      : [
          {
            code: 'windNotBelievable',
            field: 'windMph',
            params: { most: { value: mostWind, unit: 'mph' as const } },
          },
        ]),
    ...(within(airC, airLeastC, airMostC)
      ? []
      : [
          {
            code: 'airNotBelievable',
            field: 'airC',
            params: {
              least: { value: airLeastC, unit: 'degC' as const },
              most: { value: airMostC, unit: 'degC' as const },
            },
          },
        ]),
  ]
}
