import type { DataSource } from 'typeorm'
import { almanac } from '@jardinero/almanac'
import type { MixOrder } from '@jardinero/contract/bench'
import { convert } from '@jardinero/core/quantity'
import { noWishes } from '@jardinero/core/season'
import { makeMix } from '../bench/index.ts'
import { recordMix } from '../ledger/index.ts'
import { newPerson } from './people.ts'
import { AccountScope } from '../platform/scope.ts'
import { at, demoDay, demoId, places, timeZone } from './demoPlaces.ts'
import { addFinds, addRatings } from './demoFinds.ts'
import { addJobs } from './demoJobs.ts'
import { addSecondYard } from './demoSecond.ts'
import { addShelf } from './demoShelf.ts'
import { addReadings, addWater } from './demoSoil.ts'
import type { StoredPerson } from '../platform/accountEntities.ts'

const accountId = '0d3e0000-0000-4000-8000-000000000001'
export const demoPersonId = '0d3e0000-0000-4000-8000-000000000002'
const zones = [
  { id: demoId('front'), name: 'Front', turf: 'tallFescue', state: 'growing' },
  { id: demoId('strip'), name: 'Side strip', turf: 'zoysiagrass', state: 'dormant' },
]

const sections = [
  {
    zone: 'front',
    name: 'Front lawn',
    kind: 'rectangle',
    lengthsFt: [58, 44],
    deduction: false,
    xFt: 0,
    yFt: 0,
    turnDeg: 0,
  },
  {
    zone: 'front',
    name: 'Beside the porch',
    kind: 'trapezoid',
    lengthsFt: [34, 26, 30],
    deduction: false,
    xFt: 58,
    yFt: 0,
    turnDeg: 0,
  },
  {
    zone: 'front',
    name: 'Bed',
    kind: 'ellipse',
    lengthsFt: [14, 9],
    deduction: true,
    xFt: 20,
    yFt: 16,
    turnDeg: 0,
  },
  {
    zone: 'strip',
    name: 'Strip',
    kind: 'rectangle',
    lengthsFt: [106, 30],
    deduction: false,
    xFt: 0,
    yFt: 64,
    turnDeg: 0,
  },
]

async function addYard(scope: AccountScope): Promise<void> {
  const yardId = demoId('yard')
  const climate = almanac.climates.find((c) => c.code === 'quarryBend')!
  const { latitude, longitude } = climate
  await scope.add('yard', {
    id: yardId,
    name: 'Quarry Bend',
    latitude,
    longitude,
    timeZone,
    climate: climate.code,
    timingSchool: 'edgeLed',
    seasonWishes: { ...noWishes, seeding: [{ zoneId: demoId('front'), day: '2026-09-05' }] },
  })
  for (const zone of zones) await scope.add('zone', { ...zone, yardId })
  for (const { zone, ...section } of sections)
    await scope.add('section', { ...section, id: demoId(section.name), zoneId: demoId(zone) })
  for (const { zone, section, ...place } of places)
    await scope.add('place', {
      ...place,
      id: demoId(place.name),
      zoneId: demoId(zone),
      sectionId: section && demoId(section),
    })
}

async function addBench(scope: AccountScope): Promise<void> {
  await scope.add('sprayer', {
    id: demoId('backpack'),
    name: 'Blue backpack',
    kind: 'backpack',
    capacityGal: 4,
  })
  const runs = [1.22, 1.27, 1.26].map((volumeGal, i) => ({
    areaSqFt: 1000,
    volumeGal,
    seconds: [238, 231, 235][i]!,
  }))
  for (const day of ['2025-02-20', '2026-02-12'])
    await scope.add('calibration', {
      id: demoId(`calibration ${day}`),
      sprayerId: demoId('backpack'),
      day,
      runs,
      note: '',
    })
  await scope.add('sprayer', {
    id: demoId('spreader'),
    name: 'Red spreader',
    kind: 'rotarySpreader',
    capacityGal: null,
    hopperLb: 40,
    swathFt: 8,
  })
  await scope.add('calibration', {
    id: demoId('calibration spreader'),
    sprayerId: demoId('spreader'),
    day: '2025-09-14',
    runs: [],
    note: '',
    method: 'weighBack',
    inputs: {
      setting: 'K',
      weighed: [
        { areaSqFt: 1000, lb: 1.15 },
        { areaSqFt: 1000, lb: 1.2 },
      ],
    },
  })
  await addShelf(scope)
}

/** Last year, as it was: two halves on each lawn. */
const lastYear = [
  { day: '2025-03-12', zone: 'front', rate: 0.4, hour: 9.5, windMph: 4, airF: 52, watered: '2025-03-15' },
  { day: '2025-03-12', zone: 'strip', rate: 0.4, hour: 10.6, windMph: 4, airF: 54, watered: '2025-03-15' },
  { day: '2025-05-08', zone: 'front', rate: 0.4, hour: 8.25, windMph: 3, airF: 61, watered: '2025-05-10' },
  { day: '2025-05-08', zone: 'strip', rate: 0.36, hour: 9, windMph: 3, airF: 63, watered: '2025-05-10' },
]

async function addLastYear(scope: AccountScope): Promise<void> {
  for (const { day, zone, rate, hour, windMph, airF, watered } of lastYear) {
    const then = () => new Date(at(day, hour))
    const order: MixOrder & { id: string } = {
      id: demoId(`mix ${day} ${zone}`),
      zoneId: demoId(zone),
      labelId: demoId('label tarnfold'),
      calibrationId: demoId('calibration 2025-02-20'),
      day,
      rate: { value: rate, unit: 'oz/1000ft2' },
      loadPlan: 'fullThenRemainder',
      tool: 'scaleHundredthOz',
    }
    await makeMix(scope, order, then)
    await recordMix(
      scope,
      {
        id: demoId(`record ${day} ${zone}`),
        mixId: order.id,
        appliedAt: then().toISOString(),
        applicator: 'Ines Okafor-Brandt',
        licence: '',
        windMph,
        airC: convert(airF, 'degF', 'degC'),
        target: 'smooth crabgrass',
        wateredInOn: watered,
        note: '',
      },
      'Ines Okafor-Brandt',
      then,
    )
  }
}

/** Puts the demo account in, once, whole or not at all; with `fresh`, as it was at first, whoever is in it staying in. */
export async function loadDemo(database: DataSource, { fresh }: { fresh: boolean }): Promise<void> {
  await database.transaction(async (manager) => {
    await manager.query('SELECT pg_advisory_xact_lock(6171)')
    if (fresh) await manager.query('SELECT empty_demo()')
    else if (await manager.existsBy('account', { id: accountId })) return
    await manager.upsert('account', { id: accountId, name: 'Demo', demoDay }, ['id'])
    const person: Omit<StoredPerson, 'createdAt' | 'version'> = {
      id: demoPersonId,
      accountId,
      ...newPerson({
        email: 'demo@jardinero.invalid',
        passwordHash: null,
        name: 'Ines Okafor-Brandt',
        locale: 'en-US',
      }),
    }
    await manager.upsert('person', person, ['id'])
    const scope = new AccountScope(manager, accountId)
    await addYard(scope)
    await addReadings(scope)
    await addWater(scope)
    await addBench(scope)
    await addLastYear(scope)
    await addRatings(scope)
    await addFinds(scope)
    await addJobs(scope, person.name)
    await addSecondYard(scope, person.name)
  })
}
