import { describe, expect, it } from 'vitest'
import { lengthAt } from './lengths.ts'

const use = {
  rate: { min: 0.24, max: 0.55, unit: 'oz/1000ft2' as const },
  lengths: [
    { min: 0.24, max: 0.3, leastDays: 60, mostDays: 90 },
    { min: 0.4, max: 0.4, leastDays: 90, mostDays: 120 },
    { min: 0.55, max: 0.55, leastDays: 120, mostDays: 180 },
  ],
}
const at = (value: number) => lengthAt(use, { value, unit: 'oz/1000ft2' })

describe('the label’s own table', () => {
  it('says how long a rate of one of its lines lasts', () => {
    expect(at(0.3)).toEqual({ leastDays: 60, mostDays: 90 })
    expect(at(0.55)).toEqual({ leastDays: 120, mostDays: 180 })
  })
  it('between two lines by the share of the way', () => {
    expect(at(0.35)!.leastDays).toBeCloseTo(75)
    expect(at(0.35)!.mostDays).toBeCloseTo(105)
  })
  it('nothing of less than its first line, and no more over its last', () => {
    expect(at(0.2)).toBeUndefined()
    expect(at(0.7)).toEqual({ leastDays: 120, mostDays: 180 })
  })
  it('in whichever unit the rate is asked', () => {
    expect(lengthAt(use, { value: 0.4 * 43.56, unit: 'oz/acre' })).toEqual({ leastDays: 90, mostDays: 120 })
    expect(lengthAt(use, { value: 1, unit: 'floz/1000ft2' })).toBeUndefined()
  })
  it('a label without one says nothing', () => {
    expect(lengthAt({ rate: use.rate }, { value: 0.3, unit: 'oz/1000ft2' })).toBeUndefined()
  })
})
