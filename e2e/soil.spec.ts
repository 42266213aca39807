import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { addDays } from '@jardinero/core/quantity'
import { choose, enterDemo, expect, newYard, putDemoBack, signUp, test } from './running.ts'

/** A simulation of a year takes its seconds where other work goes on. */
const simulated = { timeout: 120_000 }
const seasonsMade = (page: Page) =>
  expect(page.getByText('200 seasons made of the station’s own years')).toBeVisible(simulated)
/** All seasons are in, and the answer rests on what is known now: a demo that was just put back is first told as it was kept. */
async function whole(page: Page): Promise<void> {
  await seasonsMade(page)
  const id = /\/yards\/([^/?]+)/.exec(page.url())?.[1] ?? ''
  const address = new URL(`/api/yard/yards/${id}/answer`, page.url()).href
  const isCurrent = async () =>
    ((await (await page.request.get(address)).json()) as { isCurrent: boolean }).isCurrent
  if (await isCurrent()) return
  await expect.poll(isCurrent, simulated).toBe(true)
  await page.reload()
  await seasonsMade(page)
}

async function openSoil(page: Page, url: string, at = ''): Promise<void> {
  await page.goto(`${url}/soil${at && `?at=${at}`}`)
  await expect(page.locator('h1')).toContainText(/is at \d/, simulated)
}
/** A place's row: its five-day mean, °F, and what readings add. */
async function rowOf(page: Page, place: string): Promise<{ mean: number; added: number }> {
  const cells = page.locator('tbody tr', { hasText: place }).locator('td')
  const number = async (i: number) => Number((await cells.nth(i).textContent())!.replace(/[^\d.-]/g, ''))
  return { mean: await number(1), added: await number(3) }
}
async function read(page: Page, place: string, fahrenheit: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a probe reading' }).first().click()
  await choose(page, 'Place', place)
  await page.getByLabel('Temperature, °F').fill(fahrenheit)
  await page.getByLabel('Time').fill('10:00')
  await page.getByRole('button', { name: 'Save' }).click()
}

// Each is a minute's work of its own: they need not wait for each other.
test.describe.configure({ mode: 'parallel' })

test('a reading at the drive edge moves the edge and, less, the others; a hot one is left out and says why', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await openSoil(page, running.url)
  await whole(page)
  await expect(page.getByText('One reading left out')).toHaveCount(1)
  // Opened again, it comes from the device.
  const heading = (await page.locator('h1').textContent())!
  await page.reload()
  await whole(page)
  await expect(page.locator('h1')).toHaveText(heading)
  const before = { edge: await rowOf(page, 'Drive edge'), middle: await rowOf(page, 'Front middle') }
  const started = Date.now()
  await read(page, 'Drive edge', '46')
  await expect(page.locator('.latest')).toContainText('Feb 28, 10:00 AM')
  await expect.poll(async () => (await rowOf(page, 'Drive edge')).mean).toBeGreaterThan(before.edge.mean)
  expect(Date.now() - started).toBeLessThan(20_000)
  const after = { edge: await rowOf(page, 'Drive edge'), middle: await rowOf(page, 'Front middle') }
  // The middle has its own readings: it hardly moves.
  expect(Math.abs(after.middle.mean - before.middle.mean)).toBeLessThan(after.edge.mean - before.edge.mean)

  await read(page, 'Front middle', '85')
  await expect(page.getByText('One reading left out')).toHaveCount(2)
  await expect(page.locator('.rests')).toContainText(
    /Front middle, Feb 28, 10:00 AM: not believable\. About \d\d/,
  )
  const kept = await rowOf(page, 'Front middle')
  expect(Math.abs(kept.mean - after.middle.mean)).toBeLessThan(0.3)

  const series = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Soil series as CSV' }).click()
  expect((await series).suggestedFilename()).toBe('soil-series.csv')
})

test('the probe settles and says so; its reading is kept', async ({ page, running }) => {
  await enterDemo(page, running)
  await openSoil(page, running.url)
  await page.getByRole('button', { name: 'Add a probe reading' }).first().click()
  await choose(page, 'Place', 'Strip middle')
  await page.getByRole('button', { name: 'Read the probe' }).click()
  await expect(page.getByText('still moving: leave it in')).toBeVisible()
  await expect(page.getByText('settled')).toBeVisible({ timeout: 30_000 })
  const field = page.getByLabel('Temperature, °F')
  await expect(field).not.toHaveValue('')
  const shown = Number(await field.inputValue())
  expect(shown).toBeGreaterThan(30)
  expect(shown).toBeLessThan(60)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('.latest').getByText('Strip middle').first()).toBeVisible()
})

test('a year of one’s own station with gaps is taken in and marked; nonsense is refused with its line', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await openSoil(page, running.url, 'weather')
  const days = Array.from({ length: 365 }, (_, i) => addDays('2026-02-28', i - 364))
  const kept = days.filter((_, i) => i < 100 || i > 103)
  const lines = kept.map((d, i) => `${d},${30 + (i % 40)},${48 + (i % 40)},${i % 6 ? 0 : 0.4}`)
  const file = join(running.data, 'station.csv')
  const heading = 'Date,Low temp °F,High temp °F,Rain in'
  writeFileSync(file, [heading, ...lines.slice(0, 9), 'yesterday,40,50,0', ...lines.slice(9)].join('\n'))
  const input = page.getByLabel('Import a file')
  await input.setInputFiles(file)
  await expect(page.getByRole('combobox', { name: 'Low' })).toContainText('Low temp °F')
  await page.getByRole('button', { name: 'Import it' }).click()
  await expect(page.getByText('Line 11: “yesterday” is no day in the order chosen.')).toBeVisible()

  writeFileSync(file, [heading, ...lines].join('\n'))
  await input.setInputFiles(file)
  await page.getByRole('button', { name: 'Import it' }).click()
  await expect(page.getByText(/365 days from .* are in, 4 of them filled in and marked/)).toBeVisible()
  await expect(page.locator('tbody tr').first()).toContainText('your station')
  await page.getByRole('button', { name: 'Forget it' }).click()
  await expect(page.locator('tbody tr').first()).toContainText('weather service')

  await page.getByRole('button', { name: 'Add rain or watering' }).click()
  await choose(page, 'What', 'Water given')
  await choose(page, 'Measured by', 'Front rotor')
  await page.getByLabel('Minutes it ran').fill('30')
  await expect(page.getByText('makes 0.24 in')).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('tbody tr').first()).toContainText('0.24 in')
})

test('the weather service is away for a week: what is kept stands with its age, and follows when it is back', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await openSoil(page, running.url)
  await whole(page)
  const before = await page.locator('h1').textContent()
  const pid = running.standinPid('weather')
  process.kill(pid, 'SIGSTOP')
  try {
    await page.getByLabel('Move the day').fill('2026-03-07')
    await expect(page.getByText('Here it is Sat, Mar 7.')).toBeVisible()
    await expect(page.locator('h1')).toContainText('As the weather was known on Feb 28:', simulated)
    await expect(page.locator('h1')).toContainText(before!.slice(0, 30))
    await page.keyboard.press('0')
    await expect(page.locator('main')).toContainText('As the weather was known on Feb 28')
    await page.keyboard.press('3')
  } finally {
    process.kill(pid, 'SIGCONT')
  }
  await expect(page.locator('h1')).not.toContainText('As the weather was known', { timeout: 120_000 })
  await putDemoBack(page)
})

test('a school’s numbers, a sign, a weed and the ground are changed, and the answer follows', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await openSoil(page, running.url)
  await whole(page)
  const first = await page.locator('h1').textContent()
  await page.locator('.rest', { hasText: 'edge opens' }).getByRole('button', { name: 'Change' }).click()
  await page.getByLabel('edge opens, °F').fill('40')
  await expect(page.getByText(/45 °F.*53 °F/)).toBeVisible()
  await page.getByLabel('edge opens, °F').fill('46')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('h1')).not.toHaveText(first!)
  await page.getByRole('button', { name: 'Back to the method’s own numbers' }).click()
  await expect(page.locator('h1')).toHaveText(first!)

  const middle = (await rowOf(page, 'Front middle')).added
  await page.locator('.rest', { hasText: 'Soil and turf' }).getByRole('button', { name: 'Change' }).click()
  await choose(page, 'Texture', /^sand$/)
  await page.getByLabel('Mowing height, in').fill('1')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('.rest', { hasText: 'Soil and turf' })).toContainText('sand')
  await expect.poll(async () => (await rowOf(page, 'Front middle')).added, simulated).not.toBe(middle)

  await page.getByRole('button', { name: 'Germination' }).click()
  await choose(page, 'Watch another weed', 'prostrate knotweed')
  await expect(page.locator('article article', { hasText: 'prostrate knotweed' })).toContainText(
    'A tenth by',
    {
      timeout: 30_000,
    },
  )
  await page.getByRole('button', { name: 'Nine timing methods' }).click()
  await expect(page.locator('article article')).toHaveCount(9)
  const blossom = page.locator('article article', { hasText: 'by blossom' })
  const due = await blossom.locator('li').textContent()
  await page.getByRole('button', { name: 'Add a sign' }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(blossom.locator('li')).not.toHaveText(due!)
  await expect(blossom).toContainText('open now')
})

test('the soil of another day is simulated in the browser, side by side in WebAssembly', async ({
  page,
  running,
}) => {
  /** The smallest program that needs SIMD. */
  const simd = [
    0, 97, 115, 109, 1, 0, 0, 0, 1, 4, 1, 96, 0, 0, 3, 2, 1, 0, 10, 9, 1, 7, 0, 65, 0, 253, 15, 26, 11,
  ]
  const allowed: Promise<unknown>[] = []
  page.on('worker', (worker) => {
    if (!worker.url().includes('simulateSoil')) return
    allowed.push(
      worker.evaluate((bytes) => {
        try {
          return String(new WebAssembly.Module(new Uint8Array(bytes)))
        } catch (error) {
          return String(error)
        }
      }, simd),
    )
  })
  await enterDemo(page, running)
  await openSoil(page, running.url)
  await page.getByRole('slider', { name: 'The season: the day you look at' }).focus()
  await page.keyboard.press('PageDown')
  await whole(page)
  await expect.poll(() => allowed.length, simulated).toBeGreaterThan(1)
  expect(await Promise.all(allowed)).toEqual(allowed.map(() => '[object WebAssembly.Module]'))
})

test('a southern yard gets its autumn in March', async ({ page, running }) => {
  await signUp(page, running, 'south@example.org')
  await newYard(page, { point: [-33.7, 150.6], grass: /^tall fescue/, sqFt: 279 })
  await page.keyboard.press('r')
  await page.getByLabel('Temperature').fill('22.8')
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(page.locator('h1')).toContainText(/\d/)
  // On a day of its own: what the soil will do from today hangs on the day and the hour this is run.
  await page.goto(`${running.url}/soil?day=2025-01-25`)
  await choose(page, 'Timing method', 'autumn, for winter annuals')
  await expect(page.locator('h1')).toContainText(
    /Apply the first part .* by (Mar|Apr) \d+ at the latest/,
    simulated,
  )
})
