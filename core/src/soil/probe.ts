import { convert, parseDeviceLine, type DeviceLine } from '../quantity/index.ts'

/** A temperature a probe has said, and when: seconds on any scale. */
export interface ProbeSample {
  atS: number
  temperatureC: number
}

/**
 * One line of the probe protocol (docs/probe.md): `JARDINERO-PROBE 1 <name>` once, then `T <seconds> <temperature> <C|F>`, or
 * `E <what is wrong>`. Lines that are none of these are other, and passed over.
 */
export function parseProbeLine(line: string): DeviceLine<ProbeSample> {
  return parseDeviceLine(line, 'PROBE', (text) => {
    const sample = /^T (\d+(?:\.\d+)?) (-?\d+(?:\.\d+)?) ([CF])$/.exec(text)
    if (!sample) return undefined
    const temperatureC = convert(Number(sample[2]), sample[3] === 'F' ? 'degF' : 'degC', 'degC')
    return { atS: Number(sample[1]), temperatureC }
  })
}

/** How the needle stands. */
export interface Settling {
  settled: boolean
  /** Where it stands, and where it is heading, °C; the second where that can be told. */
  temperatureC: number
  headingC?: number
  /** K a minute over the last seconds. */
  perMinuteK: number
}

/** Seconds over which the needle must stand still, and how still: no more than this way to go, and this pace. Probe's own noise is under 0.05 K. */
const window = { seconds: 20, leastSamples: 8, leftK: 0.15, perMinuteK: 0.25 } as const

const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length

/**
 * Has the needle settled? A probe nears the ground's temperature as e⁻ᵗ: from three equal stretches of the last samples the
 * end it heads for follows (Aitken's Δ²); settled when it has stood still for some seconds with nothing left to go.
 * @param samples oldest first @returns nothing without samples
 */
export function computeSettling(samples: ProbeSample[]): Settling | undefined {
  const last = samples.at(-1)
  if (!last) return undefined
  const recent = samples.filter((s) => s.atS >= last.atS - window.seconds)
  const span = last.atS - recent[0]!.atS
  const half = Math.ceil(recent.length / 2)
  const early = recent.slice(0, half)
  const late = recent.slice(recent.length - half)
  const pace =
    recent.length < 2 || span <= 0
      ? Infinity
      : ((mean(late.map((s) => s.temperatureC)) - mean(early.map((s) => s.temperatureC))) /
          Math.max(1e-9, mean(late.map((s) => s.atS)) - mean(early.map((s) => s.atS)))) *
        60
  const third = Math.floor(recent.length / 3)
  const [a, b, c] = [0, 1, 2].map((k) =>
    mean(recent.slice(k * third, (k + 1) * third).map((s) => s.temperatureC)),
  ) as [number, number, number]
  const second = c - b - (b - a)
  // Still bending towards an end it can be told of: the steps shrink and keep their sign.
  const bends =
    third >= 2 && Math.abs(second) > 1e-3 && (c - b) * (b - a) > 0 && Math.abs(c - b) < Math.abs(b - a)
  const headingC = bends ? a - (b - a) ** 2 / second : undefined
  const left = headingC === undefined ? 0 : Math.abs(headingC - last.temperatureC)
  const longEnough = span >= window.seconds * 0.9 && recent.length >= window.leastSamples
  return {
    settled: longEnough && Math.abs(pace) <= window.perMinuteK && left <= window.leftK,
    temperatureC: mean(recent.slice(-3).map((s) => s.temperatureC)),
    ...(headingC !== undefined && { headingC }),
    perMinuteK: pace,
  }
}
