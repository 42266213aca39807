import { fahrenheit, type TimingSchool } from './school.ts'

/** Go when the middle is still in the upper 40s, since the edges are already at 50 °F. */
export const edgeLed: TimingSchool = {
  id: 'edgeLed',
  parameters: {
    edgeOpens: fahrenheit(50, 45, 53),
    middleOpens: fahrenheit(47, 44, 50),
    closes: fahrenheit(55, 52, 58),
  },
  passes: [
    {
      id: 'only',
      share: 1,
      season: 'rising',
      opens: {
        kind: 'soil',
        at: 'edge',
        parameter: 'edgeOpens',
        withoutEdge: 'middleOpens',
        trend: 'rising',
      },
      closes: { kind: 'soil', at: 'edge', parameter: 'closes', trend: 'rising' },
      edgeCloses: { kind: 'soil', at: 'edge', parameter: 'closes', trend: 'rising' },
      over: { kind: 'soil', at: 'middle', parameter: 'closes', trend: 'rising' },
    },
  ],
}
