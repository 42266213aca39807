import { readFileSync } from 'node:fs'
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import ICAL from 'ical.js'
import { choose, enterDemo, expect, putDemoBack, test } from './running.ts'

const simulated = { timeout: 120_000 }
async function openSeason(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/season`)
  await expect(page.getByText('each by its own rule, best first')).toContainText('200 seasons', simulated)
}
const axe = async (page: Page) =>
  (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze()).violations.map(
    (v) => v.id,
  )
const school = (page: Page, name: string) => page.getByRole('article', { name })
const share = async (page: Page, name: string) =>
  Number(/(\d+) in 100/.exec((await school(page, name).textContent()) ?? '')?.[1] ?? 0)
const eventsOf = (text: string) =>
  new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((v) => new ICAL.Event(v))

test('the schools are compared, one is taken, and its days go to a calendar', async ({ page, running }) => {
  await enterDemo(page, running)
  await openSeason(page, running.url)
  await expect(page.locator('h1')).toContainText(/application(s)?, .* of smooth crabgrass get through/)
  const rows = page.locator('.share')
  await expect(rows).toHaveCount(9)
  // What another journey put down is taken back: the answer before stands until the next is there.
  await expect.poll(() => share(page, 'no pre-emergent: overseed'), simulated).toBe(100)
  expect(await axe(page)).toEqual([])

  // By its address: which of them stands first, and so is shown already, is the weather's.
  await page.goto(`${running.url}/season?school=edgeLed`)
  await expect(rows).toHaveCount(9, simulated)
  await page.locator('h1 .figure').first().click()
  await expect(page.getByText('Mean over weeds and places')).toBeVisible()
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'Use this plan' }).click()
  await page.getByLabel('Why, in a few words').fill('')
  await page.getByRole('button', { name: 'Use this plan' }).last().click()
  await expect(page.getByText('Say in a few words why')).toBeVisible()
  await page.getByLabel('Why, in a few words').fill('The edges come first here.')
  await page.getByRole('button', { name: 'Use this plan' }).last().click()
  await expect(page.getByText(/This is your plan since/)).toBeVisible()
  await expect(page.locator('.rests')).toContainText('The edges come first here.')

  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Calendar file' }).click()
  const events = eventsOf(readFileSync(await (await download).path(), 'utf8'))
  expect(events.map((e) => e.summary.split(' ')[0])).toEqual([
    'Pre-emergent',
    'Water',
    'Seed',
    // Chores of one's own.
    'Rake',
    'Scalp',
  ])
  expect(events[0]!.description).toContain('Read the probe before you go')

  await page.getByRole('button', { name: 'Make an address to subscribe to' }).click()
  const address = await page.getByLabel('Address').inputValue()
  const feed = await fetch(address)
  expect(eventsOf(await feed.text())).toHaveLength(5)

  await page.keyboard.press('0')
  await expect(page.locator('ol')).toContainText(/Wait with Tarnfold 50 WG on Front, .*until about/)
  await page.locator('ol a', { hasText: 'Wait with Tarnfold' }).click()
  await expect(page).toHaveURL(/\/season/)

  await page.setViewportSize({ width: 390, height: 844 })
  await expect(page.locator('.lane').first()).toBeVisible()
  expect(await axe(page)).toEqual([])
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
  await putDemoBack(page)
})

test('a peg is dragged into a gap and back; a limit is told; seed to be sown changes the programme', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await openSeason(page, running.url)
  // Schools that are still being judged change their order and push the ribbon down: both are taken hold of at rest.
  await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 })
  await page.goto(`${running.url}/season?school=oneFullPass`)
  await expect(page.locator('.share')).toHaveCount(9, simulated)
  await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 })
  // A small chance stands at its edges; in the gap it is more likely than not.
  const gap = page.getByText(/\b(100|[5-9]\d(\.\d)?) % chance of a week or more of gap/).first()
  await expect(gap).toBeHidden()

  const peg = page.locator('.peg[role=slider]').first()
  const from = await peg.getAttribute('aria-valuenow')
  const box = (await peg.boundingBox())!
  await peg.hover({ position: { x: 7, y: box.height - 12 } })
  await page.mouse.down()
  const { x, y } = (await peg.boundingBox())!
  for (let i = 1; i <= 12; i++) await page.mouse.move(x + 7 + i * 12, y + box.height - 12)
  await expect(peg).not.toHaveAttribute('aria-valuenow', from!)
  await expect(gap).toBeVisible({ timeout: 60_000 })
  await page.mouse.up()
  await expect(gap).toBeVisible()
  await expect(page.getByRole('alert').first()).toContainText(
    'asks for 150 days between the application and seed',
  )
  await expect(page.locator('h1')).toContainText('stands against this plan')
  await expect(page.getByRole('button', { name: 'Use this plan' })).toBeHidden()
  const days = Number(await peg.getAttribute('aria-valuenow'))
  await peg.focus()
  await page.keyboard.press('ArrowLeft')
  await expect.poll(async () => Number(await peg.getAttribute('aria-valuenow'))).toBeLessThan(days)
  await page.getByRole('button', { name: 'Drop the change' }).click()
  await expect(gap).toBeHidden()

  const caution = page.getByText('so that the barrier is gone').first()
  await expect(caution).toBeVisible()
  const before = await share(page, 'one full application before')
  await page.getByRole('button', { name: /Remove: Front/ }).click()
  await expect(caution).toBeHidden({ timeout: 60_000 })
  await expect.poll(() => share(page, 'one full application before')).toBeLessThan(before)
  await page.getByRole('button', { name: 'Plan seeding' }).click()
  await choose(page, 'Zone', 'Front')
  await page.getByLabel('Seed on').fill('2026-09-05')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(caution).toBeVisible({ timeout: 60_000 })

  await page.getByRole('button', { name: 'Search for the best days and rates' }).click()
  await expect(page.getByText('Looking at days and rates')).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: 'Search for the best days and rates' })).toBeVisible()
})
