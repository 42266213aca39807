import { randomUUID } from 'node:crypto'
import { inflateSync } from 'node:zlib'
import Papa from 'papaparse'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { almanac } from '@jardinero/almanac'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
/** Only so many accounts may be made at one server in five minutes: each part has a server of its own. */
function withServer(): void {
  beforeAll(async () => {
    server = await startTestServer()
  })
  afterAll(() => server.close())
}
const visitor = () => new Visitor(server.app)
const labelOf = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules

describe('labels', () => {
  withServer()
  it('keep every version that stood before, with who and when, and only where the rules changed', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const url = `/api/shelf/labels/${made.label}`
    const renamed = { ...lawn.label, name: 'Copied again' }
    expect((await owner.patch(url, { version: 1, rules: renamed })).json().rules.name).toBe('Copied again')
    await owner.patch(url, { version: 2, rules: renamed })
    await owner.patch(url, { version: 3, rules: { ...renamed, seedingIntervalDays: 120 } })
    const versions = (await owner.get(`${url}/versions`)).json()
    expect(versions).toMatchObject([
      { number: 1, rules: lawn.label, replacedBy: 'Ada', replacedAt: '2026-03-01T17:00:00.000Z' },
      { number: 2, rules: renamed },
    ])
    // An edit that came too late keeps nothing.
    expect((await owner.patch(url, { version: 1, rules: lawn.label })).statusCode).toBe(409)
    expect((await owner.get(`${url}/versions`)).json()).toHaveLength(2)
  })
  it('with contradictions are refused with the place of each', async () => {
    const owner = await visitor().signUp()
    const rules = {
      ...labelOf('quarlock'),
      coverage: [
        { amount: { value: 1, unit: 'lb' }, areaSqFt: 34_000 },
        { amount: { value: 1, unit: 'lb' }, areaSqFt: 5_000 },
      ],
    }
    const refused = await owner.post('/api/shelf/labels', { id: randomUUID(), rules })
    expect(refused.statusCode).toBe(422)
    expect(refused.json().faults).toMatchObject([{ code: 'coverageDisagrees', field: 'rules.coverage.1' }])
    expect(refused.json().faults[0].detail).toContain('cannot cover both')
  })
  it('go out as one file and into another account, all or none, and twice add nothing', async () => {
    const owner = await visitor().signUp()
    for (const code of ['tarnfold', 'rushollow', 'wetholm', 'turlow'])
      await owner.post('/api/shelf/labels', { id: randomUUID(), rules: labelOf(code) })
    const file = (await owner.get('/api/shelf/labels.json')).json()
    expect(file).toMatchObject({ format: 'jardinero.labels', version: 1 })
    const other = await visitor().signUp()
    const taken = (await other.post('/api/shelf/labels.json', file)).json()
    expect(taken.added.map((l: { rules: { name: string } }) => l.rules.name)).toEqual([
      'Rushollow 62 WG',
      'Tarnfold 50 WG',
      'Turlow 24-0-8',
      'Wetholm',
    ])
    expect((await other.post('/api/shelf/labels.json', file)).json()).toMatchObject({
      added: [],
      kept: { length: 4 },
    })
    expect((await other.get('/api/shelf/labels.json')).json()).toEqual(file)
    // A neighbour's version of the same product is told, not taken.
    const neighbours = structuredClone(file)
    neighbours.labels[1].uses[0].rate.max = 0.5
    expect((await other.post('/api/shelf/labels.json', neighbours)).json()).toMatchObject({
      added: [],
      kept: { length: 3 },
      differing: [{ id: taken.added[1].id, rules: { name: 'Tarnfold 50 WG' } }],
    })
    expect((await other.get('/api/shelf/labels.json')).json()).toEqual(file)
    const broken = structuredClone(file)
    broken.labels[1].uses[0].rate.min = 0.6
    broken.labels[0].name = 'Another'
    const refused = await other.post('/api/shelf/labels.json', broken)
    expect(refused.json().faults).toMatchObject([
      { code: 'minimumOverMaximum', field: 'labels.1.uses.0.rate.min' },
    ])
    expect((await other.get('/api/shelf/labels')).json()).toHaveLength(4)
    expect((await other.post('/api/shelf/labels.json', { ...file, version: 2 })).statusCode).toBe(400)
  })
  it('as a list have a line for every line of directions', async () => {
    const owner = await visitor().signUp()
    for (const code of ['tarnfold', 'wetholm'])
      await owner.post('/api/shelf/labels', { id: randomUUID(), rules: labelOf(code) })
    const csv = Papa.parse<Record<string, string>>((await owner.get('/api/shelf/labels.csv')).body, {
      header: true,
    })
    expect(csv.errors).toEqual([])
    expect(csv.data.map((r) => [r['name'], r['rate_max'], r['rate_unit']])).toEqual([
      ['Tarnfold 50 WG', '0.55', 'oz/1000ft2'],
      ['Tarnfold 50 WG', '0.44', 'oz/1000ft2'],
      ['Tarnfold 50 WG', '0.55', 'oz/1000ft2'],
      ['Wetholm', '', ''],
    ])
    expect(csv.data[0]).toMatchObject({ actives: 'prodiamine 50 percent ai', seeding_interval_days: '150' })
  })
})

describe('the file of a label', () => {
  withServer()
  it('comes back as it was sent where it is a PDF, and without the camera’s words where it is a picture', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const pdf = await owner.get(`/api/shelf/files/${made.labelFile}`)
    expect(pdf.rawPayload.equals(lawn.pdf)).toBe(true)
    expect(pdf.headers).toMatchObject({
      'content-type': 'application/pdf',
      'content-disposition': 'attachment; filename="label.pdf"',
    })
    const photo = await sharp({ create: { width: 4000, height: 1000, channels: 3, background: '#aa9' } })
      .withExif({ IFD0: { Make: 'Camera' } })
      .jpeg()
      .toBuffer()
    const id = randomUUID()
    const url = `/api/shelf/labels/${made.label}/files?id=${id}&name=front.jpg`
    expect((await owner.sendBytes(url, photo, 'image/jpeg')).json()).toMatchObject({
      kind: 'picture',
      name: 'front.jpg',
    })
    expect((await owner.sendBytes(url, photo, 'image/jpeg')).statusCode).toBe(200)
    const kept = await sharp((await owner.get(`/api/shelf/files/${id}`)).rawPayload).metadata()
    expect([kept.width, kept.exif]).toEqual([3200, undefined])
    expect((await owner.get('/api/account')).json().labelFiles).toHaveLength(2)
    expect((await owner.send('DELETE', `/api/shelf/files/${id}`)).statusCode).toBe(204)
    expect((await owner.get(`/api/shelf/files/${id}`)).statusCode).toBe(404)
  })
  test.each<[string, Buffer, string]>([
    ['nothing', Buffer.alloc(0), 'labelFileEmpty'],
    ['text', Buffer.from('<html>hello</html>'), 'labelFileKind'],
    ['an animation', Buffer.from('R0lGODlhAQABAAAAACwAAAAAAQABAAACAkQBADs=', 'base64'), 'labelFileKind'],
  ])('is refused where it is %s', async (_, bytes, code) => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const sent = await owner.sendBytes(
      `/api/shelf/labels/${made.label}/files?id=${randomUUID()}&name=x`,
      bytes,
      'application/octet-stream',
    )
    expect(sent.json().faults?.[0]?.code ?? sent.json().code).toBe(code)
    expect(sent.statusCode).toBeGreaterThanOrEqual(400)
    expect(sent.statusCode).toBeLessThan(500)
  })
})

describe('stock', () => {
  withServer()
  it('knows what mixes have taken', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const taken = (await owner.get('/api/shelf/taken')).json()
    expect(taken[made.label]).toEqual([
      { day: '2026-02-28', amount: { value: expect.closeTo(2.54, 2), unit: 'oz' } },
    ])
  })
  test.each([
    [{ amount: { value: 12, unit: 'floz' } }, 'amountMeasure'],
    [{ openedOn: '2026-01-01' }, 'openedBeforeBought'],
    [{ counted: { amount: { value: 13, unit: 'oz' }, day: '2026-02-20' } }, 'countedOverPackage'],
  ])('refuses %o', async (patch, code) => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const refused = await owner.patch(`/api/shelf/stock/${made.stock}`, { version: 1, ...patch })
    expect(refused.json().faults).toMatchObject([{ code }])
  })
  it('is a list for a spreadsheet', async () => {
    const owner = await visitor().signUp()
    await addLawn(owner)
    const { data } = Papa.parse((await owner.get('/api/shelf/stock.csv')).body, { header: true })
    expect(data).toMatchObject([
      {
        label: 'Tarnfold 50 WG',
        amount: '12',
        unit: 'oz',
        bought_on: '2026-02-07',
        opened_on: '',
        price: '34',
      },
    ])
  })
  it('belongs to a label of the same account', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    const other = await visitor().signUp()
    const row = {
      id: randomUUID(),
      labelId: made.label,
      amount: { value: 1, unit: 'oz' },
      boughtOn: '2026-02-07',
      openedOn: null,
      counted: null,
      priceCents: null,
    }
    expect((await other.post('/api/shelf/stock', row)).json().faults).toMatchObject([
      { code: 'labelMissing' },
    ])
  })
})

describe('open to other programs', () => {
  withServer()
  const open = () => visitor().open()
  it('finds what cannot be in a label', async () => {
    const v = await open()
    const { findings } = (
      await v.post('/api/shelf/check', { rules: { ...labelOf('quarlock'), name: 'Quarlock 75 WG' } })
    ).json()
    expect(findings).toMatchObject([
      { code: 'strengthAgainstName', weight: 'warn', field: 'rules.actives.0.strength' },
    ])
  })
  it('chooses from the sample labels, with every reason', async () => {
    const v = await open()
    const order = {
      day: '2026-06-10',
      turf: 'tallFescue',
      state: 'growing',
      weeds: [{ plant: 'yellowNutsedge', stage: 'leaves' }],
      outlook: [{ day: '2026-06-10', highC: 26, lowC: 15 }],
    }
    const choice = (await v.post('/api/shelf/choose', order)).json()
    expect(choice.tank).toMatchObject({
      labels: ['Rushollow 62 WG'],
      actives: ['halosulfuron-methyl'],
      controlledBy: { yellowNutsedge: 'Rushollow 62 WG' },
    })
    const wenlow = choice.judged.find((j: { label: string }) => j.label === 'Wenlow 50 WG')
    expect(wenlow.refusals.map((r: { code: string }) => r.code)).toContain('activeKillsTurf')
    const wrong = await v.post('/api/shelf/choose', {
      ...order,
      turf: 'plastic',
      weeds: [{ plant: 'triffid', stage: 'leaves' }],
    })
    expect(wrong.statusCode).toBe(422)
    expect(wrong.json().faults.map((f: { field: string }) => f.field)).toEqual(['turf', 'weeds.0.plant'])
  })
})

/** Words of a PDF's pages, in the order they are drawn. */
function textOfPdf(pdf: Buffer): string {
  const found: string[] = []
  for (let at = pdf.indexOf('stream\n'); at >= 0; at = pdf.indexOf('stream\n', at + 1)) {
    if (pdf.subarray(at - 3, at).toString() === 'end') continue
    const end = pdf.indexOf('endstream', at)
    try {
      const content = inflateSync(pdf.subarray(at + 7, end)).toString('latin1')
      for (const line of content.matchAll(/\[((?:<[0-9a-f]+>[\s\d.-]*)+)\] TJ/g))
        found.push(
          [...line[1]!.matchAll(/<([0-9a-f]+)>/g)]
            .map((m) => Buffer.from(m[1]!, 'hex').toString('latin1'))
            .join(''),
        )
    } catch {
      // Not a stream of drawing.
    }
  }
  return found.join('\n')
}

describe('the sheet', () => {
  withServer()
  it('prints this yard’s turf as PDF with rates, groups, turf and weeds', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    for (const code of ['rushollow', 'wenlow', 'tressock'])
      await owner.post('/api/shelf/labels', { id: randomUUID(), rules: labelOf(code) })
    const answer = await owner.get(`/api/shelf/sheet.pdf?yardId=${made.yard}`)
    expect(answer.headers['content-type']).toBe('application/pdf')
    expect(answer.rawPayload.subarray(0, 5).toString()).toBe('%PDF-')
    const text = textOfPdf(answer.rawPayload).replace(/-?\s+/g, (gap) => (gap.startsWith('-') ? '-' : ' '))
    expect(text).toContain('Rushollow 62 WG')
    expect(text).toContain('yellow nutsedge')
    expect(text).toContain('halosulfuron-methyl')
    expect(text).not.toContain('Wenlow')
  })
  it('as CSV never prints a rate over the label’s, and for a firm names every turf', async () => {
    const owner = await visitor().signUp()
    await owner.post('/api/shelf/labels', { id: randomUUID(), rules: labelOf('rushollow') })
    const csv = Papa.parse<Record<string, string>>((await owner.get('/api/shelf/sheet.csv')).body, {
      header: true,
    })
    const [row] = csv.data
    const { rate } = labelOf('rushollow').uses[0]!
    expect(Number(row!['per_1000_sq_ft_max'])).toBeLessThanOrEqual(rate.max)
    expect(Number(row!['per_acre_max'])).toBeLessThanOrEqual(rate.max * 43.56)
    expect(Number(row!['per_acre_max'])).toBeGreaterThan(rate.max * 43.56 * 0.99)
    expect(Number(row!['per_1000_sq_ft_min'])).toBeGreaterThanOrEqual(rate.min)
    expect(row).toMatchObject({ tallFescue: 'safe', stAugustinegrass: 'safe', groups: '2' })
    expect(row!['controls']).toContain('yellowNutsedge')
  })
})

describe('the account file', () => {
  withServer()
  it('carries packages, earlier labels and label files into another account', async () => {
    const owner = await visitor().signUp()
    const made = await addLawn(owner)
    await owner.patch(`/api/shelf/labels/${made.label}`, {
      version: 1,
      rules: { ...lawn.label, name: 'Newer' },
    })
    const file = (await owner.get('/api/account/file')).json()
    const other = await visitor().signUp()
    const { added } = (await other.post('/api/account/file', file)).json()
    expect(added).toMatchObject({ labelVersions: 1, labelFiles: 1, stock: 1 })
    const state = (await other.get('/api/account')).json()
    expect(state.stock[0]).toMatchObject({ labelId: state.labels[0].id, amount: { value: 12, unit: 'oz' } })
    expect((await other.get(`/api/shelf/files/${state.labelFiles[0].id}`)).rawPayload.equals(lawn.pdf)).toBe(
      true,
    )
    expect((await other.get(`/api/shelf/labels/${state.labels[0].id}/versions`)).json()).toMatchObject([
      { number: 1, rules: lawn.label },
    ])
    // What is taken counts against the package there too.
    expect(Object.keys((await other.get('/api/shelf/taken')).json())).toEqual([state.labels[0].id])
  })
})
