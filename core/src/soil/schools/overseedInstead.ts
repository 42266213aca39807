import { fahrenheit, type TimingSchool } from './school.ts'

/** No barrier at all: it would stop the wanted seed too. Overseed as the soil cools, so that the turf closes the gaps. */
export const overseedInstead: TimingSchool = {
  id: 'overseedInstead',
  parameters: { opens: fahrenheit(75, 68, 80), closes: fahrenheit(60, 52, 66) },
  passes: [
    {
      id: 'seed',
      share: 0,
      season: 'falling',
      opens: { kind: 'soil', at: 'middle', parameter: 'opens', trend: 'falling' },
      closes: { kind: 'soil', at: 'middle', parameter: 'closes', trend: 'falling' },
    },
  ],
}
