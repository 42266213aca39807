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
