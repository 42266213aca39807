import type { Trend } from '../heat/crossing.ts'
import type { SignKind } from '../signs.ts'

/**
 * What a rule of timing waits for. All schools are made of these few: a threshold of the soil, a day of the year, a sign in
 * nature, and so many weeks after one of them. Parameters are named, and live in the school.
 */
export type Marker =
  | {
      kind: 'soil'
      /** The warmest edge, or the open middle. */
      at: 'edge' | 'middle'
      parameter: string
      trend: Trend
      /** The parameter that stands for the middle where no edge is marked. */
      withoutEdge?: string
    }
  | { kind: 'calendar'; parameter: string }
  | { kind: 'sign'; sign: SignKind }
  | { kind: 'after'; marker: Marker; parameter: string }

/** Where the days of markers come from: an ensemble, or a line drawn on from readings (an ensemble of one). */
export interface MarkerSource {
  members: number
  /** Whether there is such a place. */
  has: (at: 'edge' | 'middle') => boolean
  /** Days from today, a number a member; −∞ before the season began, ∞ not in it, NaN not known. */
  soil: (at: 'edge' | 'middle', thresholdC: number, trend: Trend, season: Trend) => number[]
  sign: (sign: SignKind) => number[]
  /** Days from today to the day of the year, of the turn that is not over yet. */
  calendar: (dayOfYear: number) => number
}

/** Parameters as they hold: temperatures in °C, weeks in days, days of the year as they are. */
export type ParameterValues = Readonly<Record<string, number>>

/**
 * When a marker comes, a number a member. @param season the half of the year it is looked for in
 * @throws RangeError on a parameter the school does not have
 */
export function resolveMarker(
  marker: Marker,
  values: ParameterValues,
  source: MarkerSource,
  season: Trend,
): number[] {
  const valueOf = (name: string): number => {
    const value = values[name]
    if (value === undefined) throw new RangeError(`no parameter ${name}`)
    return value
  }
  switch (marker.kind) {
    case 'soil': {
      const { at, parameter, trend, withoutEdge } = marker
      const instead = at === 'edge' && !source.has('edge')
      return instead
        ? source.soil('middle', valueOf(withoutEdge ?? parameter), trend, season)
        : source.soil(at, valueOf(parameter), trend, season)
    }
    case 'calendar':
      return new Array<number>(source.members).fill(source.calendar(valueOf(marker.parameter)))
    case 'sign':
      return source.sign(marker.sign)
    case 'after': {
      const later = valueOf(marker.parameter)
      return resolveMarker(marker.marker, values, source, season).map((day) => day + later)
    }
    default:
      return marker satisfies never
  }
}

/** A soil threshold that is watched. */
export interface Watched {
  at: 'edge' | 'middle'
  parameter: string
  trend: Trend
}

/** The soil threshold a marker watches, of itself or of what it counts from. */
export function watchedBy(marker: Marker, hasEdge: boolean): Watched | undefined {
  if (marker.kind === 'after') return watchedBy(marker.marker, hasEdge)
  if (marker.kind !== 'soil') return undefined
  const { at, parameter, trend, withoutEdge } = marker
  return at === 'edge' && !hasEdge
    ? { at: 'middle', parameter: withoutEdge ?? parameter, trend }
    : { at, parameter, trend }
}

/** The thresholds the opening and the closing of a pass watch, each once, °C. */
export function watchedThresholds(
  { opens, closes }: { opens: Marker; closes: Marker },
  values: ParameterValues,
  hasEdge: boolean,
): (Watched & { thresholdC: number })[] {
  const [first, second] = [watchedBy(opens, hasEdge), watchedBy(closes, hasEdge)]
  const both = first?.parameter === second?.parameter ? [first] : [first, second]
  return both.flatMap((w) => (w ? [{ ...w, thresholdC: values[w.parameter]! }] : []))
}
