import { drawNormal, seededRandom } from '../src/quantity/index.ts'
import type { WeatherDay } from '../src/soil/heat/forcing.ts'
import { groundOf, type GroundChoices } from '../src/soil/ground.ts'
import { computeSoilAnswer } from '../src/soil/outlook/answer.ts'
import type { SoilAnswerRequest } from '../src/soil/outlook/answerShapes.ts'
import { createSimulation, pastDays } from '../src/soil/simulate/simulate.ts'
import type { PlaceKind } from '../src/yard/index.ts'

/** Years of weather with spells and years that differ; the south has them half a year on. */
export function soilYears(count: number, seed: number, south = false): WeatherDay[] {
  const random = seededRandom(seed)
  let [spell, anomaly] = [0, 0]
  return Array.from({ length: count * 365 }, (_, i) => {
    const dayOfYear = (i % 365) + 1
    if (dayOfYear === 1) anomaly = 1.2 * drawNormal(random)
    spell = 0.75 * spell + 2.2 * drawNormal(random)
    const wave = -Math.cos((2 * Math.PI * (dayOfYear - 20 - (south ? 182 : 0))) / 365)
    const mean = 12.5 + 12 * wave + spell + anomaly
    const wet = random() < 0.3
    const range = wet ? 7 : 12
    return { dayOfYear, minimumC: mean - range / 2, maximumC: mean + range / 2, rainMm: wet ? 8 : 0 }
  })
}

interface Asked {
  kinds?: PlaceKind[]
  grounds?: (Partial<GroundChoices> | null)[]
  south?: boolean
  /** Days of the last year that are not yet. */
  notYet?: number
  members?: number
  daysAhead?: number
}

/** A small yard simulated up to a day: asked again with other readings or choices, without a new run. */
export function simulatedYard({
  kinds = ['middle', 'edge'],
  grounds = [],
  south = false,
  notYet = 306,
  members = 40,
  daysAhead = 250,
}: Asked = {}) {
  const observed = soilYears(6, 5, south).slice(0, -notYet)
  const places = kinds.map((kind, i) => ({ id: `${kind}${i}`, kind, ground: groundOf(kind, grounds[i]) }))
  const simulation = createSimulation({
    latitude: south ? -36 : 38,
    grounds: places.map((p) => p.ground),
    observed,
    forecast: [],
    daysAhead,
    seed: 7,
  })
  const pasts = simulation.past()
  const runs = simulation.runMembers(0, members)
  const base: SoilAnswerRequest = {
    today: '2026-02-28',
    hemisphere: south ? 'southern' : 'northern',
    places,
    groundOf: places.map((_, i) => i),
    pasts,
    runs,
    forecastDays: 0,
    observedAir: observed.slice(-pastDays),
    readings: [],
    signs: [],
    weeds: [],
    school: 'edgeLed',
    seed: 7,
  }
  return {
    pasts,
    runs,
    base,
    simulation,
    ask: (more: Partial<SoilAnswerRequest> = {}) => computeSoilAnswer({ ...base, ...more }),
  }
}
