import { fahrenheit, type TimingSchool } from './school.ts'

/** Half at about 50 °F, half at about 65 °F: the second also meets the sedges, so a second mode of action goes with it. */
export const halvesByTemperature: TimingSchool = {
  id: 'halvesByTemperature',
  parameters: {
    firstOpens: fahrenheit(50, 45, 53),
    firstCloses: fahrenheit(55, 52, 60),
    secondOpens: fahrenheit(65, 60, 68),
    secondCloses: fahrenheit(70, 66, 74),
  },
  passes: [
    {
      id: 'first',
      share: 0.5,
      season: 'rising',
      opens: { kind: 'soil', at: 'edge', parameter: 'firstOpens', trend: 'rising' },
      closes: { kind: 'soil', at: 'edge', parameter: 'firstCloses', trend: 'rising' },
      edgeCloses: { kind: 'soil', at: 'edge', parameter: 'firstCloses', trend: 'rising' },
      over: { kind: 'soil', at: 'middle', parameter: 'firstCloses', trend: 'rising' },
    },
    {
      id: 'second',
      share: 0.5,
      season: 'rising',
      opens: { kind: 'soil', at: 'middle', parameter: 'secondOpens', trend: 'rising' },
      closes: { kind: 'soil', at: 'middle', parameter: 'secondCloses', trend: 'rising' },
    },
  ],
}
