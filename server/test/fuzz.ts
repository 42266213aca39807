import { randomUUID } from 'node:crypto'
import { seededRandom } from '@jardinero/core/quantity'
import type { TestServer } from './harness.ts'
import { Visitor } from './harness.ts'
import { addLawn } from './lawn.ts'

interface Sent {
  method: string
  url: string
  payload?: unknown
}

/** Values no one means: of every kind, and of every kind of wrong. */
const odd: unknown[] = [
  null,
  undefined,
  true,
  '',
  ' ',
  'x'.repeat(5000),
  'a\u0000b',
  '\ud800',
  '\u202eabc',
  '=1+1',
  '../../etc/passwd',
  "'; DROP TABLE yard; --",
  '<script>alert(1)</script>',
  '{{7*7}}',
  '%00',
  '2026-02-30',
  '0000-01-01',
  '9999-12-31',
  '+275760-09-12T00:00:00Z',
  '-271821-04-20T00:00:00Z',
  '2026-03-01T25:61:00Z',
  'oz/acre',
  'stone/rood',
  'gal',
  'floz',
  '__proto__',
  'constructor',
  0,
  -0,
  -1,
  1e-320,
  1e308,
  -1e308,
  2 ** 31,
  2 ** 53,
  -(2 ** 63),
  0.1 + 0.2,
  NaN,
  [],
  [[]],
  {},
  { toString: 1 },
  { valueOf: null, toString: null },
  { __proto__: { a: 1 } },
  { value: 1, unit: 'nothing' },
  Array.from({ length: 300 }, (_, i) => i),
  Array.from({ length: 60 }, () => ({})),
  JSON.parse(`${'{"a":'.repeat(60)}1${'}'.repeat(60)}`),
  '00000000-0000-4000-8000-000000000000',
]

type Holder = Record<string | number, unknown>

/** Every place of a body that a value can be put into. */
function placesOf(value: unknown, found: [Holder, string | number][] = []): [Holder, string | number][] {
  if (typeof value !== 'object' || value === null) return found
  for (const key of Object.keys(value)) {
    found.push([value as Holder, key])
    placesOf((value as Holder)[key], found)
  }
  return found
}

/** What a person does: every request that an ordinary lawn is made of, and what reads it. */
async function harvest(server: TestServer, owner: Visitor): Promise<Sent[]> {
  const sent: Sent[] = []
  const { send } = owner
  owner.send = (method: string, url: string, payload?: unknown, type?: string) => {
    if (!(payload instanceof Buffer)) sent.push({ method, url, payload })
    return send.call(owner, method, url, payload, type)
  }
  const made = await addLawn(owner)
  owner.send = send
  const open = [
    ['/api/quantity/convert', { value: 1, from: 'lb/acre', to: 'g/1000ft2' }],
    ['/api/scout/cover', { hits: 3, points: 40 }],
    ['/api/soil/sprinkler', { cupsMm: [6, 5, 7, 6], minutes: 30 }],
    [
      '/api/scout/key',
      { day: '2026-04-01', hemisphere: 'northern', belt: 'mild', answers: {}, withoutHead: false },
    ],
  ] as const
  const reads = [
    '/api/account',
    '/api/ledger/records?from=2026-01-01&to=2026-12-31',
    '/api/ledger/records.csv?client=x',
    '/api/soil/season?from=2026-01-01',
    '/api/soil/readings.csv',
    `/api/season/calendar.ics?yardId=${made.yard}`,
    `/api/scout/finds.csv?yardId=${made.yard}`,
    '/api/yard/whereabouts?latitude=38&longitude=-84',
    '/api/bench/mixes?limit=5',
    '/api/outing/tanks?since=2026-01-01',
    `/api/ledger/records/${made.record}/sheet.pdf`,
  ]
  const changes: Sent[] = [
    {
      method: 'PATCH',
      url: `/api/yard/yards/${made.yard}`,
      payload: { version: 1, name: 'x', latitude: 38 },
    },
    { method: 'PATCH', url: `/api/yard/zones/${made.zone}`, payload: { version: 1, state: 'dormant' } },
    {
      method: 'PATCH',
      url: `/api/shelf/stock/${made.stock}`,
      payload: { version: 1, amount: { value: 3, unit: 'oz' } },
    },
    { method: 'PATCH', url: '/api/account/me', payload: { version: 1, units: 'metric', licence: 'X' } },
    {
      method: 'POST',
      url: `/api/ledger/records/${made.record}/amendments`,
      payload: {
        id: randomUUID(),
        reason: 'put right',
        changes: { product: { value: 2, unit: 'oz' }, appliedAt: '2026-02-27T10:00:00Z' },
      },
    },
    {
      method: 'POST',
      url: '/api/bench/tanks',
      payload: {
        id: randomUUID(),
        zones: [{ zoneId: made.zone, mode: 'broadcast', spotSqFt: null, edgeSqFt: null }],
        products: [
          { labelId: made.label, rate: { value: 0.4, unit: 'oz/1000ft2' }, concentration: null, tool: null },
        ],
        calibrationId: made.calibration,
        day: '2026-06-20',
        loadPlan: 'fullThenRemainder',
        waterFirst: null,
        water: { ph: 7, hardnessMgL: 100, muddy: false },
      },
    },
    {
      method: 'POST',
      url: '/api/ledger/ratings',
      payload: {
        id: randomUUID(),
        recordId: made.record,
        plant: 'henbit',
        day: '2026-03-01',
        treated: { hits: 1, points: 40 },
        treatedBefore: null,
        check: null,
        checkBefore: null,
        injury: 0,
        why: null,
        note: '',
      },
    },
  ]
  return [
    ...sent,
    ...changes,
    ...open.map(([url, payload]) => ({ method: 'POST', url, payload })),
    ...reads.map((url) => ({ method: 'GET', url })),
  ]
}

export interface FuzzResult {
  statuses: Map<number, number>
  /** What was answered with a fault of ours, or not as a problem with its place. */
  bad: { sent: Sent; status: number; body: string }[]
}

/** Sends so many requests with something odd in them, from many addresses. The same seed sends the same. */
export async function fuzz(server: TestServer, count: number, seed: number): Promise<FuzzResult> {
  const random = seededRandom(seed)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!
  await server.database.query('DELETE FROM rate_count')
  // Each its own: what is put into a body is changed there in turn.
  const pickOdd = (): unknown => structuredClone(pick(odd))
  const owner = await new Visitor(server.app).signUp()
  const seeds = await harvest(server, owner)
  const result: FuzzResult = { statuses: new Map(), bad: [] }

  const spoilt = (): Sent => {
    const { method, url, payload } = structuredClone(pick(seeds))
    const body = payload as Holder | undefined
    if (body && typeof body === 'object') {
      if ('id' in body && random() < 0.8) body['id'] = randomUUID()
      for (let changes = 1 + Math.floor(random() * 3); changes > 0; changes--) {
        const places = placesOf(body)
        const [holder, key] = places.length ? pick(places) : [body, 'x']
        const what = random()
        if (what < 0.7) holder[key] = pickOdd()
        else if (what < 0.85) delete holder[key]
        else holder[`${key}x`] = pickOdd()
      }
    }
    const [path, query] = url.split('?')
    const wrong = encodeURIComponent(String(JSON.stringify(pickOdd()) ?? '').slice(0, 300))
    const address = random() < 0.25 ? `${path}?${(query ?? 'a=b').replace(/=[^&]*/, `=${wrong}`)}` : url
    return { method, url: address, payload: random() < 0.03 ? pickOdd() : body }
  }
  const ask = async (sent: Sent) => {
    const remoteAddress = `10.${[0, 0, 0].map(() => Math.floor(random() * 250)).join('.')}`
    const text = sent.payload === undefined ? undefined : JSON.stringify(sent.payload)
    const answer = await server.app.inject({
      method: sent.method as 'GET',
      url: sent.url,
      remoteAddress,
      headers: {
        cookie: owner.cookies,
        'x-csrf-token': owner.csrf,
        ...(text !== undefined && { 'content-type': 'application/json' }),
      },
      ...(text !== undefined && { payload: text }),
    })
    const { statusCode } = answer
    result.statuses.set(statusCode, (result.statuses.get(statusCode) ?? 0) + 1)
    const problem =
      statusCode >= 400
        ? (JSON.parse(answer.body) as { code?: string; faults?: { field?: string }[] })
        : undefined
    const placed =
      !problem ||
      (problem.code &&
        (statusCode !== 400 ||
          problem.code === 'malformedRequest' ||
          problem.faults?.[0]?.field !== undefined))
    if (statusCode >= 500 || !placed)
      result.bad.push({ sent, status: statusCode, body: answer.body.slice(0, 300) })
  }
  for (let at = 0; at < count; at += 10)
    await Promise.all(Array.from({ length: Math.min(10, count - at) }, () => ask(spoilt())))
  // What was taken in on the way has broken nothing that reads it.
  for (const url of [
    '/api/account',
    '/api/ledger/records',
    '/api/ledger/records.csv',
    '/api/account/file',
    '/api/shelf/taken',
  ]) {
    const answer = await owner.get(url)
    if (answer.statusCode !== 200)
      result.bad.push({
        sent: { method: 'GET', url },
        status: answer.statusCode,
        body: answer.body.slice(0, 300),
      })
  }
  return result
}
