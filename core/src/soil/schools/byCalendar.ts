import { dayInYear, weeks, type PassRule, type TimingSchool } from './school.ts'

const pass = (id: PassRule['id'], parameter: string): PassRule => ({
  id,
  share: 0.25,
  season: 'rising',
  opens: { kind: 'calendar', parameter },
  closes: { kind: 'after', marker: { kind: 'calendar', parameter }, parameter: 'open' },
})

/** Four times a year by the calendar, for lawns that never go dormant; days of the year as in the north. */
export const byCalendar: TimingSchool = {
  id: 'byCalendar',
  parameters: {
    first: dayInYear(41, 1, 365),
    second: dayInYear(130, 1, 365),
    third: dayInYear(220, 1, 365),
    fourth: dayInYear(310, 1, 365),
    open: weeks(3, 1, 6),
  },
  passes: [
    pass('first', 'first'),
    pass('second', 'second'),
    pass('third', 'third'),
    pass('fourth', 'fourth'),
  ],
}
