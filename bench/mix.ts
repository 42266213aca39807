import { performance } from 'node:perf_hooks'
import { almanac } from '@jardinero/almanac'
import { computeTank, mostGrounds, mostProducts, usualTools, type TankRequest } from '@jardinero/core/bench'
import { seededRandom } from '@jardinero/core/quantity'

const sprayed = almanac.sampleLabels.flatMap(({ rules }) => {
  const rate = rules.uses.find((u) => u.turf.includes('tallFescue'))?.rate
  return rate && rules.formulation !== 'GR' ? [{ rules, rate: { value: rate.min, unit: rate.unit } }] : []
})

/** As many products over as many lawns as a tank takes, drawn anew each time. */
function requestOf(seed: number, products: number, lawns: number): TankRequest {
  const random = seededRandom(seed)
  const drawn = new Set<(typeof sprayed)[number]>()
  while (drawn.size < products) drawn.add(sprayed[Math.floor(random() * sprayed.length)]!)
  return {
    day: '2026-05-01',
    grounds: Array.from({ length: lawns }, (_, i) => ({
      id: `g${i}`,
      name: `Lawn ${i + 1}`,
      turf: 'tallFescue',
      state: 'growing',
      areaSqFt: 2000 + Math.floor(8000 * random()),
      mode: 'broadcast',
      passes: [],
    })),
    products: [...drawn],
    carrierVolume: { value: 1, unit: 'gal/1000ft2' },
    capacityGal: 100,
    loadPlan: 'fullThenRemainder',
    tools: usualTools,
    actives: almanac.actives,
  }
}

/** What a mix costs: mixed or refused, it is answered while one types. */
export function benchMix(): void {
  console.log('\nBench')
  for (const lawns of [14, mostGrounds]) {
    const times: number[] = []
    let mixed = 0
    for (let seed = 1; seed <= 600; seed++) {
      const request = requestOf(seed, 1 + (seed % mostProducts), lawns)
      const started = performance.now()
      if (computeTank(request).ok) mixed++
      times.push(performance.now() - started)
    }
    const sorted = times.slice(50).toSorted((a, b) => a - b)
    const at = (share: number) => sorted[Math.floor((sorted.length - 1) * share)]!.toFixed(2)
    console.log(
      `  tank of up to ${mostProducts} products over ${lawns} lawns: median ${at(0.5)} ms, 95 in 100 under ${at(0.95)} ms, most ${at(1)} ms (goal < 5); ${mixed} of 600 mixed, the others refused`,
    )
  }
}
