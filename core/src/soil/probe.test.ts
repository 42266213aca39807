import { describe, expect, it, test } from 'vitest'
import { drawNormal, seededRandom } from '../quantity/index.ts'
import { computeSettling, parseProbeLine, type ProbeSample } from './probe.ts'

describe('a line of a probe', () => {
  test.each([
    ['JARDINERO-PROBE 1 red handle', { kind: 'hello', name: 'red handle' }],
    ['T 12.5 46.40 F', { kind: 'sample', sample: { atS: 12.5, temperatureC: expect.closeTo(8, 9) } }],
    ['T 3 -1.2 C\r', { kind: 'sample', sample: { atS: 3, temperatureC: -1.2 } }],
    ['E battery low', { kind: 'fault', text: 'battery low' }],
    ['T 3 warm C', { kind: 'other' }],
    ['T 3 8.2', { kind: 'other' }],
    ['x'.repeat(5000), { kind: 'other' }],
    ['', { kind: 'other' }],
  ])('%s', (line, parsed) => expect(parseProbeLine(line)).toEqual(parsed))
})

describe('the needle', () => {
  /** From a warm pocket into ground of 8 °C, a sample each second, with a little noise. */
  const run = (seconds: number, settlingS = 15, noise = 0.02): ProbeSample[] => {
    const random = seededRandom(4)
    return Array.from({ length: seconds }, (_, s) => ({
      atS: s,
      temperatureC: 8 + 13 * Math.exp(-s / settlingS) + noise * drawNormal(random),
    }))
  }
  it('has settled when it stands still, and not a moment before', () => {
    const all = run(240)
    const first = all.findIndex((_, i) => computeSettling(all.slice(0, i + 1))?.settled)
    expect(first).toBeGreaterThan(55)
    expect(first).toBeLessThan(120)
    expect(Math.abs(computeSettling(all.slice(0, first + 1))!.temperatureC - 8)).toBeLessThan(0.3)
  })
  it('is patient with a slow one, and with silence', () => {
    expect(computeSettling(run(90, 60))!.settled).toBe(false)
    expect(computeSettling(run(5))!.settled).toBe(false)
    expect(computeSettling([])).toBeUndefined()
    expect(computeSettling([{ atS: 1, temperatureC: 20 }])!.settled).toBe(false)
  })
  it('is seen to be heading lower while it falls', () => {
    const { headingC, temperatureC } = computeSettling(run(26, 15, 0))!
    expect(headingC!).toBeLessThan(temperatureC)
    expect(Math.abs(headingC! - 8)).toBeLessThan(1)
  })
})
