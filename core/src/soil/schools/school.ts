import { accepted, convert, refused, type Outcome, type Unit } from '../../quantity/index.ts'
import type { Trend } from '../heat/crossing.ts'
import type { Marker } from './marker.ts'

/** A number a school of timing rests on; people may change it inside its range. */
export interface TimingParameter {
  value: number
  /** degF, d (a span) or count (a day of the year, northern). */
  unit: Unit
  least: number
  most: number
  source: string
}

/** One pass of a school: from when, until when, and when it is too late for it. */
export interface PassRule {
  id: 'only' | 'first' | 'second' | 'third' | 'fourth' | 'seed'
  /** Share of the year's usual amount; nothing where seed goes down instead. */
  share: number
  /** The half of the year it belongs to. */
  season: Trend
  opens: Marker
  closes: Marker
  /** Past it the edges are late while the middle is not. */
  edgeCloses?: Marker
  /** Past it the pass is over; when it closes, where nothing is said. */
  over?: Marker
}

/** One school of timing: parameters and passes. All are made of the same few markers. */
export interface TimingSchool {
  readonly id: string
  readonly parameters: Readonly<Record<string, TimingParameter>>
  readonly passes: readonly PassRule[]
}

export type TimingVerdict = 'wait' | 'go' | 'lateAtEdge' | 'late'

/** From…to, both inclusive, and the day after which it is more likely late than not. */
export interface TimingWindow {
  from: string
  to: string
}

const source = 'practice'
export const fahrenheit = (value: number, least: number, most: number): TimingParameter => ({
  value,
  unit: 'degF',
  least,
  most,
  source,
})
export const weeks = (value: number, least: number, most: number): TimingParameter => ({
  value: value * 7,
  unit: 'd',
  least: least * 7,
  most: most * 7,
  source,
})
export const dayInYear = (value: number, least: number, most: number): TimingParameter => ({
  value,
  unit: 'count',
  least,
  most,
  source,
})

/** A parameter in the unit markers use: temperatures in °C, the rest as it is. */
export const inMarkerUnit = (value: number, { unit }: TimingParameter): number =>
  unit === 'degF' ? convert(value, 'degF', 'degC') : value

/** What a person changed of a school's parameters, held to their ranges; in the markers' units. */
export function parseParameters(
  school: TimingSchool,
  asked: Readonly<Record<string, number>> = {},
): Outcome<Record<string, number>> {
  const values: Record<string, number> = {}
  for (const [name, parameter] of Object.entries(school.parameters)) {
    const [value, least, most] = [parameter.value, parameter.least, parameter.most].map((v) =>
      inMarkerUnit(v, parameter),
    ) as [number, number, number]
    const given = asked[name] ?? value
    const unit = parameter.unit === 'degF' ? 'degC' : parameter.unit
    if (!(given >= least - 1e-9 && given <= most + 1e-9))
      return refused({
        code: 'thresholdOutOfRange',
        field: `parameters.${name}`,
        params: {
          given: { value: given, unit },
          least: { value: least, unit },
          most: { value: most, unit },
        },
      })
    values[name] = given
  }
  return accepted(values)
}
