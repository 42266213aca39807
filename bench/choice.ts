import { performance } from 'node:perf_hooks'
import { almanac, plantAlmanac } from '@jardinero/almanac'
import { seededRandom } from '@jardinero/core/quantity'
import { plantStages, type RankedAct } from '@jardinero/core/scout'
import { chooseProducts, usualSituation, type ChoiceRequest } from '@jardinero/core/shelf'

const spray: RankedAct[] = [{ act: 'spot', rank: 0.7, because: 'scattered', params: {} }]
const weedsOfLawns = plantAlmanac.plants.filter((p) => p.roles.includes('weed') && p.group !== 'moss')

/** Twelve weeds of a lawn at random stages, every sample label owned: the largest question the Shelf answers. */
function questionOf(seed: number, turf: string): ChoiceRequest {
  const random = seededRandom(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const drawn = new Set<(typeof weedsOfLawns)[number]>()
  while (drawn.size < 12) drawn.add(pick(weedsOfLawns))
  return {
    day: '2026-06-10',
    grounds: [{ id: 'g', name: 'Lawn', turf, state: 'growing', areaSqFt: 8000, passes: [] }],
    neighbours: [{ name: 'Strip', turf: 'zoysiagrass', state: 'growing' }],
    weeds: [...drawn].map((p) => ({
      plant: p.code,
      group: p.group,
      groundId: 'g',
      stage: pick(plantStages),
      tillers: null,
      acts: spray,
    })),
    products: almanac.sampleLabels.map(({ code, rules }) => ({ id: code, rules, source: 'owned' as const })),
    actives: almanac.actives,
    outlook: Array.from({ length: 7 }, (_, i) => ({ day: `2026-06-${10 + i}`, highC: 26, lowC: 15 })),
    situation: { ...usualSituation, licensed: true, site: 'sod' },
  }
}

/** What a choice costs, over random lawns: the interface answers it while one types. */
export function benchChoice(): void {
  const times: number[] = []
  let covered = 0
  for (const turf of ['tallFescue', 'bermudagrass', 'stAugustinegrass', 'kentuckyBluegrass'])
    for (let seed = 1; seed <= 50; seed++) {
      const question = questionOf(seed, turf)
      const started = performance.now()
      const { tank } = chooseProducts(question)
      times.push(performance.now() - started)
      covered += tank?.by.size ?? 0
    }
  const sorted = times.toSorted((a, b) => a - b)
  const at = (share: number) => sorted[Math.floor((sorted.length - 1) * share)]!.toFixed(1)
  console.log('\nShelf')
  console.log(
    `  choice over ${almanac.actives.length} actives, ${almanac.sampleLabels.length} labels, 12 weeds: median ${at(0.5)} ms, 95 in 100 under ${at(0.95)} ms, most ${at(1)} ms (goal ≤ 20); ${(covered / times.length).toFixed(1)} weeds in the tank`,
  )
}
