import { fahrenheit, type TimingSchool } from './school.ts'

/** One pass at the full rate, down before the open middle holds 55 °F. */
export const oneFullPass: TimingSchool = {
  id: 'oneFullPass',
  parameters: { opens: fahrenheit(50, 45, 53), closes: fahrenheit(55, 52, 58) },
  passes: [
    {
      id: 'only',
      share: 1,
      season: 'rising',
      opens: { kind: 'soil', at: 'middle', parameter: 'opens', trend: 'rising' },
      closes: { kind: 'soil', at: 'middle', parameter: 'closes', trend: 'rising' },
      edgeCloses: { kind: 'soil', at: 'edge', parameter: 'closes', trend: 'rising' },
    },
  ],
}
