import { signUp, test, expect } from './running.ts'

test.use({ soil: 'waited for' })

test('who forgot the password gets back in on screen, and what was there is still there', async ({
  page,
  running,
}) => {
  const email = 'forgetful@example.org'
  await page.goto(running.url)
  await page.getByRole('button', { name: 'Make an account' }).click()
  await page.getByLabel('Your name').fill('Noor Ähtäri')
  await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Password').fill('a long enough phrase')
  await page.getByRole('button', { name: 'Make an account' }).click()
  const codes = page.locator('.codes li')
  await expect(codes).toHaveCount(10)
  const [, code] = await codes.allTextContents()
  await page.getByRole('button', { name: 'I have kept them' }).click()
  await page.goto(`${running.url}/you`)
  await page.getByLabel('License number').fill('X-17')
  await page.getByLabel('License number').blur()
  await expect(page.getByText('Saved.')).toBeVisible()

  // Signing out leaves nothing of the person on the device.
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/sign-in/)
  const left = await page.evaluate(async () => [
    localStorage.length,
    (await indexedDB.databases()).map((d) => d.name),
    await caches.keys(),
  ])
  expect(left).toEqual([0, [], []])

  await page.getByRole('link', { name: 'I forgot my password' }).click()
  await expect(page.getByRole('heading', { name: 'Set a new password' })).toBeVisible()
  await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Recovery code').fill(code!.toLowerCase())
  await page.getByLabel('New password').fill('password123')
  await page.getByRole('button', { name: 'Set it and sign in' }).click()
  await expect(page.getByText('This is easily guessed.')).toBeVisible()
  await page.getByLabel('New password').fill('seven teal kettles hum')
  await page.getByRole('button', { name: 'Set it and sign in' }).click()
  await expect(page).toHaveURL(/welcome/)
  await page.goto(`${running.url}/you`)
  await expect(page.getByLabel('License number')).toHaveValue('X-17')
  await expect(page.getByText('9 codes left')).toBeVisible()
})

test('another device is seen and signed out; tries that failed are told; an account goes whole', async ({
  page,
  browser,
  running,
}) => {
  const email = 'careful@example.org'
  await signUp(page, running, email)
  const phone = await browser.newPage()
  const signIn = async (password: string) => {
    await phone.goto(`${running.url}/sign-in`)
    await phone.getByLabel('E-mail').fill(email)
    await phone.getByLabel('Password').fill(password)
    await phone.getByRole('button', { name: 'Sign in' }).click()
  }
  await signIn('not the one at all')
  await expect(phone.getByRole('alert')).toBeVisible()
  await signIn('a long enough phrase')
  await expect(phone.getByText('One try to sign in failed')).toBeVisible()

  await page.goto(`${running.url}/you`)
  await page.getByText('Devices that are signed in: 2').click()
  await page.getByRole('button', { name: 'Sign out this device' }).click()
  await expect(page.getByText('Devices that are signed in: 1')).toBeVisible()
  await phone.goto(`${running.url}/you`)
  await expect(phone.getByRole('button', { name: 'Sign in' })).toBeVisible()

  await page.getByText('Delete the account', { exact: true }).click()
  await page.locator('details[open]').last().getByLabel('Password').fill('a long enough phrase')
  await page.getByRole('button', { name: 'Delete for good' }).click()
  await expect(page).toHaveURL(/sign-in/)
  await signIn('a long enough phrase')
  await expect(phone.getByRole('alert')).toBeVisible()
  await phone.close()
})
