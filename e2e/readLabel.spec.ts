import type { Page } from '@playwright/test'
import { concentrate, paper, pdfOf, photoOf, threeWay } from './paper.ts'
import { enterDemo, expect, ownLawn, putDemoBack, signUp, test } from './running.ts'

test.use({ soil: 'waited for' })

const give = (page: Page, name: string, mimeType: string, buffer: Buffer) =>
  page.getByLabel(/Have the label as a PDF|Read another file/).setInputFiles({ name, mimeType, buffer })

/** Goes from figure to figure, each right as it was read. @returns what was asked about, by its name */
async function walk(page: Page): Promise<string[]> {
  const seen: string[] = []
  const look = page.locator('.look')
  await expect(look).toBeVisible()
  for (let i = 0; i < 60 && (await look.isVisible()); i++) {
    const at = page.getByText(`Figure ${i + 1} of`)
    if (!(await at.isVisible())) break
    seen.push((await look.locator('form').innerText()).replaceAll('\n', ' '))
    await page.keyboard.press('Enter')
    await expect(at).toBeHidden()
  }
  await expect(page.getByText(/in the form below/)).toBeVisible()
  return seen
}

test('a bought concentrate with its percentage only, from a photo to a mixed can', async ({
  page,
  running,
}) => {
  await signUp(page, running, 'bottle@example.org')
  await ownLawn(page, 'By the mill', 'Verge')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${running.url}/shelf?at=label`)
  await give(page, 'front.jpg', 'image/jpeg', await photoOf(page, concentrate))
  const seen = await walk(page)
  expect(seen.join('\n')).toContain('Strength of the active')
  await expect(page.getByLabel('Name on the label')).toHaveValue('Handmittel 41')
  await expect(page.getByLabel('Strength', { exact: true })).toHaveValue('41')
  await expect(page.getByLabel('Most per application')).toHaveValue('1')
  // No word of what a gallon weighs: an estimate is said.
  await expect(page.getByText(/Not on the label\? Then it is taken as/)).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('h1')).toContainText('Handmittel 41')
  // What the label says is in it stands there already.
  await expect(page.getByLabel('Holds')).toHaveValue('16')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.goto(`${running.url}/bench`)
  await page.getByText('Spots by the can').click()
  await page.getByLabel('Size of the can, gal').fill('2')
  await page.getByLabel('How many cans').fill('1')
  await expect(page.locator('.can')).toContainText('2 fl oz in each can, filled to 2 gal.')
  await page.getByRole('button', { name: 'Mix a can' }).click()
  await expect(page.locator('h1')).toContainText('2 gal of water')
  // The photo is kept with the label.
  await page.goto(`${running.url}/shelf?at=labels`)
  await page.getByRole('button', { name: 'Handmittel 41' }).click()
  await expect(page.getByRole('link', { name: 'front.jpg' })).toBeVisible()
})

test('a label of three actives, from its PDF to the grid', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/shelf?at=label`)
  await give(page, 'dreiwerk.pdf', 'application/pdf', await pdfOf(page, threeWay))
  await expect(page.locator('.look')).toBeVisible()
  await test.step('a figure is typed over, and one is left out', async () => {
    await expect(page.locator('.look input').first()).toHaveValue('Dreiwerk SL')
    await page.locator('.look input').first().fill('Dreiwerk')
    await page.keyboard.press('Enter')
    await expect(page.getByText('Figure 2 of')).toBeVisible()
    await page.getByRole('button', { name: 'One back' }).click()
    await expect(page.locator('.look input').first()).toHaveValue('Dreiwerk')
    await page.keyboard.press('Enter')
  })
  for (let i = 1; await page.getByText(`Figure ${i + 1} of`).isVisible(); i++) {
    await page.keyboard.press('Enter')
    await expect(page.getByText(`Figure ${i + 1} of`)).toBeHidden()
  }
  await expect(page.getByLabel('Active ingredient').nth(2)).toHaveValue('dicamba')
  await expect(page.getByLabel('Strength', { exact: true }).nth(0)).toHaveValue('2.38')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('h1')).toContainText('Dreiwerk')
  await page.goto(`${running.url}/shelf`)
  await expect(page.getByRole('button', { name: /^Dreiwerk/ }).first()).toBeVisible()
  await putDemoBack(page)
})

test('what is no label, or cannot be read, is said in a sentence, and what was typed stays', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/shelf?at=label`)
  await page.getByLabel('Name on the label').fill('By hand')
  const says = page.locator('.reader [role=alert]')
  await give(
    page,
    'recipe.pdf',
    'application/pdf',
    await pdfOf(page, `${paper}<p>${'Take two eggs and the flour and stir them well. '.repeat(6)}</p>`),
  )
  await expect(says).toContainText('does not read like a label')
  await give(page, 'broken.pdf', 'application/pdf', Buffer.from('%PDF-1.7 and nothing more'))
  await expect(says).toContainText('can’t be opened')
  await give(page, 'notes.txt', 'text/plain', Buffer.from('no picture'))
  await expect(says).toContainText('neither a PDF nor a photo')
  await give(page, 'dark.jpg', 'image/jpeg', await photoOf(page, concentrate, 'filter: brightness(0.1)'))
  await expect(says).toContainText('too dark')
  await give(
    page,
    'cat.jpg',
    'image/jpeg',
    await photoOf(
      page,
      '<div style="width:400px;height:500px;border-radius:50%;background:radial-gradient(#ca8,#864)"></div>',
    ),
  )
  await expect(says).toContainText('no words in it')
  await expect(page.getByLabel('Name on the label')).toHaveValue('By hand')

  await test.step('a page that lies on its side is turned', async () => {
    await give(page, 'side.jpg', 'image/jpeg', await photoOf(page, concentrate, 'transform: rotate(90deg)'))
    await expect(page.locator('.look')).toBeVisible({ timeout: 90_000 })
    await expect(page.locator('.look')).toContainText('Figure 1 of')
  })
})

test.describe('on a phone that has been here before', () => {
  test.use({ serviceWorkers: 'allow' })
  test('at the shop, without a network, a photo is read by what was fetched before', async ({
    page,
    context,
    running,
    quiet,
  }) => {
    await enterDemo(page, running)
    await page.goto(`${running.url}/shelf?at=label`)
    // The readers are fetched in a quiet moment, and kept.
    await expect(async () => {
      const kept = await page.evaluate(
        async () => (await (await caches.open('jardinero-reader')).keys()).length,
      )
      expect(kept).toBeGreaterThanOrEqual(4)
    }).toPass({ timeout: 60_000 })
    // Once more, so that the page itself is kept too.
    await page.reload()
    await page.locator('.drop').waitFor()
    const photo = await photoOf(page, concentrate)
    quiet.expected.push(/ERR_INTERNET_DISCONNECTED/, /Failed to load resource/)
    await context.setOffline(true)
    await page.reload()
    await give(page, 'front.jpg', 'image/jpeg', photo)
    await expect(page.getByText('Figure 1 of')).toBeVisible({ timeout: 90_000 })
    await context.setOffline(false)
  })
})
