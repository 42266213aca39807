import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '@jardinero/core/quantity'
import { ribbonHeight, ribbonScale, ribbonSpan } from './ribbonScale.ts'

describe('the ribbon', () => {
  it('shows the year, and eight weeks on a phone', () => {
    expect(ribbonSpan('2026-02-28', false)).toEqual(['2026-01-01', '2026-12-31'])
    expect(ribbonSpan('2026-02-28', true)).toEqual(['2026-01-31', '2026-03-28'])
  })
  it('finds every day again from where it is drawn', () => {
    const scale = ribbonScale(['2028-01-01', '2028-12-31'], 8, 1180)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 365 }), (n) => {
        const day = addDays('2028-01-01', n)
        expect(scale.dayAt(scale.x(day))).toBe(day)
      }),
    )
    expect(scale.months).toHaveLength(12)
  })
  it('never leaves its ends', () => {
    const scale = ribbonScale(['2026-01-01', '2026-12-31'], 8, 1180)
    expect([scale.dayAt(-500), scale.dayAt(9999)]).toEqual(['2026-01-01', '2026-12-31'])
    expect(scale.clampDay('2031-05-05')).toBe('2026-12-31')
    expect([scale.inside('2025-12-31'), scale.inside('2026-06-01')]).toEqual([false, true])
  })
  it('is as high as the season’s thresholds need, and higher for hotter soil', () => {
    expect(ribbonHeight([], 10, 60)(22)).toBe(10)
    expect(ribbonHeight([40, -5], 10, 60).domain()).toEqual([-5, 40])
  })
})
