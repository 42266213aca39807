import { fahrenheit, weeks, type TimingSchool } from './school.ts'

const opens = { kind: 'soil', at: 'middle', parameter: 'opens', trend: 'falling' } as const

/** For winter annuals: a long pass as the soil falls below 70 °F and before the cold snap, and a second 8 to 12 weeks on. */
export const autumn: TimingSchool = {
  id: 'autumn',
  parameters: {
    opens: fahrenheit(72, 66, 78),
    closes: fahrenheit(66, 58, 70),
    leastWeeks: weeks(8, 6, 10),
    mostWeeks: weeks(12, 9, 16),
  },
  passes: [
    {
      id: 'first',
      share: 0.6,
      season: 'falling',
      opens,
      closes: { kind: 'soil', at: 'middle', parameter: 'closes', trend: 'falling' },
      over: { kind: 'sign', sign: 'coldSnap' },
    },
    {
      id: 'second',
      share: 0.4,
      season: 'falling',
      opens: { kind: 'after', marker: opens, parameter: 'leastWeeks' },
      closes: { kind: 'after', marker: opens, parameter: 'mostWeeks' },
    },
  ],
}
