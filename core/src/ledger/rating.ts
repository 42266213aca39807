import {
  accepted,
  figure,
  operand,
  refused,
  type Day,
  type Figure,
  type Outcome,
  type Refusal,
} from '../quantity/index.ts'

/** Points of a grid that met the weed, of all points looked at. */
export interface GridCount {
  hits: number
  points: number
}

/** A share with the interval that holds it four times in five. */
export interface Estimate {
  value: Figure<'ratio'>
  low: number
  high: number
}

/** A rating of a pass: the weed's cover where it went down, before it and on an untreated patch where they were counted, and the turf's injury. */
export interface Rating {
  day: Day
  treated: GridCount
  treatedBefore?: GridCount | null
  check?: GridCount | null
  checkBefore?: GridCount | null
  /** 0 none, 10 dead. Over 3 is more than a lawn's owner accepts. */
  injury: number
}

/** Four in five, as everywhere in the application: 1.2816 standard deviations to either side. */
const z = 1.2815515655446004
const leastPoints = 20

const wilson = ({ hits, points }: GridCount): [low: number, high: number] => {
  const p = hits / points
  const middle = (p + (z * z) / (2 * points)) / (1 + (z * z) / points)
  const half = (z / (1 + (z * z) / points)) * Math.sqrt((p * (1 - p)) / points + (z * z) / (4 * points ** 2))
  return [Math.max(0, middle - half), Math.min(1, middle + half)]
}

/** Cover from a grid count, with Wilson's score interval (1927). */
export function computeCover(count: GridCount): Estimate {
  const [low, high] = wilson(count)
  return {
    value: figure('ratio', [
      {
        code: 'gridCover',
        formula: '{hits} ÷ {points}',
        operands: { hits: operand(count.hits, 'count'), points: operand(count.points, 'count') },
        result: operand(count.hits / count.points, 'ratio'),
        source: 'person',
      },
    ]),
    low,
    high,
  }
}

/** Half a hit where there was none: a logarithm needs one. */
const share = ({ hits, points }: GridCount): number => Math.max(hits, 0.5) / points
const logVariance = (count: GridCount): number => (1 - share(count)) / (count.points * share(count))

/** How control was worked out. */
type ControlMethod = 'abbott' | 'hendersonTilton' | 'beforeAfter'
export interface Control extends Estimate {
  method: ControlMethod
}

/**
 * Control against the untreated patch: Henderson & Tilton 1955 (J. Econ. Entomol. 48:157) where both were counted before,
 * Abbott 1925 (J. Econ. Entomol. 18:265) where only after. Without a patch the cover before stands in for it, and what the
 * season did by itself is in it. The interval is the log ratio's, by the delta method. Nothing where nothing compares.
 */
export function computeControl(rating: Rating): Control | undefined {
  const { treated, treatedBefore, check, checkBefore } = rating
  const method: ControlMethod | undefined =
    check && checkBefore && treatedBefore
      ? 'hendersonTilton'
      : check
        ? 'abbott'
        : treatedBefore
          ? 'beforeAfter'
          : undefined
  if (!method) return undefined
  const over =
    method === 'beforeAfter' ? [treatedBefore!] : method === 'abbott' ? [check!] : [check!, treatedBefore!]
  const under = method === 'hendersonTilton' ? [treated, checkBefore!] : [treated]
  // Nothing on the untreated patch, or nothing there before: there was nothing to control.
  if (over.some((c) => c.hits === 0)) return undefined
  const plain = (c: GridCount) => c.hits / c.points
  const product = (counts: GridCount[]) => counts.reduce((p, c) => p * plain(c), 1)
  const value = 1 - product(under) / product(over)
  const centre = Math.log(under.reduce((p, c) => p * share(c), 1) / over.reduce((p, c) => p * share(c), 1))
  const spread = z * Math.sqrt([...under, ...over].reduce((v, c) => v + logVariance(c), 0))
  const names = {
    abbott: ['ta', 'ca'],
    beforeAfter: ['ta', 'tb'],
    hendersonTilton: ['ta', 'cb', 'ca', 'tb'],
  }[method]
  const counted =
    method === 'hendersonTilton' ? [treated, checkBefore!, check!, treatedBefore!] : [treated, over[0]!]
  return {
    method,
    value: figure('ratio', [
      {
        code: `control.${method}`,
        formula:
          method === 'hendersonTilton' ? '1 − ({ta} × {cb}) ÷ ({ca} × {tb})' : `1 − {ta} ÷ {${names[1]}}`,
        operands: Object.fromEntries(names.map((name, i) => [name, operand(plain(counted[i]!), 'ratio')])),
        result: operand(value, 'ratio'),
        source:
          method === 'abbott'
            ? 'abbott1925'
            : method === 'hendersonTilton'
              ? 'hendersonTilton1955'
              : 'person',
      },
    ]),
    low: Math.min(value, 1 - Math.exp(centre + spread)),
    high: Math.max(value, 1 - Math.exp(centre - spread)),
  }
}

/** What is wrong with a rating before it is kept. */
export function checkRating(rating: Rating): Refusal[] {
  const refusals: Refusal[] = []
  for (const field of ['treated', 'treatedBefore', 'check', 'checkBefore'] as const) {
    const count = rating[field]
    if (!count) continue
    if (!Number.isInteger(count.points) || count.points < leastPoints)
      refusals.push({ code: 'gridPoints', field, params: { given: count.points, least: leastPoints } })
    else if (!Number.isInteger(count.hits) || count.hits < 0 || count.hits > count.points)
      refusals.push({ code: 'gridHits', field, params: { given: count.hits, points: count.points } })
  }
  if (rating.checkBefore && !rating.check) refusals.push({ code: 'checkMissing', field: 'check', params: {} })
  if (!(rating.injury >= 0 && rating.injury <= 10))
    refusals.push({ code: 'injuryRange', field: 'injury', params: { given: rating.injury } })
  return refusals
}

/** Share of control from which a pass has worked, and under which it has failed. Judgement of the trade. */
const verdictShares = { worked: 0.8, failed: 0.5 } as const
export type Verdict = 'worked' | 'partly' | 'failed'

/** Whether a pass worked, by its control; refused where the rating compares with nothing. */
export function judgeRating(rating: Rating): Outcome<{ verdict: Verdict; control: Control }> {
  const control = computeControl(rating)
  if (!control) return refused({ code: 'nothingToCompare', field: 'check', params: {} })
  const { value } = control.value
  const verdict =
    value >= verdictShares.worked ? 'worked' : value < verdictShares.failed ? 'failed' : 'partly'
  return accepted({ verdict, control })
}
