import type { Trend } from './heat/crossing.ts'
import {
  resolveMarker,
  type MarkerSource,
  type ParameterValues,
  type PassRule,
  type TimingSchool,
  type TimingVerdict,
} from './schools/index.ts'

/** One, five and nine of ten members, days from today; none where so many do not come to it. */
export interface DaySpread {
  p10?: number
  p50?: number
  p90?: number
  /** Share of members in which it has come by the day one stands on. */
  come: number
}

/** One pass of a school on this lawn: what to do, and when. Days from today. */
export interface PassWindow {
  pass: PassRule['id']
  share: number
  season: Trend
  verdict: TimingVerdict
  opens: DaySpread
  closes: DaySpread
  /** Go from… to…: from when it is as likely open as not, until one season in ten would have closed. */
  from?: number
  to?: number
  /** After it, it is more likely late than not. */
  latest?: number
}

/** @param standing the day one stands on, days from today */
export function spreadDays(days: number[], standing = 0): DaySpread {
  const known = days.filter((d) => !Number.isNaN(d)).sort((a, b) => a - b)
  const by = (share: number): number | undefined => {
    const day = known[Math.ceil(share * days.length) - 1]
    return day === undefined || !Number.isFinite(day) ? undefined : day
  }
  const [p10, p50, p90] = [by(0.1), by(0.5), by(0.9)]
  return {
    ...(p10 !== undefined && { p10 }),
    ...(p50 !== undefined && { p50 }),
    ...(p90 !== undefined && { p90 }),
    come: known.filter((d) => d <= standing).length / Math.max(1, days.length),
  }
}

const half = 0.5

interface PassDays {
  opens: number[]
  closes: number[]
  standing: number
}

function judge(rule: PassRule, values: ParameterValues, source: MarkerSource, days: PassDays): TimingVerdict {
  const come = (marker: number[]) => spreadDays(marker, days.standing).come >= half
  const over = rule.over ? resolveMarker(rule.over, values, source, rule.season) : days.closes
  if (come(over)) return 'late'
  if (
    rule.edgeCloses &&
    source.has('edge') &&
    come(resolveMarker(rule.edgeCloses, values, source, rule.season))
  )
    return 'lateAtEdge'
  if (rule.over && come(days.closes)) return 'late'
  return come(days.opens) ? 'go' : 'wait'
}

/** One pass as the source sees it. */
function computePass(
  rule: PassRule,
  values: ParameterValues,
  source: MarkerSource,
  standing = 0,
): PassWindow {
  const opens = resolveMarker(rule.opens, values, source, rule.season)
  const closes = resolveMarker(rule.closes, values, source, rule.season)
  const [opening, closing] = [spreadDays(opens, standing), spreadDays(closes, standing)]
  const from = opening.p50
  const to = closing.p10 === undefined || from === undefined ? undefined : Math.max(from, closing.p10 - 1)
  const latest = closing.p50 === undefined || to === undefined ? undefined : Math.max(to, closing.p50 - 1)
  return {
    pass: rule.id,
    share: rule.share,
    season: rule.season,
    verdict: judge(rule, values, source, { opens, closes, standing }),
    opens: opening,
    closes: closing,
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
    ...(latest !== undefined && { latest }),
  }
}

/** Every pass of a school. @param standing the day one stands on, days from today */
export const computeWindows = (
  school: TimingSchool,
  values: ParameterValues,
  source: MarkerSource,
  standing = 0,
): PassWindow[] => school.passes.map((rule) => computePass(rule, values, source, standing))

/** The pass that is next: the first that is not over, or the last. */
export function nextPass<P extends { verdict: TimingVerdict }>(passes: P[]): P {
  const next = passes.find((p) => p.verdict !== 'late') ?? passes.at(-1)
  if (!next) throw new RangeError('a school without a pass')
  return next
}
