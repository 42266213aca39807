import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { convert } from '../quantity/index.ts'
import { computeSheet, type LabelRules } from './index.ts'

const labelWith = (min: number, max: number): LabelRules => ({
  name: 'Sample',
  sample: true,
  formulation: 'SC',
  actives: [],
  uses: [{ turf: ['tallFescue'], purpose: 'postEmergent', rate: { min, max, unit: 'floz/1000ft2' } }],
  keepOff: { untilDry: true, hours: 0 },
  gear: [],
  signalWord: 'none',
  restrictedUse: false,
})

describe('rates on the sheet', () => {
  it('never leave the label’s range, whatever unit they are printed in', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 50, noNaN: true }),
        fc.double({ min: 1, max: 5, noNaN: true }),
        (min, times) => {
          const max = min * times
          const [row] = computeSheet([labelWith(min, max)], [], { turf: ['tallFescue'] })
          for (const printed of [row!.spot, row!.broadcast, row!.metric]) {
            expect(convert(printed.max, printed.unit, 'floz/1000ft2')).toBeLessThanOrEqual(max * (1 + 1e-9))
            expect(printed.max).toBeGreaterThanOrEqual(printed.min)
            // Within one unit of the third digit.
            expect(convert(printed.max, printed.unit, 'floz/1000ft2')).toBeGreaterThan(max * 0.989)
          }
        },
      ),
      { numRuns: 300, seed: 9 },
    )
  })
  it('leave out lines of directions for other turf, and what is no herbicide', () => {
    const labels = [labelWith(1, 2), { ...labelWith(1, 2), kind: 'dye' as const }]
    expect(computeSheet(labels, [], { turf: ['zoysiagrass'] })).toEqual([])
    expect(computeSheet(labels, [], { turf: ['tallFescue', 'zoysiagrass'] })).toMatchObject([
      { turf: { tallFescue: 'safe', zoysiagrass: 'no' } },
    ])
  })
})
