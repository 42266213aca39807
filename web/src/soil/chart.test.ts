import { describe, expect, it } from 'vitest'
import { addDays, convert } from '@jardinero/core/quantity'
import { computeTiming, type ProbeReading } from '@jardinero/core/soil'
import { chartScales, chartSpan, placeLines, temperatureTicks } from './chart.ts'

const day = '2026-02-28'
const middle = { id: 'm', name: 'Middle', kind: 'middle' } as const
const edge = { id: 'e', name: 'Edge', kind: 'edge' } as const
const readings: ProbeReading[] = [0, 3, 6, 40, 60].map((before) => ({
  placeId: 'm',
  day: addDays(day, -before),
  hour: 10,
  depthCm: 5,
  temperatureC: 8 - before / 10,
}))

describe('the chart of readings', () => {
  it('reaches six weeks back and three on', () =>
    expect(chartSpan(day)).toEqual(['2026-01-17', '2026-03-21']))
  it('has a dot a reading inside it, and five-day means only where something was read', () => {
    const [line] = placeLines([middle], [...readings, { ...readings[0]!, depthCm: 30 }], chartSpan(day), day)
    expect(line!.dots).toHaveLength(4)
    expect(line!.means.every((m) => m.at.toISOString().slice(0, 10) <= day)).toBe(true)
    expect(line!.means.map((m) => m.at.toISOString().slice(0, 10))).toContain('2026-01-19')
    expect(line!.means.map((m) => m.at.toISOString().slice(0, 10))).not.toContain('2026-02-10')
  })
  it('holds every dot and threshold inside its scales', () => {
    const lines = placeLines([middle], readings, chartSpan(day), day)
    const { x, y } = chartScales(lines, [10, 12.8], chartSpan(day), 800, 360)
    for (const dot of lines[0]!.dots) {
      expect(x(dot.at)).toBeGreaterThanOrEqual(44)
      expect(y(dot.temperatureC)).toBeLessThanOrEqual(334)
    }
    expect(y(12.8)).toBeGreaterThan(12)
  })
  it('ticks in round degrees of the reader', () => {
    const ticks = temperatureTicks([0, 15], 'F').map((c) => Math.round(convert(c, 'degC', 'degF')))
    expect(ticks).toEqual([35, 40, 45, 50, 55])
    expect(temperatureTicks([0, 7], 'C')).toEqual([0, 2, 4, 6])
  })
})

describe('the thresholds shown', () => {
  const names = (places: (typeof middle | typeof edge)[], rs: ProbeReading[]) => {
    const timing = computeTiming({ day, hemisphere: 'northern', school: 'edgeLed', places, readings: rs })
    return timing.ok ? timing.value.watched.map((t) => t.parameter) : []
  }
  it('are the edge’s where an edge is read, else the middle’s', () => {
    expect(names([middle, edge], [...readings, { ...readings[0]!, placeId: 'e' }])).toEqual([
      'edgeOpens',
      'closes',
    ])
    expect(names([middle], readings)).toEqual(['middleOpens', 'closes'])
  })
})
