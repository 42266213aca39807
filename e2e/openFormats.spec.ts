import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { enterDemo, expect, newYard, signUp, test } from './running.ts'

test.use({ soil: 'waited for' })

test('the whole account goes out of one and into another, and a broken file adds nothing', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/ledger?day=2025-12-31`)
  await expect(page.locator('h1')).toContainText('Applied 4 times in 2025')
  const before = await page.locator('h1').textContent()
  await page.getByRole('link', { name: 'Settings', exact: true }).click()
  const saving = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export it' }).click()
  const file = join(running.data, 'account.json')
  await (await saving).saveAs(file)
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/sign-in/)

  await signUp(page, running, 'second@example.org')
  await page.getByRole('link', { name: 'I have an account file to import' }).click()
  const broken = join(running.data, 'broken.json')
  writeFileSync(broken, readFileSync(file, 'utf8').replace('"tallFescue"', '7'))
  await page.getByLabel('Import a file:').setInputFiles(broken)
  await expect(page.getByText('Nothing was imported.')).toBeVisible({ timeout: 30_000 })
  writeFileSync(broken, 'not json')
  await page.getByLabel('Import a file:').setInputFiles(broken)
  await expect(page.getByText('This file cannot be read.')).toBeVisible()

  await page.getByLabel('Import a file:').setInputFiles(file)
  await expect(page.getByText(/rows added; nothing was here before/)).toBeVisible()
  await page.getByLabel('Import a file:').setInputFiles(file)
  await expect(page.getByText(/Nothing new in it; \d+ were here already/)).toBeVisible()
  await page.goto(`${running.url}/ledger?day=2025-12-31`)
  await expect(page.locator('h1')).toHaveText(before!)
})

test('a second yard is added, and each is opened by its name', async ({ page, running }) => {
  await signUp(page, running, 'two-yards@example.org')
  const inMinnesota = { point: [44.7, -93.6] as [number, number], grass: /^Kentucky bluegrass/ }
  await newYard(page, { ...inMinnesota, sqFt: 1000 })
  await page.getByRole('navigation').getByRole('link', { name: 'Settings', exact: true }).click()
  await page.getByRole('link', { name: 'Add a yard' }).click()
  await newYard(page, { ...inMinnesota, sqFt: 1500 })
  await page.getByRole('navigation').getByRole('link', { name: 'Yard' }).click()
  await expect(page.locator('h1')).toContainText('Yard 2 measures 1,500 sq ft')
  await page.getByLabel('Which yard').selectOption('My yard')
  await expect(page.locator('h1')).toContainText('My yard measures 1,000 sq ft')
  await page.getByRole('link', { name: 'Soil' }).click()
  await expect(page).toHaveURL(/yards\/[\da-f-]+\/soil$/)
})

test('the documents of the API open under the strict policy', async ({ page, running }) => {
  await page.goto(`${running.url}/api/docs`)
  await page.getByRole('heading', { name: 'bench' }).click({ timeout: 60_000 })
  await expect(page.getByText('/api/bench/mix', { exact: true })).toBeVisible({ timeout: 30_000 })
})
