import { choose, enterDemo, expect, putDemoBack, test } from './running.ts'

test.use({ soil: 'waited for' })

test('five refusals, each in words at its field, and nothing lost', async ({ page, running }) => {
  await enterDemo(page, running)

  await test.step('a side of zero', async () => {
    await page.keyboard.press('1')
    await page.getByRole('button', { name: 'Tape a section' }).click()
    await page.getByLabel('length, ft').fill('40')
    await page.getByLabel('width, ft').fill('0')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('The width is 0 ft. It must be more than zero.')).toBeVisible()
    await expect(page.getByLabel('length, ft')).toHaveValue('40')
    await page.getByRole('button', { name: 'Cancel' }).click()
  })

  await test.step('a rate over the label', async () => {
    await page.keyboard.press('6')
    await choose(page, 'Label', 'Tarnfold 50 WG')
    await page.getByLabel('Rate, oz per 1,000 sq ft').fill('1.1')
    await expect(
      page
        .getByRole('alert')
        .filter({ hasText: 'over this label’s maximum of 0.55 oz per 1,000 sq ft for tall fescue' })
        .first(),
    ).toBeVisible()
    await expect(page.getByRole('button', { name: 'Start mixing' })).toBeHidden()
    await page.getByLabel('Rate, oz per 1,000 sq ft').fill('0.4')
    await expect(page.getByRole('button', { name: 'Start mixing' })).toBeVisible()
  })

  await test.step('dry ounces of a liquid, and minimum over maximum', async () => {
    await page.getByRole('button', { name: 'Copy another' }).click()
    await page.getByLabel('Name on the label').fill('Umlaut-Öl 2 EC')
    await page.getByLabel('Active ingredient').fill('pendimethalin')
    await page.getByLabel('Strength').fill('3')
    await page.getByLabel('Least rate').fill('2')
    await page.getByLabel('Most per application').fill('1')
    await expect(
      page.getByText('The least rate (2 fl oz per 1,000 sq ft) is over the most (1 fl oz per 1,000 sq ft).'),
    ).toBeVisible()
    await page.getByLabel('Most per application').fill('3')
    await page.getByRole('combobox', { name: 'Unit of the rate' }).click()
    await page.getByRole('option', { name: 'oz per 1,000 sq ft', exact: true }).click()
    await expect(page.getByText('If the label says ounces of a liquid it means fluid ounces')).toBeVisible()
    await page.getByRole('button', { name: 'Cancel' }).click()
  })

  await test.step('a sprayer larger than life', async () => {
    await page.getByRole('button', { name: 'Change', exact: true }).click()
    await page.getByLabel('Holds, filled as you fill it, gal').fill('40')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(
      page.getByText('40 gal is larger than life for a backpack: the most is 8 gal.'),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Cancel' }).click()
  })

  await test.step('a reading that is not believable', async () => {
    await page.keyboard.press('r')
    await page.getByLabel('Temperature, °F').fill('147')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('147 °F is not believable')).toBeVisible()
  })
})

test('a stale edit says so and keeps both texts', async ({ page, running, context }) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/yard`)
  const other = await context.newPage()
  await other.goto(`${running.url}/yard`)
  for (const [tab, name] of [
    [other, 'Front, hers'],
    [page, 'Front, his'],
  ] as const) {
    await tab.getByRole('button', { name: 'Change' }).first().click()
    await tab.getByLabel('What you call it').fill(name)
  }
  await other.getByRole('button', { name: 'Save' }).click()
  await expect(other.getByText('Front, hers').first()).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('theirs now reads “Front, hers”')).toBeVisible()
  await expect(page.getByLabel('What you call it')).toHaveValue('Front, his')
  await page.getByRole('button', { name: 'Save mine over it' }).click()
  await expect(page.getByText('Front, his').first()).toBeVisible()
  await other.close()
  await putDemoBack(page)
})

test('the database goes away for a while: said, kept, saved when it is back', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/yard`)
  await page.getByRole('button', { name: 'Add a lawn, a bed or a path' }).click()
  await page.getByLabel('What you call it').fill('Behind the shed')
  await choose(page, 'Turf', /bermudagrass/)
  const pid = running.postgresPid()
  process.kill(pid, 'SIGSTOP')
  const saving = page.getByRole('button', { name: 'Save' }).click()
  process.kill(pid, 'SIGQUIT')
  process.kill(pid, 'SIGCONT')
  await saving
  await expect(page.getByText('Behind the shed')).toBeVisible({ timeout: 30_000 })
  await page.reload()
  await expect(page.getByText('Behind the shed')).toHaveCount(1)
  expect(running.output).toContain('PostgreSQL stopped by itself; starting it again.')
  await putDemoBack(page)
})
