import type { Page } from '@playwright/test'
import { expect, signUp, test } from './running.ts'

test.use({ soil: 'waited for' })

const views = [
  '',
  '/yard',
  '/scout',
  '/scout?at=key',
  '/soil',
  '/season',
  '/shelf',
  '/shelf?at=labels',
  '/shelf?at=sheet',
  '/bench',
  '/outing',
  '/outing/field',
  '/ledger',
  '/you',
]
/** Where a step is taken by a button, not by a link. */
const withSteps = ['/scout', '/shelf', '/ledger']
const day = '2026-05-20'

/** Two yards of one person, by the API; answers with their ids. */
async function makeYards(page: Page): Promise<[string, string]> {
  return page.evaluate(async () => {
    const session = await (await fetch('/api/session')).json()
    const send = async (path: string, body: object) => {
      const id = crypto.randomUUID()
      const response = await fetch(`/api/${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-csrf-token': session.csrfToken },
        body: JSON.stringify({ id, ...body }),
      })
      if (!response.ok) throw new Error(await response.text())
      return id
    }
    const yard = async (name: string) => {
      const yardId = await send('yard/yards', {
        name,
        latitude: 38,
        longitude: -84.5,
        timeZone: 'America/New_York',
        climate: 'quarryBend',
        timingSchool: 'edgeLed',
      })
      const zoneId = await send('yard/zones', {
        yardId,
        name: `${name} lawn`,
        turf: 'tallFescue',
        state: 'growing',
      })
      await send('yard/sections', {
        zoneId,
        name: 'Lawn',
        kind: 'rectangle',
        lengthsFt: [100, 50],
        deduction: false,
        xFt: 0,
        yFt: 0,
        turnDeg: 0,
      })
      await send('yard/places', {
        zoneId,
        name: `${name} middle`,
        kind: 'middle',
        sectionId: null,
        side: null,
      })
      return yardId
    }
    return [await yard('Elm Court'), await yard('Oak Lane')] as [string, string]
  })
}

test('with two yards and another day, no link and no save leads to the other yard', async ({
  page,
  running,
}) => {
  await signUp(page, running, 'two@example.org')
  const [elm, oak] = await makeYards(page)
  const at = (view: string) => {
    const [path, query] = view.split('?')
    return `/yards/${oak}${path}?${query ? `${query}&` : ''}day=${day}`
  }
  const inYard = (href: string) => {
    const url = new URL(href)
    return url.pathname.startsWith(`/yards/${oak}`) && url.searchParams.get('day') === day
  }
  const elsewhere = /^\/(api|welcome|sign-in)/
  for (const view of views) {
    await page.goto(running.url + at(view))
    await expect(page.locator('main article').first()).toBeVisible()
    await expect(page.getByLabel('Which yard').or(page.getByText('Oak Lane')).first()).toBeVisible()
    const hrefs = await page
      .locator('a[href]')
      .evaluateAll((all) => all.map((a) => (a as HTMLAnchorElement).href))
    const own = hrefs.filter(
      (h) => h.startsWith(running.url) && !elsewhere.test(new URL(h).pathname) && !h.includes('#'),
    )
    expect(own.length, view).toBeGreaterThan(8)
    expect(
      own.filter((h) => !inYard(h)),
      view,
    ).toEqual([])
    if (!withSteps.includes(view)) continue
    const buttons = page.locator('main .actions button:not([type=submit])')
    for (let i = 0; i < (await buttons.count()); i++) {
      const button = buttons.nth(i)
      const name = await button.innerText()
      if (/print|stop/i.test(name)) continue
      await button.click()
      await page.waitForTimeout(60)
      expect(inYard(page.url()), `${view}: ${name}`).toBe(true)
      await page.goto(running.url + at(view))
      await expect(page.locator('main article').first()).toBeVisible()
    }
  }

  // A weed is saved to the yard that is open, and the button says which that is.
  await page.goto(running.url + at('/scout'))
  await page.getByRole('button', { name: 'Look it up by name' }).click()
  await page.getByRole('searchbox').or(page.getByRole('textbox')).first().fill('henbit')
  await page
    .locator('main a', { hasText: /henbit/i })
    .first()
    .click()
  await page.getByLabel('Plants', { exact: true }).fill('3')
  await page.getByRole('button', { name: 'Save to Oak Lane' }).click()
  await expect(page).toHaveURL(/at=find/)
  const zonesOf = async (yard: string) => {
    const { zones } = await (await page.request.get(`${running.url}/api/yard/yards/${yard}/state`)).json()
    return zones.map((z: { id: string }) => z.id)
  }
  const finds = await (await page.request.get(`${running.url}/api/scout/finds`)).json()
  expect(finds).toHaveLength(1)
  expect(await zonesOf(oak)).toContain(finds[0].zoneId)
  expect(await zonesOf(elm)).not.toContain(finds[0].zoneId)

  // The other yard is opened at the same station, on the same day, and a reload stays there.
  await page.getByLabel('Which yard').selectOption('Elm Court')
  await expect(page).toHaveURL(new RegExp(`/yards/${elm}/scout\\?day=${day}`))
  await page.reload()
  await expect(page.getByLabel('Which yard')).toHaveValue(elm)
  await expect(page.locator('main')).not.toContainText('henbit')
})
