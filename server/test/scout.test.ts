import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { accountFileVersion } from '@jardinero/contract/account'
import type { DrillState, Find, FindPhoto } from '@jardinero/contract/scout'
import { startTestServer, testNow, Visitor, type TestServer } from './harness.ts'
import { addLawn } from './lawn.ts'

let server: TestServer
let visitor: Visitor
let made: Awaited<ReturnType<typeof addLawn>>
beforeAll(async () => {
  server = await startTestServer()
  visitor = await new Visitor(server.app).signUp()
  made = await addLawn(visitor)
})
afterAll(() => server.close())

const found = (more: object = {}) => ({
  id: randomUUID(),
  zoneId: made.zone,
  placeId: made.middle,
  xFt: 12.5,
  yFt: 30,
  foundOn: '2026-02-28',
  plant: 'annualBluegrass',
  candidates: [],
  answers: { kind: 'grass', ligule: 'tall', leafTip: null },
  stage: 'tillers',
  leafCount: null,
  tillerCount: 4,
  amount: { kind: 'count', count: 12 },
  wantedShare: 0.8,
  note: 'lime, by the downspout',
  ...more,
})
async function addFind(more: object = {}): Promise<Find> {
  const response = await visitor.post('/api/scout/finds', found(more))
  expect(response.body).toContain('"version":1')
  return response.json()
}

describe('finds', () => {
  it('are kept as they were told, changed and taken away', async () => {
    const find = await addFind()
    expect(find).toMatchObject({
      xFt: 12.5,
      amount: { kind: 'count', count: 12 },
      answers: { leafTip: null },
    })
    const changed = await visitor.patch(`/api/scout/finds/${find.id}`, {
      version: 1,
      amount: { kind: 'grid', hits: 7, points: 50 },
    })
    expect(changed.json()).toMatchObject({ version: 2, amount: { kind: 'grid', hits: 7 } })
    expect((await visitor.get('/api/account')).json().finds).toHaveLength(2)
    expect((await visitor.send('DELETE', `/api/scout/finds/${find.id}?version=2`)).statusCode).toBe(204)
  })
  it('keep the candidates that are left', async () => {
    const candidates = [
      { code: 'greenKyllinga', share: 0.5 },
      { code: 'falseGreenKyllinga', share: 0.5 },
    ]
    expect(await addFind({ plant: null, candidates })).toMatchObject({ plant: null, candidates })
  })
  test.each([
    [{ plant: null }, 'findWithoutPlant', 'plant'],
    [{ plant: 'triffid' }, 'unknownCode', 'plant'],
    [{ foundOn: '2026-09-01' }, 'findInFuture', 'foundOn'],
    [{ amount: { kind: 'count', count: 0 } }, 'plantCountNotBelievable', 'amount.count'],
    [{ amount: { kind: 'grid', hits: 9, points: 5 } }, 'gridHitsNotBelievable', 'amount.hits'],
    [{ amount: { kind: 'grid', hits: 0, points: 0 } }, 'gridPointsNotBelievable', 'amount.points'],
    [{ wantedShare: 1.2 }, 'shareNotBelievable', 'wantedShare'],
    [{ tillerCount: -1 }, 'tillerCountNotBelievable', 'tillerCount'],
    [{ leafCount: 2.5 }, 'leafCountNotBelievable', 'leafCount'],
    [{ answers: { ligule: 'purple' } }, 'unknownCode', 'answers.ligule'],
  ])('that cannot be are refused: %j', async (more, code, field) => {
    const response = await visitor.post('/api/scout/finds', found(more))
    expect([response.statusCode, response.json().faults[0]]).toMatchObject([422, { code, field }])
    expect(response.json().detail).not.toContain('{')
  })
})

describe('photos', () => {
  const send = (find: string, bytes: Buffer, type = 'image/jpeg', query = '') =>
    visitor.sendBytes(`/api/scout/finds/${find}/photos?id=${randomUUID()}${query}`, bytes, type)
  const blank = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#6a8' } })
  const withPlace = () =>
    blank(2400, 1200)
      .withExif({
        IFD2: { DateTimeOriginal: '2026:02:27 15:04:00' },
        IFD3: {
          GPSLatitudeRef: 'N',
          GPSLatitude: '38/1 6/1 0/1',
          GPSLongitudeRef: 'W',
          GPSLongitude: '84/1 30/1 0/1',
        },
      })
      .jpeg()
      .toBuffer()

  it('are made smaller and lose what the camera wrote, the place above all', async () => {
    const find = await addFind()
    const response = await send(find.id, await withPlace())
    expect(response.statusCode).toBe(201)
    const photo = response.json() as FindPhoto
    expect(photo).toMatchObject({ width: 1600, height: 800, latitude: null, longitude: null })
    expect(photo.takenAt).toMatch(/^2026-02-27T/)
    const picture = await visitor.get(`/api/scout/photos/${photo.id}`)
    expect(picture.headers['content-type']).toBe('image/jpeg')
    const kept = await sharp(picture.rawPayload).metadata()
    expect([kept.format, kept.width, kept.exif]).toEqual(['jpeg', 1600, undefined])
    expect((await visitor.get('/api/account')).json().photos).toEqual([photo])
  })
  it('keep the place where it is wanted, beside the picture', async () => {
    const find = await addFind()
    const photo = (
      await send(find.id, await withPlace(), 'image/jpeg', '&keepPlace=true')
    ).json() as FindPhoto
    expect(photo.latitude).toBeCloseTo(38.1, 6)
    expect(photo.longitude).toBeCloseTo(-84.5, 6)
  })
  it('that are none, are broken or come from an unread camera are refused, and the find is kept', async () => {
    const find = await addFind()
    const good = await blank(300, 200).png().toBuffer()
    for (const [bytes, code] of [
      [Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'), 'photoNotAnImage'],
      [Buffer.from('not a picture at all'), 'photoNotAnImage'],
      [await blank(40, 40).gif().toBuffer(), 'photoNotAnImage'],
      [good.subarray(0, good.length - 60), 'photoCorrupt'],
    ] as const) {
      const response = await send(find.id, bytes, 'application/octet-stream')
      expect([response.statusCode, response.json().code]).toEqual([422, code])
    }
    expect((await send(find.id, Buffer.alloc(16 * 1024 * 1024))).json().code).toBe('tooLarge')
    expect((await send(find.id, good, 'text/html')).json().code).toBe('unsupportedMedia')
    expect((await visitor.get('/api/scout/finds')).json().some((f: Find) => f.id === find.id)).toBe(true)
  })
  it('are six at the most, and no stranger’s', async () => {
    const find = await addFind()
    const small = await blank(20, 20).webp().toBuffer()
    let last = await send(find.id, small, 'image/webp')
    for (let i = 0; i < 5; i++) last = await send(find.id, small, 'image/webp')
    expect(last.statusCode).toBe(201)
    expect((await send(find.id, small, 'image/webp')).json().code).toBe('tooManyPhotos')
    const { id } = last.json() as FindPhoto
    const stranger = await new Visitor(server.app).signUp()
    expect((await stranger.get(`/api/scout/photos/${id}`)).statusCode).toBe(404)
    expect((await stranger.send('DELETE', `/api/scout/photos/${id}`)).statusCode).toBe(404)
    expect((await visitor.send('DELETE', `/api/scout/photos/${id}`)).statusCode).toBe(204)
  })
})

describe('finds as files', () => {
  it('go out and in again as CSV and as GeoJSON, once', async () => {
    const owner = await new Visitor(server.app).signUp()
    const lawn = await addLawn(owner)
    await owner.post('/api/scout/finds', {
      ...found({ note: '=1+1' }),
      zoneId: lawn.zone,
      placeId: lawn.middle,
    })
    await owner.send('DELETE', `/api/scout/finds/${lawn.find}?version=1`)
    const csv = (await owner.get(`/api/scout/finds.csv?yardId=${lawn.yard}`)).body
    expect(csv.split('\r\n')[0]).toContain('found_on,plant,botanical')
    expect(csv).toContain("'=1+1")
    const geo = (await owner.get(`/api/scout/finds.geojson?yardId=${lawn.yard}`)).json()
    const [lon, lat] = geo.features[0].geometry.coordinates
    // 12.5 ft east and 30 ft south of the yard's own point
    expect((lon + 84.5) * 87_840).toBeCloseTo(12.5 * 0.3048, 1)
    expect((lat - 38) * 110_995).toBeCloseTo(-30 * 0.3048, 1)

    const again = await owner.post('/api/scout/finds/csv', { yardId: lawn.yard, csv })
    expect(again.json()).toEqual({ added: 0 })
    const [before] = (await owner.get('/api/scout/finds')).json() as Find[]
    await owner.send('DELETE', `/api/scout/finds/${before!.id}?version=1`)
    expect((await owner.post('/api/scout/finds/csv', { yardId: lawn.yard, csv })).json()).toEqual({
      added: 1,
    })
    const [after] = (await owner.get('/api/scout/finds')).json() as Find[]
    // It was removed, not gone: it is back as it was, with what no file holds.
    expect(after).toEqual({ ...before, version: 2 })
    await owner.send('DELETE', `/api/scout/finds/${before!.id}?version=2`)
    expect(
      (await owner.post('/api/scout/finds/geojson', { yardId: lawn.yard, collection: geo })).json(),
    ).toEqual({ added: 1 })
    const [third] = (await owner.get('/api/scout/finds')).json() as Find[]
    expect([third!.xFt, third!.yFt]).toEqual([12.5, 30])
  })
  it('go out in the order of their days, however they came', async () => {
    const owner = await new Visitor(server.app).signUp()
    const lawn = await addLawn(owner)
    await owner.send('DELETE', `/api/scout/finds/${lawn.find}?version=1`)
    const other = { id: randomUUID(), yardId: lawn.yard, name: 'Back', turf: 'tallFescue', state: 'growing' }
    expect((await owner.post('/api/yard/zones', other)).statusCode).toBe(201)
    for (const [foundOn, zoneId] of [
      ['2026-02-20', lawn.zone],
      ['2026-01-05', lawn.zone],
      ['2026-02-11', other.id],
      ['2026-01-20', other.id],
    ])
      await owner.post('/api/scout/finds', { ...found({ foundOn }), zoneId, placeId: null })
    const csv = (await owner.get(`/api/scout/finds.csv?yardId=${lawn.yard}`)).body
    expect(csv.match(/2026-\d\d-\d\d/g)).toEqual(['2026-01-05', '2026-01-20', '2026-02-11', '2026-02-20'])
  })
  it('are taken in by any country’s name, and refused whole with the line at fault', async () => {
    const owner = await new Visitor(server.app).signUp()
    const lawn = await addLawn(owner)
    const take = (csv: string) => owner.post('/api/scout/finds/csv', { yardId: lawn.yard, csv })
    expect(
      (await take('plant,found_on\nwinter grass,2026-02-01\nPoa trivialis,2026-02-02\n')).json(),
    ).toEqual({ added: 2 })
    const wrong = await take(
      'plant,found_on,stage,grid_hits,grid_points\nhenbit,2026-02-01,flowering,3,40\nsnakeweed,2026-02-31,asleep,3,2\n',
    )
    expect(wrong.statusCode).toBe(422)
    expect(wrong.json().faults.map((f: { field: string }) => f.field)).toEqual([
      'line 3.plant',
      'line 3.stage',
      'line 3.found_on',
    ])
    expect(wrong.json().detail).toContain('line 3')
    expect((await take('weed\nhenbit\n')).json().code).toBe('columnMissing')
    expect((await owner.get('/api/scout/finds')).json()).toHaveLength(3)
    const far = {
      type: 'FeatureCollection',
      features: [
        {
          type: 'Feature',
          geometry: { type: 'Point', coordinates: [10, 50] },
          properties: { plant: 'henbit', found_on: '2026-02-01' },
        },
      ],
    }
    expect(
      (await owner.post('/api/scout/finds/geojson', { yardId: lawn.yard, collection: far })).json().code,
    ).toBe('pointTooFar')
  })
})

describe('the calculators, without an account', () => {
  const post = (url: string, payload: object) => server.app.inject({ method: 'POST', url, payload })
  const where = { day: '2026-02-28', hemisphere: 'northern', belt: 'mild' }
  it('key a plant as the screen does', async () => {
    const response = await post('/api/scout/key', {
      ...where,
      turf: 'tallFescue',
      marks: ['wet'],
      answers: {
        kind: 'grass',
        colour: 'lime',
        leafTip: 'boat',
        ligule: 'tall',
        leafBack: 'dull',
        hold: 'whole',
      },
    })
    const { verdict, candidates } = response.json()
    expect([verdict, candidates[0].code]).toEqual(['decided', 'annualBluegrass'])
    expect((await post('/api/scout/key', { ...where, answers: { nose: 'long' } })).json().code).toBe(
      'unknownCode',
    )
  })
  it('count cover and judge a find', async () => {
    expect((await post('/api/scout/cover', { hits: 9, points: 60 })).json().cover.value).toBeCloseTo(0.15)
    const verdict = await post('/api/scout/verdict', {
      ...where,
      day: '2026-05-10',
      plant: 'henbit',
      turf: 'tallFescue',
      stage: 'flowering',
      amount: { kind: 'grid', hits: 20, points: 100 },
    })
    expect(verdict.json().acts[0]).toMatchObject({ act: 'wait', because: 'diesInSummer' })
    expect(
      (
        await post('/api/scout/verdict', {
          ...where,
          plant: 'x',
          turf: 'tallFescue',
          stage: 'mature',
          amount: { kind: 'notCounted' },
        })
      ).json().code,
    ).toBe('unknownCode')
  })
})

describe('the drill', () => {
  it('brings back at once what was got wrong, and later what was known', async () => {
    const drill = async () => (await visitor.get('/api/scout/drill')).json() as DrillState
    const [first, second] = (await drill()).due as [string, string]
    const right = (await visitor.post('/api/scout/drill', { plant: first, chosen: first })).json()
    const wrong = (await visitor.post('/api/scout/drill', { plant: second, chosen: first })).json()
    expect([right.right, wrong.right]).toEqual([true, false])
    expect(Date.parse(wrong.due)).toBeLessThan(Date.parse(right.due))
    expect(Date.parse(wrong.due) - testNow.getTime()).toBeLessThan(10 * 60_000)
    const again = (await visitor.post('/api/scout/drill', { plant: first, chosen: first })).json()
    expect(Date.parse(again.due) - testNow.getTime()).toBeGreaterThan(24 * 3_600_000)
    const { learned, due } = await drill()
    expect(due).not.toContain(first)
    expect(learned.find((l) => l.plant === second)).toMatchObject({ lapses: 1, answers: 1 })
    expect((await visitor.post('/api/scout/drill', { plant: 'x', chosen: 'x' })).statusCode).toBe(404)
  })
})

describe('thresholds', () => {
  it('are kept with the yard', async () => {
    const yard = await visitor.patch(`/api/yard/yards/${made.yard}`, {
      version: 1,
      verdictThresholds: { pullUpTo: 60 },
    })
    expect(yard.json().verdictThresholds).toEqual({ pullUpTo: 60 })
    expect(
      (
        await visitor.patch(`/api/yard/yards/${made.yard}`, {
          version: 2,
          verdictThresholds: { nonsense: 1 },
        })
      ).statusCode,
    ).toBe(400)
  })
})

describe('the account file', () => {
  it('carries finds, photos and jobs into another account', async () => {
    const file = (await visitor.get('/api/account/file')).json()
    expect(file.version).toBe(accountFileVersion)
    expect(file.photos.length).toBeGreaterThan(0)
    const other = await new Visitor(server.app).signUp()
    const taken = await other.post('/api/account/file', file)
    expect(taken.json().added).toMatchObject({
      finds: file.finds.length,
      photos: file.photos.length,
      jobs: file.jobs.length,
    })
    const [photo] = (await other.get('/api/account')).json().photos as FindPhoto[]
    expect((await other.get(`/api/scout/photos/${photo!.id}`)).rawPayload.length).toBe(photo!.bytes)
    const { finds: _, photos: __, jobs: ___, ...first } = file
    const third = await new Visitor(server.app).signUp()
    expect((await third.post('/api/account/file', { ...first, version: 1 })).json().added).toMatchObject({
      finds: 0,
      yards: 1,
    })
  })
})
