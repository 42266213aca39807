import type { TimingSchool } from './school.ts'

/** One pass at the full rate, down before the open middle holds 55 °F. */
export const oneFullPass: TimingSchool = {
  id: 'oneFullPass',
  parameters: {
    opens: { value: 50, unit: 'degF', least: 45, most: 53, source: 'practice' },
    closes: { value: 55, unit: 'degF', least: 52, most: 58, source: 'practice' },
  },
  judge: ({ edgeC, middleC }, t) => {
    const led = middleC ?? edgeC
    if (led === undefined) return 'wait'
    if (led >= t['closes']!) return 'late'
    if (edgeC !== undefined && edgeC >= t['closes']!) return 'lateAtEdge'
    return led >= t['opens']! ? 'go' : 'wait'
  },
  window: ({ middleC }) => {
    const place = middleC === undefined ? 'edge' : 'middle'
    return { opens: { place, parameter: 'opens' }, closes: { place, parameter: 'closes' } }
  },
}
