import { Bench } from 'tinybench'
import { almanac } from '@jardinero/almanac'
import { computeCalibration, computeMix } from '@jardinero/core/bench'
import { addDays, parseConversion } from '@jardinero/core/quantity'
import { computeTiming, type ProbeReading } from '@jardinero/core/soil'
import { computeArea, type Section } from '@jardinero/core/yard'

/** Every calculator on an input of ordinary size; the goal is under 1 ms each. */
const sections: Section[] = Array.from({ length: 8 }, (_, i) => ({
  name: `${i}`,
  kind: i % 2 ? 'trapezoid' : 'offsets',
  lengthsFt: i % 2 ? [30, 40, 50] : [5, 4, 6, 8, 7, 6, 5],
  deduction: false,
}))
const places = [
  { id: 'm', name: 'Middle', kind: 'middle' },
  { id: 'e', name: 'Edge', kind: 'edge' },
  { id: 'w', name: 'Wall', kind: 'edge' },
] as const
const readings: ProbeReading[] = Array.from({ length: 120 }, (_, i) => ({
  placeId: places[i % 3]!.id,
  day: addDays('2026-01-15', Math.floor(i / 3)),
  hour: 10,
  depthCm: 5,
  temperatureC: 2 + i / 12,
}))
const { rules } = almanac.sampleLabels[0]!

export async function benchCalculators(): Promise<void> {
  const bench = new Bench({ time: 300, warmupTime: 100 })
  bench
    .add('convert', () => parseConversion(1, 'lb/acre', 'g/1000ft2'))
    .add('area of 8 sections', () => computeArea(sections))
    .add('calibration of 3 runs', () =>
      computeCalibration([1.2, 1.25, 1.3].map((volumeGal) => ({ areaSqFt: 1000, volumeGal, seconds: 230 }))),
    )
    .add('timing, 3 places, 120 readings', () =>
      computeTiming({
        day: '2026-02-25',
        hemisphere: 'northern',
        school: 'edgeLed',
        places: [...places],
        readings,
      }),
    )
    .add('mix of 12 loads', () =>
      computeMix({
        rules,
        turf: 'tallFescue',
        state: 'growing',
        rate: { value: 0.4, unit: 'oz/1000ft2' },
        carrierVolume: { value: 1.25, unit: 'gal/1000ft2' },
        day: '2026-03-10',
        passes: [],
        areaSqFt: 38_000,
        capacityGal: 4,
        loadPlan: 'fullThenRemainder',
        tool: 'scaleHundredthOz',
      }),
    )
  await bench.run()
  console.log('\nCalculators (goal: each under 1 ms)')
  for (const { name, result } of bench.tasks)
    if (result.state === 'completed')
      console.log(
        `  ${name.padEnd(34)} ${result.latency.mean.toFixed(4)} ms mean, ${result.latency.p99.toFixed(4)} ms p99`,
      )
}
