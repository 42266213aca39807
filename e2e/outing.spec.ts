import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { launchOptions } from './playwright.config.ts'
import { choose, enterDemo, expect, putDemoBack, test } from './running.ts'

/** A phone with a memory of its own: what is on it outlives its browser. */
async function phone(folder: string): Promise<{ context: BrowserContext; page: Page }> {
  const context = await chromium.launchPersistentContext(folder, {
    ...launchOptions,
    viewport: { width: 390, height: 844 },
    locale: 'en-US',
    serviceWorkers: 'allow',
  })
  return { context, page: context.pages()[0] ?? (await context.newPage()) }
}
/** As when the battery dies: nothing is told beforehand. */
async function kill(folder: string, context: BrowserContext): Promise<void> {
  const gone = new Promise((done) => context.once('close', done))
  spawnSync('pkill', ['-9', '-f', `user-data-dir=${folder}`])
  await gone
}
const axe = async (page: Page) =>
  (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze()).violations.map(
    (v) => v.id,
  )

test('a tank goes out on a phone without a network, the browser dies, and the ledger has it once; weeks later it is judged', async ({
  running,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'jardinero-phone-'))
  let { context, page } = await phone(folder)
  await enterDemo(page, running)

  // The plan becomes a tank, and the tank an hour.
  await page.goto(`${running.url}/bench`)
  await page.getByRole('button', { name: 'Start mixing' }).click()
  await expect(page.getByRole('button', { name: 'It’s in' })).toBeVisible()
  await page.goto(`${running.url}/outing`)
  await expect(page.locator('h1')).toContainText('Apply Tarnfold 50 WG')
  await page.getByRole('button', { name: 'Keep it free' }).first().click()
  await expect(page.getByText('It is still open.')).toBeVisible()
  expect(await axe(page)).toEqual([])

  // Everything is on the phone before the gate.
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  await page.reload()
  await page.getByRole('button', { name: 'Go out with this tank' }).click()
  await expect(page.locator('h1')).toContainText('Before you go: Front')
  await context.setOffline(true)
  await page.reload()
  await expect(page.locator('h1')).toContainText('Before you go: Front')
  await expect(page.locator('svg[role=img]').first()).toBeVisible()
  await page.getByLabel('Wind, mph').fill('a breeze')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('The wind is a number from 0 to')).toBeVisible()
  await page.getByLabel('Wind, mph').fill('4')
  await choose(page, 'From', 'south-west')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('Wind 4 mph from south-west')).toBeVisible()
  expect(await axe(page)).toEqual([])

  await page.getByRole('button', { name: 'Start mixing' }).click()
  await expect(page.getByRole('button', { name: 'Start spraying' })).toBeDisabled()
  for (const box of await page.locator('.steps input').all()) await box.check()
  await page.getByRole('button', { name: 'Start spraying' }).click()
  await expect(page.locator('.walk .clock')).toHaveText(/0:0[1-9]/)
  await page.getByRole('button', { name: 'Pause' }).click()
  await expect(page.locator('h1')).toContainText('Paused')
  await page.reload()
  await expect(page.locator('h1')).toContainText('Paused')
  await page.getByRole('button', { name: 'Go on' }).click()
  await page.getByRole('button', { name: 'Tank empty: next load' }).click()
  for (const box of await page.locator('.steps input').all()) await box.check()
  await page.getByRole('button', { name: 'Start spraying' }).click()
  await page.getByRole('button', { name: 'Finished' }).click()
  await page.getByLabel('Left in the tank, gal').fill('99')
  await page.getByRole('button', { name: 'Record the application' }).click()
  await expect(page.getByText('99 gal cannot be left')).toBeVisible()
  await page.getByLabel('Left in the tank, gal').fill('0')
  await page.getByLabel('Air, °F').fill('mild')
  await page.getByRole('button', { name: 'Record the application' }).click()
  await expect(page.getByText('The air is a number between')).toBeVisible()
  await page.getByLabel('Air, °F').fill('52')
  await page.getByRole('button', { name: 'Record the application' }).click()
  await expect(page.getByText('Kept on this device.')).toBeVisible()
  await expect(page.locator('.keep .clock')).toHaveText(/2:59:\d\d/)
  // The probe is at hand as well.
  await page.locator('nav.trail .path').click()
  await page.locator('nav.trail a[href$="/soil"]').click()
  await page.getByRole('button', { name: 'Add a probe reading' }).first().click()
  await choose(page, 'Place', 'Drive edge')
  await page.getByLabel('Temperature, °F').fill('47')
  await page.getByLabel('Time').fill('10:00')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('A reading of 47 °F at Drive edge')).toBeVisible()

  // A browser writes its cookies to the disk every half minute; the outing itself was there at once.
  const cookies = await context.cookies()
  await kill(folder, context)
  await running.stop()
  ;({ context, page } = await phone(folder))
  await context.addCookies(cookies)
  await page.goto(`${running.url}/outing/field`)
  await expect(page.getByText('2 entries wait to be sent.')).toBeVisible()
  await expect(page.getByText('Kept on this device.')).toBeVisible()
  await running.start()
  await expect(page.getByText('Recorded in the ledger.')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText('to be sent.')).toBeHidden()
  const readings = await (await page.request.get(`${running.url}/api/soil/readings`)).json()
  expect(readings.filter((r: { takenAt: string }) => r.takenAt.startsWith('2026-02-28'))).toHaveLength(1)
  await page.getByRole('button', { name: 'To the Ledger' }).click()
  await expect(page.locator('.records .row')).toHaveCount(1)
  await page.locator('.records .row').click()
  await expect(page.locator('.sheet')).toContainText('4 mph south-west')
  await expect(page.locator('.after')).toContainText('0.25 in')

  // Weeks later, by the demo's clock.
  await page.getByLabel('Move the day').fill('2026-04-20')
  await page.goto(running.url)
  await expect(page.locator('main')).toContainText('Judge Tarnfold 50 WG on Front')
  await page.goto(`${running.url}/ledger`)
  await page.locator('.records .row').click()
  await page.getByRole('button', { name: 'Rate it' }).click()
  await choose(page, 'Weed', /smooth crabgrass/)
  await page.getByLabel('Met it, where it was applied').fill('4')
  await page.getByLabel('Met it, untreated patch').fill('40')
  await page.getByRole('button', { name: 'Keep the rating' }).click()
  await expect(page.getByText('It worked on smooth crabgrass.')).toBeVisible()
  await expect(page.locator('.rating')).toContainText('90 %')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: '2026 as PDF' }).click()
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-')
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)

  await putDemoBack(page)
  await context.close()
  rmSync(folder, { recursive: true, force: true })
})
