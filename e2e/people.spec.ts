import { AxeBuilder } from '@axe-core/playwright'
import { type Page } from '@playwright/test'
import { expect, ownLawn, signUp, test } from './running.ts'

test.use({ soil: 'waited for' })

const accessible = async (page: Page) =>
  expect(
    (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze())
      .violations,
  ).toEqual([])

test('an owner invites somebody of the crew, who works at once; and ends their access in the middle of the day', async ({
  page,
  running,
  browser,
}) => {
  await signUp(page, running, 'firm@example.org', 'Quill & Marrow Lawns')
  await ownLawn(page, 'Millrace 4', 'Front')
  await page.goto(`${running.url}/you`)
  await page.getByLabel('Name', { exact: true }).fill('Teodoro')
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = (await page.locator('.link-text').textContent())!
  await expect(page.getByRole('img', { name: 'The link as a code for a phone' })).toBeVisible()
  await expect(page.getByText(/^crew, good until/)).toBeVisible()
  await accessible(page)

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await phone.goto(link)
  await expect(phone.getByRole('heading', { level: 1 })).toHaveText('Join Quill & Marrow Lawns')
  await accessible(phone)
  await phone.getByLabel('E-mail').fill('teo@example.org')
  await phone.getByLabel('Password').fill('short')
  await phone.getByRole('button', { name: 'Join' }).click()
  await expect(phone.getByRole('alert').first()).toBeVisible()
  await phone.getByLabel('Password').fill('a long enough phrase')
  await phone.getByRole('button', { name: 'Join' }).click()
  await phone.getByRole('button', { name: 'I have kept them' }).click()
  await expect(phone.getByText('Millrace 4').first()).toBeVisible()
  // What the role cannot change is not offered; the lawn is there to be read.
  await phone.goto(`${running.url}/yard`)
  await expect(phone.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(phone.getByRole('button', { name: 'Tape a section' })).toBeHidden()
  await phone.goto(`${running.url}/you`)
  await expect(phone.getByRole('heading', { name: 'People' })).toBeHidden()
  await expect(phone.getByRole('button', { name: 'Delete this account' })).toBeHidden()

  await page.goto(`${running.url}/you`)
  await page.getByText('Teodoro').click()
  await page.getByRole('button', { name: 'End access' }).click()
  await page.getByRole('button', { name: 'End access now' }).click()
  await expect(page.getByText('Left: 1')).toBeVisible()
  await phone.goto(`${running.url}/yard`)
  await expect(phone.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  await phone.goto(link)
  await phone.reload()
  await expect(phone.getByRole('alert')).toContainText('over or was used')
})

test('a firm’s list of 240 lawns is tried, mended and imported; again, it adds nothing; and all stand in one list', async ({
  page,
  running,
}) => {
  await signUp(page, running, 'list@example.org', 'Quill & Marrow Lawns')
  await ownLawn(page, 'The shed', 'Front')
  await page.goto(`${running.url}/you`)
  await page.getByRole('link', { name: 'See all lawns in one list' }).click()
  await page.getByRole('button', { name: 'Lawns from a list' }).click()
  const line = (i: number, grass: string) => `Client ${i};${i} Millrace Lane;${grass};${5000 + i}`
  const list = (last: string) =>
    Buffer.from(
      [
        'Customer;Address;Grass;Sq ft',
        ...Array.from({ length: 239 }, (_, i) => line(i, 'Tall fescue')),
        last,
      ].join('\r\n'),
      'latin1',
    )
  const choose = (last: string) =>
    page
      .locator('.lawns input[type=file]')
      .setInputFiles({ name: 'lawns.csv', mimeType: 'text/csv', buffer: list(last) })
  await choose(line(239, 'plastic'))
  await expect(page.locator('.lawns')).toContainText('Line 241: no grass is known as “plastic”.')
  await choose('Señora Vale;9 Dock Row;zoysiagrass;900')
  await expect(page.locator('.lawns')).toContainText('240 lawns of 240 properties')
  await accessible(page)
  await page.getByRole('button', { name: 'Import these lawns' }).click()
  await expect(page.locator('.lawns')).toContainText('240 lawns were added.')
  await choose('Señora Vale;9 Dock Row;zoysiagrass;900')
  await page.getByRole('button', { name: 'Import these lawns' }).click()
  await expect(page.locator('.lawns')).toContainText('Nothing new in it.')
  // All of them in one list: searched, tagged, put away, on a map.
  await page.getByRole('button', { name: 'Lawns from a list' }).click()
  const heading = page.getByRole('heading', { level: 1 })
  await expect(heading).toContainText('241 lawns')
  const rows = page.locator('.p-datatable tbody tr')
  await page.getByLabel('Search', { exact: true }).fill('millrace 23')
  await expect(rows).toHaveCount(12)
  await page.getByLabel('Choose all 12').check()
  await expect(page.getByText('12 lawns at 12 properties')).toBeVisible()
  await page.locator('.bulk').getByLabel('Tag', { exact: true }).fill('north round')
  await page.getByRole('button', { name: 'Add the tag' }).click()
  await expect(rows.first()).toContainText('north round')
  await page.getByLabel('Search', { exact: true }).fill('')
  await page.getByRole('combobox', { name: 'Tag' }).click()
  await page.getByRole('option', { name: 'north round' }).click()
  await expect(rows).toHaveCount(12)
  await page.getByLabel('Keep this view as').fill('The north')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await page.getByRole('button', { name: 'Show the map' }).click()
  await expect(page.locator('figure svg path')).toHaveCount(12)
  await accessible(page)
  await page.getByRole('button', { name: 'Show the list' }).click()
  await page.getByLabel('Choose 23 Millrace Lane Lawn').check()
  await page.getByRole('button', { name: 'Put away', exact: true }).click()
  await expect(rows).toHaveCount(11)
  await page.goto(`${running.url}/lawns?order=area&descending=true`)
  await expect(heading).toContainText('240 lawns')
  await expect(rows.first()).toContainText('238 Millrace')
  await page.getByRole('button', { name: 'The north' }).click()
  await expect(rows).toHaveCount(11)
  await accessible(page)
  // A lawn of the list is found, measured, and its owner is told.
  await page.keyboard.press('/')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.type('9 Dock')
  await page.getByRole('option', { name: /9 Dock Row/ }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page).not.toHaveURL(/lawns/)
  await page.keyboard.press('1')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('9 Dock Row measures 900 sq ft')
  // What a crew must know there, and how its owner is told.
  await page.getByRole('button', { name: 'Say whose it is' }).click()
  await page.getByLabel('How to get in').fill('Side gate, code 41')
  await page.getByLabel('There is a dog').check()
  await page.getByLabel('Phone').fill('555 0101')
  await page.getByRole('combobox', { name: 'Told of a visit by' }).click()
  await page.getByRole('option', { name: 'a text message' }).click()
  await page.getByRole('button', { name: 'Save this client' }).click()
  await expect(page.getByText('Saved.')).toBeVisible()
  await accessible(page)
  await page.locator('.rests form').first().getByRole('button', { name: /^Save/ }).click()
  await expect(page.locator('.site')).toContainText('Getting in: Side gate, code 41')
  await page.reload()
  await expect(page.locator('.site')).toContainText('There is a dog')
})
