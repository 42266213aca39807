import { convert, parseDeviceLine, type DeviceLine, type SpeedUnit } from '../quantity/index.ts'

/** What a wind meter shows: the speed, and where it blows from where the meter has a vane. */
export interface WindSample {
  atS: number
  mph: number
  /** Degrees from north, clockwise. */
  fromDegrees?: number
}

/** One line of the meter's protocol (docs/meter.md): `V <seconds> <speed> <mph|m/s|km/h> [<degrees>]`, the greeting, or a fault. */
export function parseMeterLine(line: string): DeviceLine<WindSample> {
  return parseDeviceLine(line, 'METER', (text) => {
    const found = /^V (\d+(?:\.\d+)?) (\d+(?:\.\d+)?) (mph|m\/s|km\/h)(?: (\d{1,3}(?:\.\d+)?))?$/.exec(text)
    if (!found) return undefined
    const [, at, speed, unit, degrees] = found
    const from = degrees === undefined ? undefined : Number(degrees)
    if (from !== undefined && from > 360) return undefined
    return {
      atS: Number(at),
      mph: convert(Number(speed), unit as SpeedUnit, 'mph'),
      ...(from !== undefined && { fromDegrees: from % 360 }),
    }
  })
}

export const compassPoints = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const
export type CompassPoint = (typeof compassPoints)[number]
/** The nearest of the eight points. */
export const compassPoint = (degrees: number): CompassPoint => compassPoints[Math.round(degrees / 45) % 8]!

/** Seconds over which wind is read: gusts come and go. Practice of the trade. */
const meanSeconds = 20

/** The mean and the strongest of the last seconds, and where most of it came from; nothing until there is a sample. */
export function readWind(
  samples: WindSample[],
): { mph: number; gustMph: number; from: CompassPoint | '' } | undefined {
  const last = samples.at(-1)
  if (!last) return undefined
  const recent = samples.filter((s) => s.atS > last.atS - meanSeconds)
  const speeds = recent.map((s) => s.mph)
  const vanes = recent.flatMap((s) => (s.fromDegrees === undefined ? [] : [(s.fromDegrees * Math.PI) / 180]))
  const sum = (f: (r: number) => number) => vanes.reduce((a, r) => a + f(r), 0)
  const mean = (Math.atan2(sum(Math.sin), sum(Math.cos)) * 180) / Math.PI
  return {
    mph: speeds.reduce((a, b) => a + b, 0) / speeds.length,
    gustMph: Math.max(...speeds),
    from: vanes.length ? compassPoint((mean + 360) % 360) : '',
  }
}
