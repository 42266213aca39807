import type { TimingSchool } from './school.ts'

const source = 'practice'

/** Go when the middle is still in the upper 40s, since the edges are already at 50 °F. */
export const edgeLed: TimingSchool = {
  id: 'edgeLed',
  parameters: {
    edgeOpens: { value: 50, unit: 'degF', least: 45, most: 53, source },
    middleOpens: { value: 47, unit: 'degF', least: 44, most: 50, source },
    closes: { value: 55, unit: 'degF', least: 52, most: 58, source },
  },
  judge: ({ edgeC, middleC }, t) => {
    if (middleC !== undefined && middleC >= t['closes']!) return 'late'
    if (edgeC !== undefined && edgeC >= t['closes']!) return 'lateAtEdge'
    if (edgeC !== undefined) return edgeC >= t['edgeOpens']! ? 'go' : 'wait'
    return middleC !== undefined && middleC >= t['middleOpens']! ? 'go' : 'wait'
  },
  window: ({ edgeC }) =>
    edgeC !== undefined
      ? { opens: { place: 'edge', parameter: 'edgeOpens' }, closes: { place: 'edge', parameter: 'closes' } }
      : {
          opens: { place: 'middle', parameter: 'middleOpens' },
          closes: { place: 'middle', parameter: 'closes' },
        },
}
