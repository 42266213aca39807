import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startTestServer, Visitor, type TestServer } from './harness.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

async function firm() {
  const owner = await new Visitor(server.app).signUp()
  const id = randomUUID()
  await owner.post('/api/yard/yards', {
    id,
    name: 'The shed',
    latitude: 38,
    longitude: -84.5,
    timeZone: 'America/New_York',
    climate: 'quarryBend',
    timingSchool: 'edgeLed',
    country: 'US',
    region: 'Kentucky',
  })
  const take = (csv: string, more: object = {}) =>
    owner.post('/api/yard/lawns', {
      csv,
      nearYardId: id,
      columns: null,
      usualTurf: null,
      dryRun: false,
      ...more,
    })
  const yards = async () =>
    (await owner.get('/api/account')).json() as Record<string, Record<string, unknown>[]>
  return { owner, take, yards }
}
const list = (count: number) =>
  [
    'Customer,Address,Grass,Sq ft',
    ...Array.from({ length: count }, (_, i) => `Client ${i},${i} Millrace Lane,Tall fescue,${5000 + i}`),
  ].join('\n')

it('takes 240 lawns in from a list, and the same list again adds nothing', async () => {
  const { take, yards } = await firm()
  expect((await take(list(240), { dryRun: true })).json()).toMatchObject({
    lawns: 240,
    properties: 240,
    added: 0,
  })
  expect((await yards())['yards']).toHaveLength(1)
  expect((await take(list(240))).json()).toMatchObject({
    added: 240,
    columns: { client: 0, name: 1, turf: 2, area: 3 },
  })
  const state = await yards()
  expect([state['yards']!.length, state['zones']!.length, state['sections']!.length]).toEqual([241, 240, 240])
  const yard = state['yards']!.find((y) => y['name'] === '7 Millrace Lane')!
  expect(yard).toMatchObject({
    client: 'Client 7',
    country: 'US',
    region: 'Kentucky',
    timeZone: 'America/New_York',
  })
  const zone = state['zones']!.find((z) => z['yardId'] === yard['id'])!
  const section = state['sections']!.find((s) => s['zoneId'] === zone['id'])!
  expect(zone).toMatchObject({ turf: 'tallFescue', name: 'Lawn' })
  expect(section['kind']).toBe('known')
  expect((section['lengthsFt'] as number[])[0]! ** 2).toBeCloseTo(5007, 6)
  expect((await take(list(241))).json()).toMatchObject({ lawns: 241, added: 1 })
})
it('leaves a lawn its own measures: what was removed for a better one stays removed', async () => {
  const { owner, take, yards } = await firm()
  await take(list(2))
  const [section] = (await yards())['sections']!
  const { id, version } = section as { id: string; version: number }
  const removed = await owner.send('DELETE', `/api/yard/sections/${id}?version=${version}`)
  expect(removed.statusCode, removed.body).toBe(204)
  expect((await take(list(2))).json().added).toBe(0)
  expect((await yards())['sections']).toHaveLength(1)
})
it('reads semicolons, decimal commas, square metres, other names of a grass, and a column that is said', async () => {
  const { take, yards } = await firm()
  const csv = '\ufeffOwner;Place;Kind;Size m²\r\nA;1 Dock Row;red fescue;1.250,5\r\n'
  expect((await take(csv)).json().faults[0].code).toBe('lawnColumnMissing')
  expect((await take(csv, { columns: { client: 0, name: 1, turf: 2, area: 3 } })).json()).toMatchObject({
    added: 1,
  })
  const { sections, zones } = await yards()
  expect(zones![0]!['turf']).toBe('fineFescue')
  expect((sections![0]!['lengthsFt'] as number[])[0]! ** 2).toBeCloseTo(1250.5 * 10.7639104, 3)
})
it('is all or nothing: each wrong line is named, and nothing is added', async () => {
  const { take, yards } = await firm()
  const told = await take(`${list(3)}\nX,9 Dock Row,,4000\nX,,Tall fescue,4000`)
  expect(told.json().faults.map((f: { code: string; detail: string }) => [f.code, f.detail])).toEqual([
    ['lawnNoTurf', 'Line 5: no grass. Say it there, or choose one for all such lines.'],
    ['lawnNoName', 'Line 6: no address or name.'],
  ])
  expect((await yards())['yards']).toHaveLength(1)
  const plastic = await take(`${list(3)}\nX,9 Dock Row,,4000`, { usualTurf: 'plastic' })
  expect(plastic.json().faults[0].code).toBe('unknownCode')
  expect((await take(`${list(3)}\nX,9 Dock Row,,4000`, { usualTurf: 'zoysiagrass' })).json().added).toBe(4)
  // Their yards are told apart by their words, not by their letters.
  const rows = 'Customer,Address,Grass,Sq ft\nA,1 21st St,Tall fescue,900\nA,12 1st St,Tall fescue,900'
  expect((await take(rows)).json()).toMatchObject({ properties: 2, added: 2 })
})
it('of points takes near ones, and none whose law may be another', async () => {
  const { take, yards } = await firm()
  const at = (latitude: string, longitude: string) =>
    take(`Address,Grass,Sq ft,Latitude,Longitude\n1 Dock Row,Tall fescue,900,${latitude},${longitude}`)
  const [fault] = (await at('33.75', '-84.39')).json().faults as { code: string; detail: string }[]
  expect(fault!.code).toBe('lawnFar')
  expect(fault!.detail).toContain('1 Dock Row lies more than 100 km from The shed')
  expect((await at('91', '-84.39')).json().faults[0].code).toBe('lawnPoint')
  expect((await at('38.1', '-84.6')).json().added).toBe(1)
  expect((await yards())['yards']![1]).toMatchObject({ latitude: 38.1, longitude: -84.6, placeFrom: 'point' })
})
it('is not for who may not change lawns, and not near a yard of another', async () => {
  const { owner, take } = await firm()
  const token = (
    await owner.post('/api/account/invitations', { id: randomUUID(), name: 'Bo', role: 'crew' })
  ).json().token as string
  const bo = await new Visitor(server.app).join(token)
  expect((await bo.post('/api/yard/lawns', {})).json().code).toBe('notAllowed')
  expect((await take(list(1), { nearYardId: randomUUID() })).statusCode).toBe(404)
})
