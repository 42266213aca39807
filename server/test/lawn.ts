import { randomUUID } from 'node:crypto'
import { almanac } from '@jardinero/almanac'
import type { Visitor } from './harness.ts'

/** One of everything, on a lawn of 6,350 ft². */
export const lawn = {
  label: almanac.sampleLabels[0]!.rules,
  yard: {
    name: 'Früh & Spät',
    latitude: 38,
    longitude: -84.5,
    timeZone: 'America/New_York',
    climate: 'quarryBend',
    timingSchool: 'edgeLed',
  },
  zone: { name: '前庭', turf: 'tallFescue', state: 'growing' },
  section: {
    name: 'Lawn',
    kind: 'rectangle',
    lengthsFt: [127, 50],
    deduction: false,
    xFt: 0,
    yFt: 0,
    turnDeg: 0,
  },
  reading: { takenAt: '2026-02-27T15:00:00Z', depthCm: 5.08, temperatureC: 8.444444444444445, note: '' },
  sprayer: { name: 'Backpack', kind: 'backpack', capacityGal: 4 },
  runs: [1.25, 1.25, 1.25].map((volumeGal) => ({ areaSqFt: 1000, volumeGal, seconds: 230 })),
  pdf: Buffer.from('%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF\n'),
  pass: { appliedAt: '2026-02-28T15:00:00Z', applicator: 'Ada', windMph: 4, airC: 12 },
} as const

async function add(visitor: Visitor, url: string, body: object): Promise<string> {
  const id = randomUUID()
  const response = await visitor.post(url, { id, ...body })
  if (response.statusCode !== 201) throw new Error(`${url}: ${response.body}`)
  return id
}

/** Adds one of everything, down to a recorded pass, and answers with the ids. */
export async function addLawn(visitor: Visitor) {
  const yard = await add(visitor, '/api/yard/yards', lawn.yard)
  const zone = await add(visitor, '/api/yard/zones', { yardId: yard, ...lawn.zone })
  const section = await add(visitor, '/api/yard/sections', { zoneId: zone, ...lawn.section })
  const middle = await add(visitor, '/api/yard/places', {
    zoneId: zone,
    name: 'Middle',
    kind: 'middle',
    sectionId: null,
    side: null,
  })
  const reading = await add(visitor, '/api/soil/readings', { placeId: middle, ...lawn.reading })
  const sprayer = await add(visitor, '/api/bench/sprayers', lawn.sprayer)
  const calibration = await add(visitor, '/api/bench/calibrations', {
    sprayerId: sprayer,
    day: '2026-02-20',
    runs: lawn.runs,
    note: '',
  })
  const label = await add(visitor, '/api/shelf/labels', { rules: lawn.label })
  const stock = await add(visitor, '/api/shelf/stock', {
    labelId: label,
    amount: { value: 12, unit: 'oz' },
    boughtOn: '2026-02-07',
    openedOn: null,
    counted: null,
    priceCents: 3400,
  })
  const measure = await add(visitor, '/api/bench/tools', {
    name: 'Blue cup',
    measure: 'volume',
    kind: 'cup',
    step: 0.5,
    unit: 'floz',
    holds: 8,
  })
  const labelFile = randomUUID()
  const sent = await visitor.sendBytes(
    `/api/shelf/labels/${label}/files?id=${labelFile}&name=label.pdf`,
    lawn.pdf,
    'application/pdf',
  )
  if (sent.statusCode !== 201) throw new Error(sent.body)
  const mixOrder = {
    zoneId: zone,
    labelId: label,
    calibrationId: calibration,
    day: '2026-02-28',
    rate: { value: 0.4, unit: 'oz/1000ft2' },
    loadPlan: 'fullThenRemainder',
    tool: 'scaleHundredthOz',
  }
  const mix = await add(visitor, '/api/bench/mixes', mixOrder)
  const record = await add(visitor, '/api/ledger/records', { mixId: mix, ...lawn.pass })
  const find = await add(visitor, '/api/scout/finds', {
    zoneId: zone,
    placeId: middle,
    xFt: null,
    yFt: null,
    foundOn: '2026-02-20',
    plant: 'henbit',
    candidates: [],
    answers: {},
    stage: 'flowering',
    leafCount: null,
    tillerCount: null,
    amount: { kind: 'notCounted' },
    wantedShare: null,
    note: '',
  })
  const mark = await add(visitor, '/api/jobs', {
    zoneId: zone,
    origin: 'mark',
    task: 'apply',
    plants: ['henbit'],
    when: { kind: 'day', day: '2026-08-18', latest: '2026-09-01' },
    proposed: true,
  })
  const sign = await add(visitor, '/api/soil/signs', {
    yardId: yard,
    kind: 'dandelionBloom',
    day: '2026-02-20',
    note: '',
  })
  const sprinkler = await add(visitor, '/api/soil/sprinklers', {
    yardId: yard,
    name: 'Rotor',
    cupsMm: [6, 5, 7, 6],
    minutes: 30,
    testedOn: '2025-06-01',
  })
  const water = await add(visitor, '/api/soil/waters', {
    yardId: yard,
    kind: 'irrigation',
    day: '2026-02-25',
    depthMm: 6,
    sprinklerId: sprinkler,
    minutes: 30,
    note: '',
  })
  const planOrder = {
    yardId: yard,
    half: 'rising',
    school: 'halvesByTemperature',
    programme: {
      passes: [
        {
          id: 'first',
          season: 'rising',
          when: { kind: 'day', day: '2026-04-14' },
          labelId: label,
          rate: { value: 0.4, unit: 'oz/1000ft2' },
          zones: [zone],
          edges: 'once',
        },
      ],
      fertiliser: [
        { id: 'feed', day: '2026-04-20', zones: [zone], nitrogenPercent: 25, nitrogenLbPer1000: 0.5 },
      ],
    },
    days: [{ id: 'first', day: '2026-04-14' }],
    escaped: 0.02,
    reason: 'The edges warm early.',
  }
  const plan = await add(visitor, '/api/season/plans', planOrder)
  const feed = await add(visitor, '/api/season/feeds', { yardId: yard })
  return {
    stock,
    measure,
    labelFile,
    plan,
    planOrder,
    feed,
    sign,
    sprinkler,
    water,
    yard,
    zone,
    section,
    middle,
    reading,
    sprayer,
    calibration,
    label,
    mix,
    mixOrder,
    record,
    find,
    mark,
  }
}
