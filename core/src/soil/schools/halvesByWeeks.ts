import { fahrenheit, weeks, type TimingSchool } from './school.ts'

const early = { kind: 'soil', at: 'edge', parameter: 'early', trend: 'rising' } as const

/** Half as early as the season allows, half five to eight weeks later: the same total lasts longer, and catches what the first missed. */
export const halvesByWeeks: TimingSchool = {
  id: 'halvesByWeeks',
  parameters: {
    early: fahrenheit(45, 40, 50),
    closes: fahrenheit(55, 50, 58),
    leastWeeks: weeks(5, 3, 8),
    mostWeeks: weeks(8, 5, 12),
  },
  passes: [
    {
      id: 'first',
      share: 0.5,
      season: 'rising',
      opens: early,
      closes: { kind: 'soil', at: 'edge', parameter: 'closes', trend: 'rising' },
      edgeCloses: { kind: 'soil', at: 'edge', parameter: 'closes', trend: 'rising' },
      over: { kind: 'soil', at: 'middle', parameter: 'closes', trend: 'rising' },
    },
    {
      id: 'second',
      share: 0.5,
      season: 'rising',
      opens: { kind: 'after', marker: early, parameter: 'leastWeeks' },
      closes: { kind: 'after', marker: early, parameter: 'mostWeeks' },
    },
  ],
}
