import { addDays, convert } from '@jardinero/core/quantity'
import type { AccountScope } from '../platform/scope.ts'
import { at, demoDay, demoId, places } from './demoPlaces.ts'

/** A late winter at 2 in as the stand-in's weather made it, °F, by days before the demo day; read about ten in the morning. */
const readDays = [39, 35, 32, 28, 25, 21, 18, 14, 11, 8, 6, 4, 2, 1]
const readF: Record<string, number[]> = {
  'Front middle': [33.9, 33.4, 36.4, 36.4, 34, 39.9, 39.5, 41.2, 41.2, 44.4, 40, 44.1, 46, 43],
  'Drive edge': [35.7, 38.4, 41.7, 41.4, 38.4, 44.5, 45.2, 45.7, 45.9, 49.1, 44.1, 46.5, 49.8, 46.4],
  'Wet corner': [32.7, 33.4, 37.3, 37.1, 34.9, 38.9, 40.5, 41.9, 42.4, 43.2, 40.1, 42.3, 43.7, 42.7],
  'Under the maple': [32.3, 32.3, 34.9, 34.9, 32.7, 38.7, 39.9, 40.4, 41.4, 43.9, 40.1, 42.9, 45.1, 41.2],
  'Strip middle': [33, 33.2, 35.9, 36.7, 34.1, 38.1, 38.6, 40.6, 41, 43, 38.6, 42.2, 44.9, 42.3],
  'South wall': [34.1, 38.3, 40.2, 38.8, 34.9, 40.6, 41.2, 41.7, 42.4, 46.3, 42.1, 45.3, 47.4, 45.1],
}
/** A probe left in the sun on the kerb: not believable, and set aside with its reason. */
const hotReading = { place: 'Drive edge', daysBefore: 25, hour: 13.5, degF: 79 }

async function addReading(
  scope: AccountScope,
  { place, daysBefore, hour, degF }: typeof hotReading,
): Promise<void> {
  await scope.add('soil_reading', {
    id: demoId(`reading ${place} ${daysBefore} ${hour}`),
    placeId: demoId(place),
    takenAt: at(addDays(demoDay, -daysBefore), hour),
    depthCm: 5.08,
    temperatureC: Math.round(convert(degF, 'degF', 'degC') * 100) / 100,
    note: '',
  })
}

export async function addReadings(scope: AccountScope): Promise<void> {
  for (const [i, daysBefore] of readDays.entries())
    for (const [j, { name }] of places.entries()) {
      // Two places are read now and then.
      if ((name === 'Wet corner' && i % 3) || (name === 'Under the maple' && i % 4)) continue
      const hour = 10 + ((i * 7 + j * 3) % 10) / 10
      await addReading(scope, { place: name, daysBefore, hour, degF: readF[name]![i]! })
    }
  await addReading(scope, hotReading)
}

/** A cup test, and what the sprinkler gave last autumn. */
export async function addWater(scope: AccountScope): Promise<void> {
  const sprinklerId = demoId('sprinkler')
  await scope.add('sprinkler', {
    id: sprinklerId,
    yardId: demoId('yard'),
    name: 'Front rotor',
    cupsMm: [6.1, 5.4, 6.8, 7.2, 5.9, 4.6, 6.4, 5.8],
    minutes: 30,
    testedOn: '2025-06-14',
  })
  await scope.add('water_entry', {
    id: demoId('gauge'),
    yardId: demoId('yard'),
    kind: 'rain',
    day: '2026-02-19',
    depthMm: 11,
    sprinklerId: null,
    minutes: null,
    note: '',
  })
}
