import { readFileSync } from 'node:fs'
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import Papa from 'papaparse'
import { choose, enterDemo, expect, putDemoBack, test } from './running.ts'

const axe = async (page: Page) =>
  (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze()).violations.map(
    (v) => v.id,
  )
async function askAbout(page: Page, plant: string, stage: string): Promise<void> {
  await choose(page, 'Ask about a weed, as it stands now', new RegExp(`^${plant}$`))
  await choose(page, 'Its stage', stage)
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.locator('.rests')).toContainText(plant)
}
const cell = (page: Page, label: string, plant: string) =>
  page.locator('td').getByRole('button', { name: `${label}, ${plant}:` })

test.use({ soil: 'waited for' })

test('three weeds on fescue in late summer get one tank of three, with the reasons', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await page.keyboard.press('5')
  await expect(page.locator('h1')).toContainText(/ground ivy/)
  await page.goto(`${running.url}/shelf?day=2026-08-01`)
  await askAbout(page, 'yellow nutsedge', 'mature')
  await askAbout(page, 'smooth crabgrass', 'a few leaves')
  await expect(page.locator('h1')).toContainText(
    'Rushollow 62 WG, Quarlock 60 WG, and Kelmoor 2.3 SL in one tank clear ground ivy, yellow nutsedge, and smooth crabgrass from Front, with 3 actives. To buy: Kelmoor 2.3 SL.',
  )
  await expect(page.locator('.tank article', { hasText: 'Rushollow' })).toContainText('For yellow nutsedge.')
  await expect(page.locator('.tank article', { hasText: 'Rushollow' })).toContainText('On the shelf: 1.33 oz')
  await expect(page.locator('.tank article', { hasText: 'Rushollow' })).toContainText(
    'growth stops, leaves turn yellow. Judge it between Aug 22 and Sep 5, not before. Not again before Sep 12.',
  )
  await expect(page.locator('.tank article', { hasText: 'Quarlock' })).toContainText(
    'It needs methylated seed oil and crop oil: Oilmere is on the shelf',
  )
  expect(await axe(page)).toEqual([])

  await test.step('white clover has a gentler answer, and is sprayed only when asked', async () => {
    const clover = page.locator('.rest', { hasText: 'white clover' })
    await expect(clover).toContainText('Pull it: 14 plants: dig each with its root.')
    await clover.getByRole('button', { name: 'Spray it all the same' }).click()
    await expect(page.locator('h1')).toContainText('white clover')
    await clover.getByRole('button', { name: 'As advised' }).click()
    await expect(page.locator('h1')).not.toContainText('white clover')
    await expect(page.locator('ol')).toContainText(/Pull by hand\..*The best there is for white clover\./)
  })
  await test.step('why not, cell by cell', async () => {
    await cell(page, 'Quarlock 60 WG', 'ground ivy').click()
    await expect(page.locator('.why')).toContainText(
      'quinclorac only suppresses ground ivy: it is set back and comes again. That is not control.',
    )
    await cell(page, 'Tressock SL', 'yellow nutsedge').click()
    await expect(page.locator('.why')).toContainText('Tressock SL does not list yellow nutsedge.')
  })
  await test.step('crabgrass that is old is out of reach until mid-August, and the day is said', async () => {
    await askAbout(page, 'large crabgrass', 'setting seed')
    await expect(page.locator('h1')).toContainText(
      'Nothing that may go there now controls large crabgrass. Quarlock 60 WG does from about Aug 15.',
    )
    await cell(page, 'Quarlock 60 WG', 'large crabgrass').click()
    await expect(page.locator('.why')).toContainText('it works again from about Aug 15')
  })
  await test.step('a label for warm-season turf only is refused on fescue', async () => {
    await cell(page, 'Dorrick 40 WG', 'tall fescue').click()
    await expect(page.locator('.why')).toContainText('Dorrick 40 WG is not for tall fescue.')
    await page.getByText(/Why not the \d+ others/).click()
    await expect(page.locator('dl')).toContainText(
      'glyphosate kills every grass, tall fescue on Front with the weeds. Not on this lawn.',
    )
  })
  await test.step('vegetable beds, a licence and trees change the answer', async () => {
    await page.getByLabel('Vegetable beds beside or below').check()
    await cell(page, 'Fernhold 4.4 EC', 'ground ivy').click()
    await expect(page.locator('.why')).toContainText(
      'The vapour of 2,4-D-2-ethylhexyl reaches vegetable beds',
    )
    await page.getByLabel('Vegetable beds beside or below').uncheck()
    await expect(page.locator('.why')).not.toContainText('vegetable beds')
  })
  await page.setViewportSize({ width: 390, height: 844 })
  await expect(page.locator('table').first()).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
  expect(await axe(page)).toEqual([])

  await page.setViewportSize({ width: 1280, height: 800 })
  await page
    .locator('.tank article', { hasText: 'Rushollow' })
    .getByRole('link', { name: 'Take it to the bench' })
    .click()
  await expect(page).toHaveURL(/\/bench/)
  await expect(page.getByRole('combobox', { name: 'Label' })).toContainText('Rushollow 62 WG')
})

test('a week’s heat closes an ester, and the answer waits', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.getByLabel('Move the day').fill('2026-07-20')
  await expect(page.getByText('Here it is Mon, Jul 20.')).toBeVisible()
  await page.goto(`${running.url}/shelf?ask=dandelion.mature`)
  await expect(page.locator('.rest', { hasText: 'The week ahead' })).toContainText('°F', { timeout: 40_000 })
  await cell(page, 'Fernhold 4.4 EC', 'dandelion').click()
  await expect(page.locator('.why')).toContainText(
    /It is too hot for Fernhold 4.4 EC: up to \d+(\.\d)? °F (that day|in the next 7 days)/,
  )
  await expect(cell(page, 'Fernhold 4.4 EC', 'dandelion')).toHaveAttribute(
    'aria-label',
    /may not go here now/,
  )
  await page.getByLabel('Move the day').fill('2026-02-28')
  await expect(page.getByText('Here it is Sat, Feb 28.')).toBeVisible()
})

test('a label is copied, its contradictions caught as typed, kept by version, stocked and filed', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/shelf?at=labels`)
  await page.getByRole('button', { name: 'Copy a label' }).click()
  await page.getByText('Start from a sample label').click()
  await page.getByRole('combobox', { name: 'Invented, to try things with.' }).click()
  await page.getByRole('option', { name: 'Quintrow 1.2 SL' }).click()
  const findings = page.locator('.findings')
  await expect(findings).toBeHidden()
  await page.getByText('More from the label').click()
  await page.getByRole('button', { name: 'A coverage claim' }).click()
  await page.getByLabel('So much').nth(1).fill('64')
  await page.getByLabel('Covers, sq ft').nth(1).fill('9,000')
  await expect(findings).toContainText('Cannot be: 64 fl oz cannot cover both 9,000 sq ft')
  await expect(findings).toContainText('By the directions 64 fl oz covers 34,')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('cannot cover both').last()).toBeVisible()
  await page.getByLabel('Covers, sq ft').nth(1).fill('34,800')
  await expect(findings).toBeHidden()

  await test.step('a total for the lawn written down as a rate, and dry ounces of a liquid', async () => {
    await page.getByLabel('Most per application').fill('11.9')
    await expect(findings).toContainText('It looks like the total for a lawn written down as a rate.')
    await expect(findings).toContainText('Over 6,533 sq ft that is 1.82 fl oz per 1,000 sq ft.')
    await page.getByLabel('Most per application').fill('1.83')
    await choose(page, 'Unit of the rate', /^oz per 1,000 sq ft$/)
    await expect(findings).toContainText('If the label says ounces of a liquid it means fluid ounces')
    await choose(page, 'Unit of the rate', /^fl oz per 1,000 sq ft$/)
    await expect(findings).toBeHidden()
  })
  await page.getByLabel('Name on the label').fill('Grünes Eck 1.2 SL')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('h1')).toContainText('Grünes Eck 1.2 SL is copied. Do you have it?')
  await page.locator('.stock-form').getByRole('button', { name: 'Cancel' }).click()
  await expect(page.locator('h1')).toContainText('24 labels are copied')
  await page.getByRole('button', { name: 'Grünes Eck 1.2 SL' }).click()

  await test.step('a package, weighed, and the label’s own file', async () => {
    await page.getByRole('button', { name: 'Add a package' }).click()
    await page.getByLabel('Left in it, weighed or measured').fill('99')
    await page.locator('.stock-form').getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('99 fl oz is more than the package ever held (64 fl oz).')).toBeVisible()
    await page.getByLabel('Left in it, weighed or measured').fill('40')
    await page.locator('.stock-form').getByRole('button', { name: 'Save' }).click()
    await expect(page.locator('.stock')).toContainText('40 fl oz')
    await page.getByLabel('Keep a PDF or a picture of it').setInputFiles({
      name: 'label.pdf',
      mimeType: 'application/pdf',
      buffer: Buffer.from('%PDF-1.4\n%%EOF\n'),
    })
    await expect(page.getByRole('link', { name: 'label.pdf' })).toBeVisible()
    await page.getByLabel('Keep a PDF or a picture of it').setInputFiles({
      name: 'label.txt',
      mimeType: 'text/plain',
      buffer: Buffer.from('no label'),
    })
    await expect(page.getByText(/A label file is a PDF|cannot be read|not a kind/)).toBeVisible()
  })
  await test.step('a change keeps the label as it stood', async () => {
    await page.getByLabel('No seed for, days').fill('10')
    await page.locator('.label-editor').getByRole('button', { name: 'Save' }).click()
    await page.getByRole('button', { name: 'Grünes Eck 1.2 SL' }).click()
    await expect(page.locator('.rests')).toContainText('then one figure changedNo seed for, days: 7 → 10')
  })
  await test.step('all labels as a file, and back again: nothing doubled', async () => {
    await page.getByRole('button', { name: 'Labels and stock' }).click()
    const download = page.waitForEvent('download')
    await page.getByRole('link', { name: 'All labels as a file (JSON)' }).click()
    const path = await (await download).path()
    expect(JSON.parse(readFileSync(path, 'utf8')).labels).toHaveLength(24)
    await page.getByLabel('Import labels from a file').setInputFiles(path)
    await expect(page.getByText('0 labels imported; 24 were here already.')).toBeVisible()
    await page.getByLabel('Import labels from a file').setInputFiles({
      name: 'other.json',
      mimeType: 'application/json',
      buffer: Buffer.from('{"format":"other"'),
    })
    await expect(page.getByText('This is not a label file (docs/label-file.md): other.json.')).toBeVisible()
  })
  await putDemoBack(page)
})

test('the sheet prints, for the yard and for a firm', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/shelf?at=sheet`)
  await expect(page.locator('h1')).toContainText('What is on the shelf: Quarry Bend')
  const row = page.locator('tr', { hasText: 'Rushollow' })
  await expect(row).toContainText('0.0184 to 0.0367 oz per 1,000 sq ft')
  await expect(row).toContainText('1.59 oz per acre')
  await expect(row).toContainText('yellow nutsedge')
  await expect(page.locator('thead')).not.toContainText('St. Augustinegrass')
  expect(await axe(page)).toEqual([])
  const file = async (name: string) => {
    const download = page.waitForEvent('download')
    await page.getByRole('link', { name }).click()
    return readFileSync(await (await download).path())
  }
  expect((await file('PDF')).subarray(0, 5).toString()).toBe('%PDF-')
  const csv = Papa.parse<Record<string, string>>((await file('CSV')).toString(), { header: true })
  expect(csv.data.find((r) => r['label']?.startsWith('Dorrick'))).toMatchObject({
    zoysiagrass: 'safe',
    tallFescue: 'no',
  })
  await page.getByRole('button', { name: 'For every turf' }).click()
  await expect(page.locator('thead')).toContainText('St. Augustinegrass')
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('table')).toBeVisible()
  await expect(page.locator('.actions')).toBeHidden()
})
