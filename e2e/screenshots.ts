import { chromium, type Page } from '@playwright/test'
import { join } from 'node:path'
import { pdfOf, threeWay } from './paper.ts'
import { Running, signUp } from './running.ts'

/** Takes the current picture of each main view from the demo data, for the README: node --import tsx e2e/screenshots.ts */
const folder = join(import.meta.dirname, '../docs/screenshots')
const running = await Running.make()
await running.start()
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
    '--disable-gpu',
    '--disable-background-networking',
  ],
})

/** Only these, where some are named. */
const only = process.argv.slice(2)

async function take(
  name: string,
  path: string,
  act?: (page: Page) => Promise<unknown>,
  size = { width: 1280, height: 800 },
  dark = false,
) {
  if (only.length && !only.includes(name)) return
  const page = await browser.newPage({
    viewport: size,
    locale: 'en-US',
    colorScheme: dark ? 'dark' : 'light',
  })
  await page.goto(running.url)
  await page.getByRole('button', { name: 'Enter the demo yard' }).click()
  await page.locator('nav.trail').waitFor()
  await page.goto(running.url + path)
  await page.locator('main h1').waitFor()
  await act?.(page)
  await page.waitForTimeout(700)
  await page.screenshot({ path: join(folder, `${name}.png`) })
  await page.close()
}

const phone = { width: 390, height: 844 }

/** The first minutes of somebody new, four screens of a phone side by side. */
async function takeFirstMinutes(): Promise<void> {
  if (only.length && !only.includes('first-minutes')) return
  const page = await browser.newPage({ viewport: phone, locale: 'en-US', timezoneId: 'America/New_York' })
  await signUp(page, running, 'rowan@example.org', 'Rowan Alder')
  const shots: Buffer[] = []
  const shot = async () => {
    await page.waitForTimeout(800)
    shots.push(await page.screenshot())
  }
  await shot()
  await page.getByRole('button', { name: 'When to apply my pre-emergent' }).click()
  await page.getByLabel('Town or postcode').fill('Lexington ken')
  await page.getByRole('option').first().click()
  await page.getByRole('button', { name: 'Use this', exact: true }).waitFor()
  await shot()
  await page.getByRole('button', { name: 'Use this', exact: true }).click()
  await page.getByRole('button', { name: /^tall fescue/ }).waitFor()
  await shot()
  await page.getByRole('button', { name: /^tall fescue/ }).click()
  await page.getByText('200 seasons made').waitFor({ timeout: 60_000 })
  await shot()
  await page.setViewportSize({ width: 4 * 400, height: 864 })
  const images = shots.map((s) => `<img src="data:image/png;base64,${s.toString('base64')}">`)
  await page.goto('about:blank')
  await page.setContent(
    `<body style="margin:10px;display:flex;gap:10px;background:#e4dccb">${images.join('')}`,
  )
  await page.waitForTimeout(300)
  await page.screenshot({ path: join(folder, 'first-minutes.png') })
  await page.close()
}
await takeFirstMinutes()
const mixing = async (page: Page) => {
  await page.getByRole('button', { name: 'Start mixing' }).click()
  await page.getByRole('button', { name: 'It’s in' }).click()
}
await take('today', '/', async (page) => {
  await page.getByText('Proposed:').first().waitFor({ timeout: 60_000 })
  await page.getByText('The soil now').waitFor()
})
await take('yard', '/yard')
await take('scout', '/scout')
const keyed = async (page: Page) => {
  for (const state of [/^grass: narrow/, /^lime/]) {
    const button = page.locator('.states').getByRole('button', { name: state })
    if (await button.count()) await button.click()
    await page.waitForTimeout(400)
  }
}
await take('key', '/scout?at=key', keyed)
await take('find', '/scout', (page) =>
  page
    .getByRole('button', { name: /ground ivy/ })
    .last()
    .click(),
)
const whole = (page: Page) => page.getByText('200 seasons made').waitFor({ timeout: 60_000 })
const answered = (page: Page) => page.locator('article article').nth(2).waitFor({ timeout: 60_000 })
await take('soil', '/soil', whole)
await take('soil-schools', '/soil?at=schools', answered)
await take('lawns', '/lawns', async (page) => {
  await page.locator('.p-datatable tbody tr').first().waitFor()
  await page.getByText('no date yet').first().waitFor({ state: 'hidden', timeout: 120_000 })
})
const judged = (page: Page) =>
  page.getByText('each by its own rule').filter({ hasText: '200 seasons' }).waitFor({ timeout: 60_000 })
await take('season', '/season', judged)
await take('jobs', '/season?at=jobs', async (page) => {
  await page.getByRole('button', { name: 'Begin a chain' }).click()
  await page.getByRole('combobox', { name: 'Zone' }).click()
  await page.getByRole('option', { name: 'Side strip' }).click()
  await page.getByRole('button', { name: 'Begin the chain' }).click()
  await page.locator('li.job').first().waitFor()
  await page.getByRole('button', { name: 'Choose the product' }).first().click()
})
const asked = 'yellowNutsedge.mature,smoothCrabgrass.seeding,dandelion.mature'
await take('shelf', `/shelf?day=2026-08-01&ask=${asked}`, (page) =>
  page.getByRole('button', { name: 'Quarlock 60 WG, ground ivy: only suppresses' }).click(),
)
await take('label', '/shelf?at=label', async (page) => {
  const buffer = await pdfOf(page, threeWay)
  await page
    .getByLabel(/Have the label as a PDF/)
    .setInputFiles({ name: 'dreiwerk.pdf', mimeType: 'application/pdf', buffer })
  for (const at of [1, 2, 3, 4, 5, 6, 7]) {
    await page.getByText(`Figure ${at} of`).waitFor()
    await page.keyboard.press('Enter')
  }
  await page.getByText('Figure 8 of').waitFor()
})
await take('bench', '/bench', mixing)
await take('ledger', '/ledger?day=2025-12-31', (page) =>
  page.getByRole('button', { name: /May 8 Front/ }).click(),
)
await take('working', '/yard', (page) => page.keyboard.press('w'))
const hours = (page: Page) => page.locator('.stretch').first().waitFor({ timeout: 60_000 })
await take('outing', '/outing', hours)
// The last bench left a tank mixed: it goes out.
await take(
  'field',
  '/outing',
  async (page) => {
    await page.getByRole('button', { name: 'Go out with this tank' }).click()
    await page.getByRole('button', { name: 'Start mixing' }).click()
    for (const box of await page.locator('.steps input').all()) await box.check()
    await page.getByRole('button', { name: 'Start spraying' }).click()
    await page.waitForTimeout(4000)
  },
  phone,
)
await take('soil-phone', '/soil', whole, phone)
await browser.close()
await running.discard()
