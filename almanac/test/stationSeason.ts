import { dayNumber, dayOfYear, type Day } from '@jardinero/core/quantity'
import {
  computeField,
  fieldFrom,
  noWishes,
  targetOf,
  usualLoss,
  type PlanContext,
  type Season,
} from '@jardinero/core/season'
import {
  computeSoilOutlook,
  createSimulation,
  groundOf,
  pastDays,
  type SoilAnswerRequest,
  type Trend,
} from '@jardinero/core/soil'
import { hemisphereOf } from '@jardinero/core/yard'
import { historyFrom, weatherYears } from '@jardinero/standins'
import { almanac, plantAlmanac } from '../src/index.ts'

interface Asked {
  station: string
  today: Day
  half: Trend
  turf: string
  plants: string[]
  state?: PlanContext['zones'][number]['state']
}

/** A lawn at an invented station, its middle and its edge simulated up to a day and a year on, ready for programmes. */
export function stationSeason({ station, today, half, turf, plants, state = 'growing' }: Asked): Season {
  const { latitude } = almanac.climates.find((c) => c.code === station)!
  const hemisphere = hemisphereOf(latitude)
  const places = (['middle', 'edge'] as const).map((kind) => ({ id: kind, kind, ground: groundOf(kind) }))
  const observed = weatherYears(station)
    .slice(0, dayNumber(today) - dayNumber(historyFrom) + 1)
    .map((d) => ({ ...d, dayOfYear: dayOfYear(d.day) }))
  const simulation = createSimulation({
    latitude,
    grounds: places.map((p) => p.ground),
    observed,
    forecast: [],
    daysAhead: 365,
    seed: 3,
  })
  const pasts = simulation.past()
  const runs = simulation.runMembers(0, 24)
  const weeds = plants.map((code) => {
    const plant = plantAlmanac.plants.find((p) => p.code === code)!
    const target = targetOf(plant)
    return { code, emergence: plant.emergence!, ...(target && { target }) }
  })
  const request: SoilAnswerRequest = {
    today,
    hemisphere,
    places,
    groundOf: [0, 1],
    pasts,
    runs,
    forecastDays: 0,
    observedAir: observed.slice(-pastDays),
    readings: [],
    signs: [],
    weeds,
    school: 'edgeLed',
    seed: 3,
  }
  const { answer, paths, ruleDays } = computeSoilOutlook(request)
  const zones = [{ id: 'lawn', name: 'Lawn', turf, state, areaSqFt: 6000, passes: [] }]
  return {
    half,
    ruleDays,
    field: computeField({
      ...request,
      from: fieldFrom(today, hemisphere, zones, paths[0]!.back),
      places: places.map((p) => ({ ...p, name: p.id, zoneId: 'lawn' })),
      paths,
      observedWaterMm: observed.slice(-pastDays).map((d) => d.rainMm),
      germination: answer.germination,
      loss: usualLoss,
    }),
    context: {
      today,
      zones,
      places: places.map(({ id, kind, ground }) => ({ id, kind, zoneId: 'lawn', thatchCm: ground.thatchCm })),
      labels: almanac.sampleLabels.map(({ code, rules }) => ({ id: code, rules })),
      barriers: almanac.barriers,
      wishes: noWishes,
    },
  }
}
