import { createHash } from 'node:crypto'
import { instantAt } from '@jardinero/core/quantity'

/** Late winter, before the edges reach 50 °F. */
export const demoDay = '2026-02-28'
export const timeZone = 'America/New_York'

/** A fixed id for a thing of the demo, so that pictures and tests find it again. */
export function demoId(thing: string): string {
  const hex = createHash('sha256').update(`demo/${thing}`).digest('hex')
  return `0d3e${hex.slice(0, 4)}-${hex.slice(4, 8)}-4${hex.slice(9, 12)}-8${hex.slice(13, 16)}-${hex.slice(16, 28)}`
}

export const at = (day: string, hour: number) =>
  new Date(Date.parse(instantAt(day, '00:00', timeZone)) + Math.round(hour * 60) * 60_000).toISOString()

/** The places of the demo yard. */
export const places = [
  { zone: 'front', name: 'Front middle', kind: 'middle', section: null, side: null },
  { zone: 'front', name: 'Drive edge', kind: 'edge', section: 'Front lawn', side: 3 },
  { zone: 'front', name: 'Wet corner', kind: 'wet', section: null, side: null },
  { zone: 'front', name: 'Under the maple', kind: 'shade', section: null, side: null },
  { zone: 'strip', name: 'Strip middle', kind: 'middle', section: null, side: null },
  { zone: 'strip', name: 'South wall', kind: 'edge', section: 'Strip', side: 2 },
]
