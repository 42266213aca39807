import { choose, enterDemo, expect, putDemoBack, test } from './running.ts'

test('a reading on the phone moves the date on the desk, which nobody touches', async ({
  page,
  running,
  browser,
}) => {
  await enterDemo(page, running)
  await page.keyboard.press('3')
  const heading = page.locator('h1')
  await expect(heading).toContainText(/Proposed: .* about \w+ \d+/, { timeout: 40_000 })
  const before = (await heading.textContent())!
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await enterDemo(phone, running)
  await phone.goto(`${running.url}/soil`)
  await expect(phone.locator('h1')).toContainText(/Proposed: .* about \w+ \d+/, { timeout: 40_000 })
  await phone.keyboard.press('r')
  await choose(phone, 'Place', 'Drive edge')
  await phone.getByLabel('Temperature, °F').fill('46')
  await phone.getByLabel('Time').fill('10:00')
  await phone.getByRole('button', { name: 'Save' }).click()
  const began = Date.now()
  await expect(phone.locator('h1')).not.toHaveText(before)
  await expect(heading).not.toHaveText(before, { timeout: 5000 })
  await expect(heading).toHaveText((await phone.locator('h1').textContent())!)
  // Some two seconds where nothing else is going on; never the minute that a page at rest takes to look again.
  expect(Date.now() - began).toBeLessThan(20_000)
  await phone.close()
  await putDemoBack(page)
})
