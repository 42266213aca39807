import type { Timing } from '@jardinero/core/soil'

/** The thresholds that decide now: the one for a middle without an edge only where no edge is read. */
export function shownThresholds({ thresholdsC, places }: Timing): { name: string; c: number }[] {
  const edgeRead = places.some((p) => p.place.kind === 'edge' && p.fiveDayMean)
  const idle = edgeRead ? 'middleOpens' : 'edgeOpens'
  return Object.entries(thresholdsC)
    .filter(([name]) => name !== idle)
    .map(([name, c]) => ({ name, c }))
}
