import { readFileSync } from 'node:fs'
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { almanac } from '../almanac/src/index.ts'
import {
  choose,
  enterDemo,
  expect,
  fillAll,
  sendAs as send,
  signUp,
  putDemoBack,
  test,
  ownLawn,
} from './running.ts'

const axe = async (page: Page) =>
  (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze()).violations.map(
    (v) => v.id,
  )
const labelOf = (code: string) => structuredClone(almanac.sampleLabels.find((l) => l.code === code)!.rules)
async function sheet(page: Page): Promise<void> {
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Mix sheet (PDF)' }).click()
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-')
}

test.use({ soil: 'waited for' })

test('two products whose watering rules clash go down in two passes on a strip of 3,180 sq ft', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  const hasty = labelOf('tarnfold')
  Object.assign(hasty, { name: 'Hasty 50 WG', wateringIn: { leastIn: 0.25, mostIn: 0.5, withinDays: 1 } })
  const slow = labelOf('dorrick')
  // It is Feb: what its label says of cold is not what is looked at here.
  Object.assign(slow, { name: 'Slow 40 WG', dryHours: 48, temperature: undefined })
  const ids: string[] = []
  for (const rules of [hasty, slow]) ids.push((await send(page, '/api/shelf/labels', { rules })).id)
  await page.goto(`${running.url}/bench?label=${ids.join(',')}`)
  const lawns = page.getByRole('group', { name: 'Lawn' })
  await lawns.getByLabel('Side strip').check()
  await lawns.getByLabel('Front').uncheck()
  await expect(page.locator('.rests')).toContainText('3,180 sq ft')
  await expect(page.locator('.refusals')).toContainText('Slow 40 WG needs a surfactant or oil in the tank')
  await choose(page, 'Add a product to the tank', 'Wetholm')
  await expect(page.locator('.refusals')).toContainText(
    'Slow 40 WG must dry on the leaf for 48 hours, and Hasty 50 WG must be watered in within 24. No hour serves both',
  )
  await page.getByRole('button', { name: 'Application 1: Slow 40 WG, Wetholm' }).click()
  await expect(page.locator('h1')).toContainText('of water with Slow 40 WG and Wetholm.')
  await expect(page.getByText('Spray the tank empty today')).toBeVisible()
  await page.getByText('Try it in a jar first').click()
  await expect(page.locator('.jar li')).toHaveCount(2)
  expect(await axe(page)).toEqual([])
  await page.getByRole('button', { name: 'Start mixing' }).click()
  await expect(page.locator('h1')).toContainText('Load 1 of 1: fill to 1.99 gal')
  await page.getByRole('button', { name: 'It’s in' }).click()
  await expect(page.locator('.order .now')).toContainText('Slow 40 WG, fully dispersed')
  await page.reload()
  await expect(page.locator('.order .now')).toContainText('Slow 40 WG, fully dispersed')
  await page.getByRole('button', { name: 'Weigh on the scale here' }).click()
  await expect(page.getByText('Put the empty jug on, then tare.')).toBeVisible()
  await expect(page.locator('.scale .weight')).toContainText('58 g')
  await page.getByRole('button', { name: 'Tare', exact: true }).click()
  await expect(page.getByText('slowly now').or(page.getByText('pour on'))).toBeVisible()
  await expect(page.getByText('stop: that is it')).toBeVisible({ timeout: 20_000 })
  await page.getByRole('button', { name: 'It’s in' }).click()
  await page.getByRole('button', { name: 'It’s in' }).click()
  await expect(page.locator('.order .now')).toContainText('Wetholm')
  await sheet(page)
  await fillAll(page)
  await page.getByRole('button', { name: 'Record the application' }).click()
  await page.locator('form.record').getByRole('button', { name: 'Record the application' }).click()
  await expect(page).toHaveURL(/ledger/)
  await expect(page.locator('main')).toContainText('Slow 40 WG')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${running.url}/bench?label=${ids[0]}`)
  await expect(page.locator('h1')).toContainText('load')
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
  await putDemoBack(page)
})

test('spots take half a gallon', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/bench`)
  await choose(page, 'Label', 'Tressock SL')
  await choose(page, 'Treated', 'spots')
  await page.getByLabel('Spots together, sq ft').fill('5000')
  await expect(page.locator('.refusals')).toContainText(
    'The spots on Front (5,000 sq ft) are more than the lawn',
  )
  await page.getByLabel('Spots together, sq ft').fill('400')
  await expect(page.locator('.refusals')).toContainText('It is too cold for Tressock SL')
  const because = page.getByLabel('Go on against this advice, because')
  await because.fill('The crowns are awake along the wall')
  await because.blur()
  await expect(page.locator('main')).toContainText('You go on against advice')
  await expect(page.locator('h1')).toContainText('One load covers Front: 0.5 gal of water')
  await page.getByText('What you measure with').click()
  await page.getByRole('button', { name: 'Add a scale, cup or spoon' }).click()
  await page.getByLabel('What you call this measure').fill('Grandma’s spoon')
  await choose(page, 'Kind of measure', 'spoon')
  await page.getByLabel('Smallest step').fill('0.25')
  await page.getByLabel('Holds').fill('1')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('main')).toContainText('Grandma’s spoon, filled')
  await page.getByRole('button', { name: 'Start mixing' }).click()
  await sheet(page)
  await page.getByRole('button', { name: 'Stop mixing' }).click()
  await putDemoBack(page)
})

test('half a can of spot mix, without a sprayer, a calibration or an area', async ({ page, running }) => {
  await signUp(page, running, 'canny@example.org')
  await ownLawn(page, 'By the lake', 'Verge')
  const rules = {
    name: 'Handmittel',
    sample: false,
    formulation: 'SL',
    actives: [{ name: '2,4-D', strength: { value: 41, unit: 'percent', basis: 'ae' }, group: '4' }],
    uses: [
      { turf: ['tallFescue'], purpose: 'postEmergent', rate: { min: 0.5, max: 1.5, unit: 'floz/1000ft2' } },
    ],
    spots: [{ amount: { value: 1, unit: 'floz' }, waterGal: 1 }],
    keepOff: { untilDry: true, hours: 0 },
    gear: ['gloves'],
    signalWord: 'caution',
    restrictedUse: false,
  }
  await send(page, '/api/shelf/labels', { rules })
  await page.goto(`${running.url}/bench`)
  await page.getByText('Spots by the can').click()
  await page.getByLabel('Size of the can, gal').fill('2')
  await page.getByLabel('How many cans').fill('1.3')
  await expect(page.getByText('Cans are counted in halves')).toBeVisible()
  await page.getByLabel('How many cans').fill('0.5')
  await expect(page.locator('.can')).toContainText('2 fl oz in each can, filled to 2 gal.')
  await expect(page.locator('.can')).toContainText('Not on less than 1,340 sq ft')
  await expect(page.locator('.can')).toContainText('The half can: 1 fl oz in 1 gal.')
  await page.getByRole('button', { name: 'Mix 0.5 cans' }).click()
  await expect(page.locator('h1')).toContainText('1 gal of water')
  await expect(page.locator('main')).toContainText('tells its strength by weight and is poured')
  // It is winter: cold is advice, a label’s limit is none.
  const because = page.getByLabel('Go on against this advice, because')
  if (await because.isVisible()) {
    await because.fill('It is warm by the wall')
    await because.blur()
  }
  await page.getByRole('button', { name: 'Start mixing' }).click()
  const isIn = page.getByRole('button', { name: 'It’s in' })
  const write = page.getByRole('button', { name: 'Record the application' })
  await isIn.waitFor()
  await expect(async () => {
    if (await isIn.isVisible()) await isIn.click()
    await expect(write).toBeVisible({ timeout: 500 })
  }).toPass()
  await write.click()
  await page.locator('form.record').getByRole('button', { name: 'Record the application' }).click()
  await expect(page).toHaveURL(/ledger/)
  await expect(page.locator('.records')).toContainText('Handmittel')
})

test('granules by weight, half along and half across, to the ledger', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/bench`)
  await choose(page, 'Sprayer or spreader', /Red spreader/)
  await choose(page, 'Label', 'Oakstow 0.2 GR')
  await page.getByLabel('Rate, lb per 1,000 sq ft').fill('3')
  await expect(page.locator('h1')).toContainText(
    'Weigh 10.1 lb of Oakstow 0.2 GR into the hopper for Front: half of it, 5.03 lb, along and half across.',
  )
  await expect(page.locator('.rests')).toContainText('setting K')
  await page.getByLabel('Rate, lb per 1,000 sq ft').fill('4')
  await expect(page.locator('main')).toContainText(
    'you want 2 lb per 1,000 sq ft. Open it and weigh back again.',
  )
  await page.getByLabel('Rate, lb per 1,000 sq ft').fill('9')
  await expect(page.locator('.refusals')).toContainText('over this label’s maximum')
  await page.getByLabel('Rate, lb per 1,000 sq ft').fill('3')
  expect(await axe(page)).toEqual([])
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('.spread')).toBeVisible()
  await page.emulateMedia({ media: 'screen' })
  await page.locator('.rests').getByRole('button', { name: 'Change', exact: true }).click()
  await page.getByText('Nozzle and strip').click()
  await page.getByText('Find the strip width with trays').click()
  const trays = page.getByLabel('Caught, tray by tray from left to right')
  await trays.fill('3, 4')
  await expect(page.getByText('Set out between 5 and 60 trays; here are 2.')).toBeVisible()
  await trays.fill('1,1 1,9 3,2 3,9 5,1 4,1 2,9 2,1 0,9')
  await page.getByRole('button', { name: 'Use 5 ft' }).click()
  await expect(page.getByLabel('Strip width, ft')).toHaveValue('5')
  await page.locator('.rests').getByRole('button', { name: 'Save' }).click()
  await page.getByRole('button', { name: 'Record the application' }).click()
  await expect(page).toHaveURL(/ledger/)
  await expect(page.locator('main')).toContainText('Oakstow 0.2 GR')
  await page.goto(`${running.url}/bench`)
  await choose(page, 'Label', 'Turlow 24-0-8')
  await page.getByLabel('Nitrogen, lb per 1,000 sq ft').fill('3')
  await expect(page.locator('.refusals')).toContainText('Nitrogen at one time is more than nothing')
  await page.getByLabel('Nitrogen, lb per 1,000 sq ft').fill('0.75')
  await expect(page.locator('h1')).toContainText('Weigh 10.5 lb of Turlow 24-0-8 into the hopper for Front')
  await page.getByRole('button', { name: 'Record the application' }).click()
  await expect(page).toHaveURL(/ledger/)
  await expect(page.locator('main')).toContainText('Turlow 24-0-8')
  await putDemoBack(page)
})

test('a sprayer that nobody measured goes by a usual figure, which is said until it is measured', async ({
  page,
  running,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signUp(page, running, 'unmeasured@example.org')
  await ownLawn(page, 'The other', 'Back')
  await ownLawn(page, 'Home', 'Front')
  await send(page, '/api/shelf/labels', {
    rules: { ...labelOf('tarnfold'), name: 'Mine 50 WG', sample: false },
  })
  const zoneIds = await page.evaluate(async () => {
    const zones = (await (await fetch('/api/yard/zones')).json()) as { id: string }[]
    return zones.map((z) => z.id)
  })
  for (const zoneId of zoneIds)
    await send(page, '/api/yard/sections', {
      zoneId,
      name: 'Lawn',
      kind: 'known',
      lengthsFt: [80],
      deduction: false,
      xFt: 0,
      yFt: 0,
      turnDeg: 0,
    })
  await page.goto(`${running.url}/bench`)
  await page.reload()
  await page.getByRole('button', { name: 'Add a sprayer' }).first().click()
  await page.getByLabel(/^Holds/).fill('4')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('button', { name: 'Not measured yet: use a usual figure' }).click()
  await expect(page.locator('main')).toContainText('a usual figure: nobody measured it; holds 4 gal')
  await expect(page.locator('main')).toContainText(
    'Nobody measured this sprayer: its water is a usual figure.',
  )
  await page.locator('nav.trail').getByRole('link', { name: 'Today' }).click()
  await page.getByRole('link', { name: /Measure your sprayer with water/ }).click()
  await page.getByRole('button', { name: 'Measure it with water: two minutes' }).click()
  await choose(page, 'How', 'not measured yet: a usual figure')
  await page.getByLabel(/^Water it puts down/).fill('40')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('main')).toContainText('A usual figure is between')
  await choose(page, 'How', 'ounces over 1/128 acre')
  await page.getByLabel(/^Caught/).fill('44')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('main')).not.toContainText('usual figure')
})
test('a truck tank by the acre for fourteen lawns', async ({ page, running }) => {
  await signUp(page, running, 'truck@example.org')
  const yard = await send(page, '/api/yard/yards', {
    name: 'The round',
    latitude: 38,
    longitude: -84.5,
    timeZone: 'America/New_York',
    climate: 'quarryBend',
    timingSchool: 'edgeLed',
  })
  for (let i = 1; i <= 14; i++) {
    const zone = await send(page, '/api/yard/zones', {
      yardId: yard.id,
      name: `Lawn ${i}`,
      turf: 'tallFescue',
      state: 'growing',
    })
    await send(page, '/api/yard/sections', {
      zoneId: zone.id,
      name: 'Lawn',
      kind: 'rectangle',
      lengthsFt: [100, 43.56 + i],
      deduction: false,
      xFt: 0,
      yFt: 0,
      turnDeg: 0,
    })
  }
  const rig = await send(page, '/api/bench/sprayers', {
    name: 'The truck',
    kind: 'truckRig',
    capacityGal: 200,
  })
  await send(page, '/api/bench/calibrations', {
    sprayerId: rig.id,
    day: '2026-02-20',
    runs: [],
    note: '',
    method: 'catch',
    inputs: { nozzleGpm: 3, mph: 3, spacingIn: 60 },
  })
  const byAcre = labelOf('tressock')
  Object.assign(byAcre, { name: 'By the acre SL', spots: [], coverage: [] })
  byAcre.uses = [
    {
      ...byAcre.uses[0]!,
      rate: { min: 49, max: 69, unit: 'floz/acre' },
      annualMaximum: { value: 138, unit: 'floz/acre', of: 'product' },
    },
  ]
  const label = await send(page, '/api/shelf/labels', { rules: byAcre })
  const zones = await page.evaluate(async () =>
    ((await (await fetch('/api/yard/zones')).json()) as { id: string }[]).map((z) => z.id),
  )
  await page.goto(`${running.url}/bench?label=${label.id}&zone=${zones.join(',')}`)
  await page.getByLabel('Rate, fl oz per acre').fill('60')
  // 14 lawns of 4,356 ft² and a little more: 71,484 ft², 1.641 acres, 98.5 fl oz.
  await expect(page.locator('h1')).toContainText('162.46 gal of water')
  await expect(page.locator('tfoot')).toContainText('98.5 fl oz')
  await page.getByLabel('Rate, fl oz per acre').fill('80')
  await expect(page.locator('.refusals')).toContainText(
    '80 fl oz per acre is over this label’s maximum of 69 fl oz per acre',
  )
  await page.getByLabel('Rate, fl oz per acre').fill('60')
  await page.getByRole('button', { name: 'Start mixing' }).click()
  await sheet(page)
  await fillAll(page)
  await page.getByRole('button', { name: 'Record the application' }).click()
  await expect(page.getByText('Recorded as 14 records: one a lawn and product.')).toBeVisible()
  await page.locator('form.record').getByRole('button', { name: 'Record the application' }).click()
  await expect(page).toHaveURL(/ledger/)
  await expect(page.locator('h1')).toContainText('Applied 14 times')
})
