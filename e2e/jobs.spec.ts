import type { Page } from '@playwright/test'
import { choose, enterDemo, expect, fillAll, putDemoBack, sendAs, test, type Running } from './running.ts'

test.use({ soil: 'waited for' })

/** The demo yard with one more lawn: bermudagrass that sleeps, and was looked into. */
async function withDormantLawn(page: Page, running: Running): Promise<void> {
  await enterDemo(page, running)
  const { yards } = (await (await page.request.get(`${running.url}/api/account/opening`)).json()) as {
    yards: { id: string }[]
  }
  const zone = await sendAs(page, '/api/yard/zones', {
    yardId: yards[0]!.id,
    name: 'Back',
    turf: 'bermudagrass',
    state: 'dormant',
    turfCheck: { crown: { day: '2026-02-27', green: false } },
  })
  await sendAs(page, '/api/yard/sections', {
    zoneId: zone.id,
    name: 'Lawn',
    kind: 'rectangle',
    lengthsFt: [40, 50],
    deduction: false,
    xFt: 0,
    yFt: 0,
    turnDeg: 0,
  })
}
const openJobs = async (page: Page, running: Running) => {
  await page.goto(`${running.url}/season?at=jobs`)
  await expect(page.locator('main h1')).toContainText('Quarry Bend')
}
const row = (page: Page, title: string) => page.locator('li.job').filter({ hasText: title }).first()
async function moveDay(page: Page, day: string): Promise<void> {
  const moved = page.waitForResponse((r) => r.url().includes('/api/account/demo-day') && r.ok())
  await page.getByLabel('Move the day').fill(day)
  await moved
  await expect(page.getByLabel('Move the day')).toHaveValue(day)
}
async function doChore(page: Page, title: string): Promise<void> {
  await row(page, title).getByRole('button', { name: 'It is done' }).click()
  await row(page, title)
    .getByRole('button', { name: /^Done( \(.*\))?$/ })
    .click()
  await expect(row(page, title)).toContainText('Done,')
}
/** From the job to the bench, through the loads, to the ledger. */
async function mixAndWrite(page: Page, title: string, against?: string): Promise<void> {
  await row(page, title).getByRole('link', { name: 'Mix it' }).click()
  if (against) await page.getByLabel('Go on against this advice, because').fill(against)
  await page.getByRole('button', { name: 'Start mixing' }).click()
  await fillAll(page)
  await page.getByRole('button', { name: 'Record the application' }).click()
  await page.locator('form.record').getByRole('button', { name: 'Record the application' }).click()
  await expect(page).toHaveURL(/ledger/)
}

test('a chain of renovation goes from dormant bermudagrass to judged, and moves as a whole', async ({
  page,
  running,
}) => {
  await withDormantLawn(page, running)
  await openJobs(page, running)
  await page.getByRole('button', { name: 'Begin a chain' }).click()
  await choose(page, 'Zone', 'Back')
  await page.getByRole('button', { name: 'Begin the chain' }).click()
  const kill = row(page, 'Spray that kills all that is green on Back')
  await expect(kill).toContainText('Due: Feb 28')
  await expect(row(page, 'Scalp Back')).toContainText('about Mar 10')

  await kill.getByRole('button', { name: 'Move' }).click()
  await page.getByLabel('New day').fill('2026-03-02')
  await page.getByRole('button', { name: 'Move it' }).click()
  await expect(page.getByText('Say why: it stays in the job’s history.')).toBeVisible()
  await page.getByLabel('Why, in a few words').fill('wind')
  await page.getByRole('button', { name: 'Move it' }).click()
  await expect(row(page, 'Scalp Back')).toContainText('about Mar 12')
  await expect(row(page, 'Judge Back')).toContainText('Apr 23')

  await kill.getByRole('button', { name: 'Choose the product' }).click()
  await expect(page.getByRole('combobox', { name: 'Product' })).toContainText('Voidmarsh 3.2 SL')
  await page.getByRole('button', { name: 'Plan it' }).click()
  await mixAndWrite(page, 'Voidmarsh 3.2 SL on Back', 'a warm afternoon is forecast')

  await openJobs(page, running)
  await expect(row(page, 'Voidmarsh 3.2 SL on Back')).toContainText('Down since Feb 28')
  await row(page, 'Voidmarsh 3.2 SL on Back').getByRole('button', { name: 'History' }).click()
  await expect(page.locator('.history')).toContainText(/moved to .*Mar 2.*: wind/)
  await expect(page.locator('.history li').last()).toContainText('applied')

  await moveDay(page, '2026-03-10')
  await page.goto(`${running.url}/`)
  await page.getByRole('link', { name: /^Scalp Back\./ }).click()
  await doChore(page, 'Scalp Back')
  await doChore(page, 'Bag what is cut on Back')
  const barrier = row(page, 'Pre-emergent on Back')
  await barrier.getByRole('button', { name: 'Choose the product' }).click()
  await choose(page, 'Product', 'Tarnfold 50 WG')
  await page.getByRole('button', { name: 'Plan it' }).click()
  await mixAndWrite(page, 'Tarnfold 50 WG on Back')
  await openJobs(page, running)
  await doChore(page, 'Water Back')
  await expect(row(page, 'Feed Back')).toContainText('About Apr 7')
  await moveDay(page, '2026-04-21')
  await expect(row(page, 'Feed Back')).toContainText('Was meant for Apr 7')
  await doChore(page, 'Feed Back')
  await doChore(page, 'Judge Back')
  await expect(page.locator('main h1')).not.toContainText('Back')
  for (const over of ['Feed Back', 'Judge Back']) await expect(row(page, over)).toContainText('Done, Apr 21')
  await putDemoBack(page)
})

test('what Shelf finds is planned for a day, and waits at Today, in the list of jobs and at Outing', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  // It is too cold until then, as soon as the weather is here: what waits is planned for its day.
  await expect(async () => {
    await page.goto(`${running.url}/shelf`)
    await expect(page.locator('main h1')).toContainText('Wait until Mar 2: then Kelmoor 2.3 SL')
  }).toPass({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Plan it for a day' }).click()
  await expect(page.getByLabel('Day', { exact: true })).toHaveValue('2026-03-02')
  await page.getByRole('button', { name: /^Plan it( \(.*\))?$/ }).click()
  await expect(page.getByText('Planned.')).toBeVisible()
  await page.getByRole('link', { name: 'Jobs and chains' }).click()
  const job = row(page, 'Kelmoor 2.3 SL')
  await expect(job).toContainText('Due: Mar 2')
  const title = (await job.locator('.what').textContent())!
  await page.goto(`${running.url}/`)
  await expect(page.getByRole('link', { name: `${title}.` })).toBeVisible()
  await page.goto(`${running.url}/outing`)
  await expect(page.getByRole('main').getByRole('combobox').first()).toContainText(title)
  await putDemoBack(page)
})
