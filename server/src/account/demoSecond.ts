import type { MixOrder } from '@jardinero/contract/bench'
import { convert } from '@jardinero/core/quantity'
import { noWishes, type ProgrammePass } from '@jardinero/core/season'
import { almanac } from '@jardinero/almanac'
import { makeMix } from '../bench/index.ts'
import { recordMix } from '../ledger/index.ts'
import { takePlan } from '../season/index.ts'
import type { AccountScope } from '../platform/scope.ts'
import { at, demoId } from './demoPlaces.ts'

/** The yard of a relative far south, where the spring is weeks ahead: its plan is in use, its first half is down. */
const yardId = demoId('second yard')
const lawn = demoId('second lawn')
const timeZone = 'America/New_York'

async function addYard(scope: AccountScope): Promise<void> {
  const { code, latitude, longitude } = almanac.climates.find((c) => c.code === 'sableReach')!
  await scope.add('yard', {
    id: yardId,
    name: 'Sable Reach',
    latitude,
    longitude,
    timeZone,
    climate: code,
    timingSchool: 'halvesByWeeks',
    seasonWishes: noWishes,
  })
  await scope.add('zone', { id: lawn, yardId, name: 'Back lawn', turf: 'stAugustinegrass', state: 'growing' })
  await scope.add('section', {
    id: demoId('second section'),
    zoneId: lawn,
    name: 'Back lawn',
    kind: 'rectangle',
    lengthsFt: [62, 41],
    deduction: false,
    xFt: 0,
    yFt: 0,
    turnDeg: 0,
  })
  for (const [name, kind, side] of [
    ['Back middle', 'middle', null],
    ['Walk edge', 'edge', 1],
  ] as const)
    await scope.add('place', {
      id: demoId(name),
      zoneId: lawn,
      name,
      kind,
      sectionId: side === null ? null : demoId('second section'),
      side,
    })
  for (const [place, day, degF] of [
    ['Back middle', '2026-02-07', 63.4],
    ['Walk edge', '2026-02-07', 66.2],
    ['Back middle', '2026-02-26', 66.8],
  ] as const)
    await scope.add('soil_reading', {
      id: demoId(`reading ${place} ${day}`),
      placeId: demoId(place),
      takenAt: at(day, 10),
      depthCm: 5.08,
      temperatureC: Math.round(convert(degF, 'degF', 'degC') * 100) / 100,
      note: '',
    })
}

/** The second of two halves: the first is down. */
async function addPlan(scope: AccountScope, by: string): Promise<void> {
  const halves: ProgrammePass[] = ['2026-04-04'].map((day) => ({
    id: 'second half',
    season: 'rising',
    when: { kind: 'day', day },
    labelId: demoId('label tarnfold'),
    rate: { value: 0.27, unit: 'oz/1000ft2' },
    zones: [lawn],
    edges: 'once',
  }))
  await takePlan(
    scope,
    {
      id: demoId('second plan'),
      yardId,
      half: 'rising',
      school: 'halvesByWeeks',
      programme: { passes: halves, fertiliser: [] },
      days: halves.flatMap(({ id, when }) => (when.kind === 'day' ? [{ id, day: when.day }] : [])),
      escaped: null,
      reason: 'The first half is down since early February; crabgrass comes up here into summer.',
    },
    by,
    () => new Date(at('2026-02-15', 17)),
  )
}

interface Down {
  label: string
  day: string
  hour: number
  rate: MixOrder['rate']
  tool: MixOrder['tool']
  target: string
  wateredInOn?: string
}
/** What went down there: the first half of the barrier, and a spray on dollarweed that is to be judged by now. */
const down: Down[] = [
  {
    label: 'tarnfold',
    day: '2026-02-07',
    hour: 9,
    rate: { value: 0.27, unit: 'oz/1000ft2' },
    tool: 'scaleHundredthOz',
    target: 'southern crabgrass',
    wateredInOn: '2026-02-08',
  },
  {
    label: 'tressock',
    day: '2026-02-08',
    hour: 10,
    rate: { value: 0.7, unit: 'floz/1000ft2' },
    tool: 'syringe1mL',
    target: 'dollarweed',
  },
]

async function addDown(scope: AccountScope, by: string): Promise<void> {
  await scope.add('plant_find', {
    id: demoId('find dollarweed'),
    zoneId: lawn,
    placeId: demoId('Walk edge'),
    xFt: 50,
    yFt: 8,
    foundOn: '2026-02-01',
    plant: 'dollarweed',
    candidates: [],
    answers: {},
    stage: 'leaves',
    leafCount: null,
    tillerCount: null,
    amount: { kind: 'grid', hits: 8, points: 60 },
    wantedShare: 0.85,
    note: '',
  })
  for (const { label, day, hour, rate, tool, target, wateredInOn } of down) {
    const then = () => new Date(at(day, hour))
    const order: MixOrder & { id: string } = {
      id: demoId(`mix ${day} second`),
      zoneId: lawn,
      labelId: demoId(`label ${label}`),
      calibrationId: demoId('calibration 2025-02-20'),
      day,
      rate,
      loadPlan: 'fullThenRemainder',
      tool,
    }
    await makeMix(scope, order, then)
    await recordMix(
      scope,
      {
        id: demoId(`record ${day} second`),
        mixId: order.id,
        appliedAt: then().toISOString(),
        applicator: by,
        licence: '',
        windMph: 4,
        airC: 18,
        target,
        wateredInOn: wateredInOn ?? null,
        note: '',
      },
      by,
      then,
    )
  }
}

export async function addSecondYard(scope: AccountScope, by: string): Promise<void> {
  await addYard(scope)
  await addDown(scope, by)
  await addPlan(scope, by)
}
