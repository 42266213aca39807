import type { LabelRules } from './label.ts'

/** Hours that a spray usually takes to dry. Estimate; the label's own hours count beside it. */
export const usualDryingHours = 3
const hourMs = 3_600_000

/** How long people and pets keep off after a pass. */
export interface ReentryInterval {
  /** The longer of what the labels state and, where one says "until dry", the time that drying usually takes. */
  hours: number
  /** The longest that a label states, hours; 0 where none does. */
  stated: number
  /** A label says "until dry". */
  untilDry: boolean
}

/**
 * The re-entry interval of everything that goes down in one pass. Source: the labels; drying is an estimate.
 * @example computeReentryInterval([{ keepOff: { hours: 12, untilDry: false } }, { keepOff: { hours: 0, untilDry: true } }])
 * // → { hours: 12, stated: 12, untilDry: true }
 */
export function computeReentryInterval(labels: Pick<LabelRules, 'keepOff'>[]): ReentryInterval {
  const stated = Math.max(0, ...labels.map((l) => l.keepOff.hours))
  const untilDry = labels.some((l) => l.keepOff.untilDry)
  return { hours: Math.max(stated, untilDry ? usualDryingHours : 0), stated, untilDry }
}

/**
 * When people and pets may be on it again: the re-entry interval from the end of the application. The only place where it is
 * worked out: record, CSV, PDF, calendar and the clock in the field ask here.
 * @param endedAt instant, ISO 8601
 */
export function computeReentry(
  labels: Pick<LabelRules, 'keepOff'>[],
  endedAt: string,
): ReentryInterval & { at: string } {
  const interval = computeReentryInterval(labels)
  return { ...interval, at: new Date(Date.parse(endedAt) + interval.hours * hourMs).toISOString() }
}
