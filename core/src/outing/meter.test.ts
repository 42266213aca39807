import { describe, expect, it } from 'vitest'
import { compassPoint, parseMeterLine, readWind } from './index.ts'

describe('the wind meter', () => {
  it.each([
    ['JARDINERO-METER 1 vane', { kind: 'hello', name: 'vane' }],
    ['V 1.5 4.2 mph 225', { kind: 'sample', sample: { atS: 1.5, mph: 4.2, fromDegrees: 225 } }],
    ['V 2 3 mph', { kind: 'sample', sample: { atS: 2, mph: 3 } }],
    ['E cup stuck', { kind: 'fault', text: 'cup stuck' }],
    ['V 2 -3 mph', { kind: 'other' }],
    ['V 2 3 knots', { kind: 'other' }],
    ['V 2 3 mph 361', { kind: 'other' }],
    ['', { kind: 'other' }],
  ])('says %s', (line, said) => expect(parseMeterLine(line)).toEqual(said))
  it('speaks any of the three units', () => {
    const parsed = parseMeterLine('V 1 2 m/s')
    expect(parsed.kind === 'sample' && parsed.sample.mph).toBeCloseTo(4.4739, 4)
  })
  it('is read over its last twenty seconds, its vane around north too', () => {
    const at = (atS: number, mph: number, fromDegrees: number) => ({ atS, mph, fromDegrees })
    const wind = readWind([at(0, 30, 90), at(30, 4, 350), at(35, 6, 10), at(40, 5, 5)])!
    expect(wind).toMatchObject({ mph: 5, gustMph: 6, from: 'N' })
    expect(readWind([])).toBeUndefined()
    expect(readWind([{ atS: 1, mph: 2 }])!.from).toBe('')
    expect([0, 44, 45, 337, 338].map(compassPoint)).toEqual(['N', 'NE', 'NE', 'NW', 'N'])
  })
})
