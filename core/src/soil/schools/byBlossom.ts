import { fahrenheit, weeks, type TimingSchool } from './school.ts'

/** Go when the early yellow shrubs bloom, and be done before they drop their petals. */
export const byBlossom: TimingSchool = {
  id: 'byBlossom',
  parameters: { petals: weeks(2, 1, 4), closes: fahrenheit(57, 54, 60) },
  passes: [
    {
      id: 'only',
      share: 1,
      season: 'rising',
      opens: { kind: 'sign', sign: 'blossom' },
      closes: { kind: 'after', marker: { kind: 'sign', sign: 'blossom' }, parameter: 'petals' },
      over: { kind: 'soil', at: 'middle', parameter: 'closes', trend: 'rising' },
    },
  ],
}
