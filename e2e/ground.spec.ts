import { almanac } from '../almanac/src/index.ts'
import { choose, enterDemo, expect, fillAll, ownLawn, putDemoBack, sendAs, signUp, test } from './running.ts'

const labelOf = (code: string) => structuredClone(almanac.sampleLabels.find((l) => l.code === code)!.rules)

test.use({ soil: 'waited for' })

test('a bed is added, taped and cleared with two products in one tank', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/yard`)
  await page.getByRole('button', { name: 'Add a lawn, a bed or a path' }).click()
  await page.getByLabel('What you call it').fill('Rose bed')
  await choose(page, 'Turf, or what is there', 'planted bed')
  await page.getByLabel('shrubs and flowers').check()
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('button', { name: 'Tape a section' }).click()
  await page.getByLabel('Name of the piece').fill('Roses')
  await choose(page, 'Lawn or ground', 'Rose bed')
  await page.getByLabel('length, ft').fill('23 ft 7 in')
  await page.getByLabel('width, ft').fill('5.8')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('h1')).toContainText('137 sq ft of beds, paths and other ground')

  await page.goto(`${running.url}/bench`)
  const grounds = page.getByRole('group', { name: 'Lawn or ground' })
  await grounds.getByLabel('Rose bed').check()
  await grounds.getByLabel('Front').uncheck()
  await choose(page, 'Label', 'Tressock SL')
  await expect(page.locator('.refusals')).toContainText('planted bed')
  await choose(page, 'Label', 'Voidmarsh 3.2 SL')
  await choose(page, 'Add a product to the tank', 'Quernby 2.2 SC')
  const because = page.getByLabel('Go on against this advice, because')
  // It is February: its label’s cold is what stands against it, and that is a label’s limit.
  await expect(page.locator('.refusals')).toContainText('too cold for Voidmarsh 3.2 SL')
  await because.fill('It is mild under the wall')
  await because.blur()
  await expect(page.locator('h1')).toContainText('0.171 gal')
  await expect(page.locator('main')).toContainText('glyphosate hurts what you want to keep in Rose bed')
  await page.getByRole('button', { name: 'Start mixing' }).click()
  await fillAll(page)
  await page.getByRole('button', { name: 'Record the application' }).click()
  await page.locator('form.record').getByRole('button', { name: 'Record the application' }).click()
  await expect(page).toHaveURL(/ledger/)
  await expect(page.locator('main')).toContainText('Rose bed')
  await putDemoBack(page)
})

test('a kerb strip gone over twice on a lawn near its year’s maximum is refused, and named', async ({
  page,
  running,
}) => {
  await signUp(page, running, 'kerb@example.org')
  await ownLawn(page, 'Mill Lane', 'Front')
  await page.goto(`${running.url}/yard`)
  await page.getByRole('button', { name: 'Tape a section' }).click()
  await page.getByLabel('Name of the piece').fill('Lawn')
  await page.getByLabel('length, ft').fill('80')
  await page.getByLabel('width, ft').fill('40')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('button', { name: 'Mark a place' }).click()
  await page.getByLabel('What you call it').fill('Along the drive')
  await choose(page, 'Along which side', /side 2, 40 ft/)
  await page.getByLabel('Width of the strip').fill('3')
  await expect(page.getByText('The strip is 120 sq ft.')).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('.rests')).toContainText('120 sq ft')

  const { id: labelId } = await sendAs(page, '/api/shelf/labels', {
    rules: { ...labelOf('tarnfold'), name: 'Mine 50 WG', sample: false },
  })
  const { id: sprayerId } = await sendAs(page, '/api/bench/sprayers', {
    name: 'Backpack',
    kind: 'backpack',
    capacityGal: 4,
  })
  const { id: calibrationId } = await sendAs(page, '/api/bench/calibrations', {
    sprayerId,
    day: '2026-02-20',
    runs: [{ areaSqFt: 1000, volumeGal: 1, seconds: 200 }],
    note: '',
  })
  const zoneId = await page.evaluate(async () => {
    const zones = (await (await fetch('/api/yard/zones')).json()) as { id: string }[]
    return zones[0]!.id
  })
  for (const [day, value] of [
    ['2026-03-10', 0.5],
    ['2026-05-10', 0.3],
  ] as const) {
    const { id: tankId } = await sendAs(page, '/api/bench/tanks', {
      zones: [{ zoneId, mode: 'broadcast', spotSqFt: null, edgeSqFt: null }],
      products: [{ labelId, rate: { value, unit: 'oz/1000ft2' }, concentration: null, tool: null }],
      calibrationId,
      day,
      loadPlan: 'fullThenRemainder',
      waterFirst: null,
      water: null,
    })
    await sendAs(page, '/api/ledger/applications', {
      tankId,
      appliedAt: `${day}T15:00:00Z`,
      applicator: 'Noor',
    })
  }
  await page.goto(`${running.url}/bench?day=2026-09-01`)
  await page.reload()
  await page.getByLabel(/^Rate/).fill('0.26')
  await expect(page.locator('h1')).toContainText('Front')
  await expect(page.locator('.refusals')).toHaveCount(0)
  await expect(page.locator('h1')).toContainText('3.2 gal')
  await page.getByLabel('Along the drive, 120 sq ft').check()
  await expect(page.locator('.refusals')).toContainText(
    'On the strip “Along the drive”, gone over twice: 0.52 oz per 1,000 sq ft is more than',
  )
  await expect(page.locator('.refusals')).toContainText('Go over the edges once.')
})

test('an outline comes from a file: 20,000 corners, one that crosses itself, one that is none', async ({
  page,
  running,
}) => {
  await signUp(page, running, 'outline@example.org')
  await ownLawn(page, 'Mill Lane', 'Front')
  await page.goto(`${running.url}/yard`)
  await page.getByRole('button', { name: 'Tape a section' }).click()
  const give = (name: string, text: string) =>
    page
      .getByLabel('Import the outline from a file')
      .setInputFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(text) })
  await give('letter.gpx', 'Dear sir, the lawn is green.')
  await expect(page.getByRole('alert')).toContainText('No outline is in this file')
  const tie = [
    [-84.5, 38],
    [-84.4998, 38.0002],
    [-84.5, 38.0002],
    [-84.4998, 38],
  ]
  await give('tie.geojson', JSON.stringify({ type: 'Polygon', coordinates: [tie] }))
  await expect(page.getByRole('alert')).toContainText('The outline crosses itself')
  const walk = Array.from({ length: 20_000 }, (_, i) => {
    const turn = (i / 20_000) * 2 * Math.PI
    return `<trkpt lat="${38 + 0.0002 * Math.cos(turn)}" lon="${-84.5 + 0.0002 * Math.sin(turn)}"/>`
  })
  await give(
    'walk.gpx',
    `<gpx version="1.1"><trk><name>Walk round</name><trkseg>${walk.join('')}</trkseg></trk></gpx>`,
  )
  await expect(page.getByText('13,187 sq ft inside 20,000 corners')).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('h1')).toContainText('13,187 sq ft')
  await page.reload()
  await expect(page.locator('h1')).toContainText('13,187 sq ft')
})

test('a truck of 200 gallons is filled for nine lawns of three turfs and drawn down lawn by lawn', async ({
  page,
  running,
}) => {
  await signUp(page, running, 'park@example.org')
  const { id: yardId } = await sendAs(page, '/api/yard/yards', {
    name: 'The park',
    latitude: 38,
    longitude: -84.5,
    timeZone: 'America/New_York',
    climate: 'quarryBend',
    timingSchool: 'edgeLed',
  })
  const turfs = ['tallFescue', 'zoysiagrass', 'kentuckyBluegrass', 'creepingBentgrass']
  for (let i = 0; i < 11; i++) {
    const turf = i < 9 ? turfs[i % 3] : i === 9 ? 'bermudagrass' : 'creepingBentgrass'
    const { id: zoneId } = await sendAs(page, '/api/yard/zones', {
      yardId,
      name: `Lawn ${i + 1}`,
      turf,
      state: 'growing',
    })
    await sendAs(page, '/api/yard/sections', {
      zoneId,
      name: 'Piece',
      kind: 'rectangle',
      lengthsFt: [200, 100],
      deduction: false,
      xFt: 220 * i,
      yFt: 0,
      turnDeg: 0,
    })
  }
  await sendAs(page, '/api/shelf/labels', {
    rules: { ...labelOf('tarnfold'), name: 'Mine 50 WG', sample: false },
  })
  const { id: sprayerId } = await sendAs(page, '/api/bench/sprayers', {
    name: 'Truck',
    kind: 'truckRig',
    capacityGal: 200,
  })
  await sendAs(page, '/api/bench/calibrations', {
    sprayerId,
    day: '2026-02-20',
    runs: [{ areaSqFt: 1000, volumeGal: 1, seconds: 40 }],
    note: '',
  })
  await page.goto(`${running.url}/bench?day=2026-03-20`)
  await page.reload()
  const grounds = page.getByRole('group', { name: 'Lawn or ground' })
  for (let i = 2; i <= 9; i++) await grounds.getByLabel(`Lawn ${i}`, { exact: true }).check()
  await page.getByLabel('To spare, for lawns to come').fill('15')
  await page.getByLabel(/^Rate/).fill('0.5')
  await expect(page.locator('.refusals')).toContainText('Kentucky bluegrass')
  await page.getByLabel(/^Rate/).fill('0.4')
  await expect(page.locator('h1')).toContainText('195 gal')
  await page.getByRole('button', { name: 'Start mixing' }).click()
  await fillAll(page)
  await expect(page.getByText('195 gal left in the tank.')).toBeVisible()
  await expect(page.getByText(/15 gal is over: enough for 15,000 sq ft/)).toBeVisible()
  await expect(page.locator('.down')).toContainText('Lawn 11: Mine 50 WG is not for creeping bentgrass')
  await page.getByRole('button', { name: 'Record it' }).first().click()
  await page.getByLabel('Spray used, gal').first().fill('19')
  await page.locator('form.record').getByRole('button', { name: 'Record the application' }).click()
  await expect(page.getByText('176 gal left in the tank.')).toBeVisible()
  await expect(page.locator('.down')).toContainText('done, 19 gal')
  await choose(page, 'Lawn or ground', 'Lawn 10')
  await page.locator('.elsewhere').getByLabel('Spray used, gal').fill('16')
  await page.locator('.elsewhere').getByRole('button', { name: 'Record it' }).click()
  await expect(page.getByText('160 gal left in the tank.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('160 gal left in the tank.')).toBeVisible()
})
