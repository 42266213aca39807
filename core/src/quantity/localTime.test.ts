import { describe, expect, test } from 'vitest'
import { clockIn, dayIn, hourIn, instantAt } from './localTime.ts'

describe('local time of the yard', () => {
  test.each([
    ['2026-03-01T03:30:00.000Z', 'America/New_York', '2026-02-28', '22:30'],
    ['2026-03-08T07:30:00.000Z', 'America/New_York', '2026-03-08', '03:30'],
    ['2026-03-08T06:30:00.000Z', 'America/New_York', '2026-03-08', '01:30'],
    ['2026-02-28T14:15:00.000Z', 'Australia/Sydney', '2026-03-01', '01:15'],
    ['2026-07-01T12:00:00.000Z', 'UTC', '2026-07-01', '12:00'],
  ])('%s in %s is %s %s, and back', (instant, zone, day, clock) => {
    expect([dayIn(instant, zone), clockIn(instant, zone)]).toEqual([day, clock])
    expect(instantAt(day, clock, zone)).toBe(instant)
    const [h, m] = clock.split(':').map(Number) as [number, number]
    expect(hourIn(instant, zone)).toBeCloseTo(h + m / 60, 9)
  })
  test('a time that the change to summer skips moves on by the hour', () => {
    expect(instantAt('2026-03-08', '02:30', 'America/New_York')).toBe('2026-03-08T07:30:00.000Z')
  })
})
