import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { choose, enterDemo, expect, test, putDemoBack } from './running.ts'

const heading = 'h1'
/** Out of the field one is in, so that keys are keys again. */
const leave = (page: Page) => page.evaluate(() => (document.activeElement as HTMLElement).blur())
/** By the trail where it leads there, as a person does; by the address elsewhere. */
async function go(page: Page, url: string, path: string): Promise<void> {
  const link = page.locator(`nav.trail a[href="${path}"]`)
  if (await link.count()) await link.click()
  else await page.goto(url + path)
}
/** A simulation of a year takes its seconds where other work goes on. */
const simulated = { timeout: 120_000 }

test('the demo: answers open their working, days can be stood on, schools changed', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await expect(page.locator(heading)).toContainText(/waits? in Quarry Bend/)
  await page.keyboard.press('3')
  await expect(page.locator(heading)).toContainText(/Proposed: .* Drive edge is at \d/, simulated)
  await page.keyboard.press('w')
  await expect(page.getByRole('dialog')).toContainText('Share of the sun that reaches the ground')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.locator('.hills li').first()).toContainText(/Drive edge.*between \w+ \d+ and/)
  await expect(page.getByText('200 seasons made of the station’s own years')).toBeVisible(simulated)

  const ribbon = page.getByRole('slider', { name: 'The season: the day you look at' })
  await ribbon.focus()
  await page.keyboard.press('PageDown')
  await expect(page).toHaveURL(/day=2026-02-21/)
  await expect(page.locator(heading)).toContainText(/Drive edge is at \d+(\.\d)? °F/, simulated)
  const box = (await ribbon.boundingBox())!
  await page.mouse.move(box.x + 100, box.y + 40)
  await page.mouse.down()
  await page.mouse.move(box.x + 60, box.y + 40, { steps: 5 })
  await page.mouse.up()
  await expect(page).toHaveURL(/day=2026-01-1\d/)
  await page.keyboard.press('t')
  await expect(page).not.toHaveURL(/day=/)

  // What is proposed is by one's own way of timing, and the same at Today.
  await choose(page, 'Timing method', 'one full application before 55 °F')
  await expect(page.locator(heading)).toContainText(
    '“one full application before 55 °F”. Front middle is at',
    simulated,
  )
  const day = /about (\w+ \d+)/.exec((await page.locator(heading).textContent())!)![1]!
  await leave(page)
  await page.keyboard.press('0')
  await expect(page.getByText(`Proposed: Tarnfold 50 WG on Front, Side strip, about ${day}.`)).toBeVisible()
  await page.keyboard.press('3')
  await choose(page, 'Timing method', 'edges first')
  await expect(page.locator(heading)).toContainText('“edges first”', simulated)

  await leave(page)
  await page.keyboard.press('r')
  await choose(page, 'Place', 'Drive edge')
  await page.getByLabel('Temperature, °F').fill('47')
  await page.getByLabel('Time').fill('10:00')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('.latest')).toContainText('Feb 28, 10:00 AM')
  await putDemoBack(page)
})

test('the demo’s day moves, and last year is amended, counted and taken out', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.getByLabel('Move the day').fill('2026-03-12')
  await expect(page.getByText('Here it is Thu, Mar 12.')).toBeVisible()
  await page.getByLabel('Move the day').fill('2026-02-28')
  await page.getByRole('link', { name: 'Ledger' }).click()
  await page.getByRole('button', { name: 'Show', exact: true }).click()
  await expect(page.locator(heading)).toContainText('Applied 4 times in 2025')
  await page.getByRole('button', { name: /May 8 Front/ }).click()
  await page.getByRole('button', { name: 'Amend' }).click()
  await page.getByLabel('Product used').fill('1.5')
  await page.getByLabel('Why it is amended').fill('Half a load was left over')
  await page.locator('form').getByRole('button', { name: 'Amend' }).click()
  await expect(page.locator('.amendments')).toContainText('Half a load was left over (Product used)')
  await expect(page.locator('.limit').first()).toContainText('77 % of the year’s maximum')

  const csv = page.waitForEvent('download')
  await page.getByRole('link', { name: '2025 as CSV' }).click()
  expect((await csv).suggestedFilename()).toBe('application-records.csv')
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('.sheet')).toBeVisible()
  await expect(page.getByRole('navigation')).toBeHidden()
})

test('metric and Celsius over the whole application, and back', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.getByRole('link', { name: 'Settings', exact: true }).click()
  await choose(page, 'Measures', /Metric/)
  await choose(page, 'Temperature', '°C')
  await expect(page.getByText('Saved.')).toBeVisible()
  await page.getByRole('navigation').getByRole('link', { name: 'Yard' }).click()
  await expect(page.locator(heading)).toContainText('m²')
  await page.keyboard.press('3')
  await expect(page.locator(heading)).toContainText('°C')
  await page.keyboard.press('6')
  await expect(page.getByLabel('Rate, g per 100 m²')).toHaveValue('11.9009')
  await expect(page.locator('main')).not.toContainText(/sq ft|°F|\bgal\b/)
  await page.getByRole('link', { name: 'Settings', exact: true }).click()
  await choose(page, 'Measures', /US/)
  await choose(page, 'Temperature', '°F')
  await expect(page.getByText('Saved.')).toBeVisible()
})

test('Spanish over the whole application: no raw key, no English heading, nothing wider than the screen', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await page.getByRole('link', { name: 'Settings', exact: true }).click()
  await choose(page, 'Language, numbers and dates', 'Español, Estados Unidos')
  await expect(page.getByText('Guardado.')).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('lang', 'es-US')
  for (const [path, says] of [
    ['/', 'pendiente'],
    ['/yard', 'mide'],
    ['/scout', 'maleza'],
    ['/scout?at=key', 'planta'],
    ['/soil', ''],
    ['/season', ''],
    ['/shelf', ''],
    ['/bench', 'carga'],
    ['/outing', ''],
    ['/outing/field', ''],
    ['/ledger?day=2025-12-31', 'aplicaciones en 2025'],
    ['/you', 'Ajustes'],
  ] as const) {
    await go(page, running.url, path)
    await expect(page.locator('nav.trail')).toContainText('Temporada')
    await expect(page).toHaveURL((url) =>
      (url.pathname + url.search).replace(/^\/yards\/[^/]+/, '').startsWith(path === '/' ? '' : path),
    )
    if (says) await expect(page.locator('h1')).toContainText(says)
    for (const [width, height] of [
      [1280, 800],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height })
      await page.waitForTimeout(150)
      const text = await page.locator('body').innerText()
      expect(text.match(/\b[a-z]+\.[a-z]+[A-Z]\w*(\.\w+)*\b/g), path).toBeNull()
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - innerWidth),
        path,
      ).toBeLessThanOrEqual(0)
    }
    await page.setViewportSize({ width: 1280, height: 800 })
  }
  await page.goto(`${running.url}/you`)
  await choose(page, 'Idioma, números y fechas', 'English, United States')
  await expect(page.getByText('Saved.')).toBeVisible()
})

test('every view, at desk and at phone size, has no accessibility fault and does not scroll sideways', async ({
  page,
  running,
  quiet,
}) => {
  quiet.expected.push(/status of 502/)
  await enterDemo(page, running)
  // The soil is worked out once, where it is looked at, not again on every page opened.
  await page.route('**/api/soil/weather*', (route) =>
    /\/(soil|outing|season)/.test(page.url())
      ? route.continue()
      : route.fulfill({
          status: 502,
          contentType: 'application/problem+json',
          body: JSON.stringify({ code: 'weatherAway', detail: 'away', faults: [] }),
        }),
  )
  const overflow = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
  async function faultless(at: string): Promise<void> {
    const { violations } = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
      // A plate is one picture; its hundreds of strokes are not read one by one.
      .exclude('.plate')
      .analyze()
    expect(violations.map((v) => `${at}: ${v.id} ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual([])
  }
  // What a phone shows otherwise than a desk: the frame, the key, the soil's pictures, the bench, the hours.
  const otherOnPhone = ['/', '/scout?at=key', '/soil', 'Nine timing methods', '/bench', '/outing']
  const scout = ['', '?at=key', '?at=name', '?at=drill', '?at=keep&plant=henbit']
  for (const path of [
    '/',
    '/yard',
    ...scout.map((s) => `/scout${s}`),
    '/soil',
    'Nine timing methods',
    'Germination',
    'Weather and water',
    '/shelf',
    '/bench',
    '/outing',
    '/ledger?day=2025-12-31',
    '/you',
    '/words',
  ]) {
    if (path.startsWith('/')) await go(page, running.url, path)
    else await page.getByRole('button', { name: path, exact: true }).click()
    await page.locator('h1').waitFor()
    if (path === '/soil') await expect(page.getByText('200 seasons made')).toBeVisible(simulated)
    if (path === '/outing') await expect(page.locator('.stretch').first()).toBeVisible(simulated)
    if (path.startsWith('/ledger')) await page.locator('.records .row').nth(1).click()
    await page.waitForTimeout(150)
    await faultless(`${path} at a desk`)
    expect(await overflow(), path).toBeLessThanOrEqual(0)
    await page.setViewportSize({ width: 390, height: 844 })
    await page.waitForTimeout(150)
    if (otherOnPhone.includes(path)) await faultless(`${path} on a phone`)
    expect(await overflow(), `${path} on a phone`).toBeLessThanOrEqual(0)
    await page.setViewportSize({ width: 1280, height: 800 })
  }
  // Black on white for the sun, and at twice the size.
  await page.emulateMedia({ forcedColors: 'active' })
  await go(page, running.url, '/')
  await faultless('forced colours')
  await page.emulateMedia({ forcedColors: 'none' })
  await page.evaluate(() => document.documentElement.classList.add('sun', 'gloves'))
  await faultless('the sun, in gloves')
  await page.setViewportSize({ width: 640, height: 400 })
  expect(await overflow(), 'at 200 %').toBeLessThanOrEqual(0)
  await page.setViewportSize({ width: 1280, height: 800 })
})
