import { fahrenheit, type TimingSchool } from './school.ts'

/** A medium rate in cold soil, when almost nothing breaks down, and in early summer an active that also kills very young crabgrass. */
export const coldSoil: TimingSchool = {
  id: 'coldSoil',
  parameters: {
    coldOpens: fahrenheit(45, 40, 50),
    coldCloses: fahrenheit(45, 42, 50),
    summerOpens: fahrenheit(65, 60, 70),
    summerCloses: fahrenheit(72, 68, 78),
  },
  passes: [
    {
      id: 'first',
      share: 0.6,
      season: 'rising',
      opens: { kind: 'soil', at: 'middle', parameter: 'coldOpens', trend: 'falling' },
      closes: { kind: 'soil', at: 'edge', parameter: 'coldCloses', trend: 'rising' },
    },
    {
      id: 'second',
      share: 0.4,
      season: 'rising',
      opens: { kind: 'soil', at: 'middle', parameter: 'summerOpens', trend: 'rising' },
      closes: { kind: 'soil', at: 'middle', parameter: 'summerCloses', trend: 'rising' },
    },
  ],
}
