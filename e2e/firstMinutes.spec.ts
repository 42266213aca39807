import AxeBuilder from '@axe-core/playwright'
import type { Locator, Page } from '@playwright/test'
import { enterDemo, expect, signUp, test } from './running.ts'

/**
 * Somebody who has never seen it, on a phone: presses and types only what the screen says, and each press, choice and text
 * counts. Signing up comes before.
 */
class NewUser {
  did: string[] = []
  constructor(readonly page: Page) {}
  private async act(what: string, on: Locator, how: (on: Locator) => Promise<unknown>): Promise<void> {
    await expect(on.first(), `after ${this.did.join(', ')}`).toBeVisible({ timeout: 12_000 })
    await how(on.first())
    this.did.push(what)
  }
  /** What can be pressed and is called so. */
  press(name: string | RegExp): Promise<void> {
    const { page } = this
    const called = page
      .getByRole('button', { name })
      .or(page.getByRole('link', { name }))
      .or(page.getByRole('combobox', { name }))
      .or(page.getByRole('option', { name }))
      .or(page.getByRole('checkbox', { name }))
    return this.act(`press ${String(name)}`, called, (on) => on.click())
  }
  type(label: string, text: string): Promise<void> {
    return this.act(`type ${label}`, this.page.getByLabel(label), (on) => on.fill(text))
  }
  answer = () => this.page.getByRole('heading', { level: 1 })
  /** The town, from its first letters. */
  async saysWhere(): Promise<void> {
    await expect(this.answer()).toHaveText('Where is the lawn?')
    await this.type('Town or postcode', 'Lexington ken')
    await this.press('Lexington, Kentucky, United States')
    await this.press(/^Use this$/)
  }
  async saysGrass(): Promise<void> {
    await expect(this.answer()).toHaveText('Which grass grows there?')
    await this.press(/^tall fescue/)
  }
  /** Answers the key by what a plant looks like, until it knows; what is not known is not seen. */
  async looks(plant: Record<string, string>, known: RegExp): Promise<void> {
    for (let turn = 0; turn < 14; turn++) {
      if (await this.page.getByRole('button', { name: known }).isVisible()) return
      const question = this.page.getByRole('heading', { level: 2 }).first()
      const asked = (await question.textContent()) ?? ''
      const [, seen] = Object.entries(plant).find(([part]) => asked.includes(part)) ?? []
      await this.press(seen ? new RegExp(`^${seen}`) : 'I can’t see that')
      await expect(question).not.toHaveText(asked)
    }
  }
}
const most = 12
const clover = {
  'What kind of plant': 'broadleaf',
  'shape is the leaf': 'oval',
  'edge of the leaf like': 'smooth',
  'in one piece': 'three leaflets',
  'sit on the stem': 'one by one',
  'a stalk': 'as long as the leaf',
  'hairs on the leaf': 'none',
  'mark on the leaf': 'a pale',
  'middle leaflet': 'no',
  'how does it come': 'runners come',
  'flower look like': 'pea flowers',
  'colour is the flower': 'white',
  'whole plant grow': 'a creeping mat',
}
const tallFescue = {
  'whole plant grow': 'a tight clump',
  'colour are the leaves': 'dark green',
  'wide is the leaf': 'medium',
  'upper side of the leaf': 'many ridges',
  'underside of the leaf': 'dull',
  'edge of the leaf feel': 'rough',
  'packed in the shoot': 'rolled up',
  'shoot at the ground': 'red or purple',
  'claws clasp': 'short stubs',
  'pale band': 'broad',
}

test.use({ viewport: { width: 390, height: 844 }, timezoneId: 'America/New_York' })

async function comes(page: Page, running: Parameters<typeof signUp>[1], name: string): Promise<NewUser> {
  await signUp(page, running, `${name}@example.org`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('What brings you here')
  return new NewUser(page)
}
const accessible = async (page: Page) =>
  expect(
    (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze())
      .violations,
  ).toEqual([])

test('comes for a weed: names it by its look, and is told what to do', async ({ page, running }) => {
  const user = await comes(page, running, 'weed')
  await accessible(page)
  await user.press('A weed I see')
  await user.looks(clover, /^Keep (this|it as either)/)
  await user.press(/^Keep (this|it as either)/)
  await user.saysGrass()
  await user.press(/^Save/)
  await expect(user.answer()).toContainText(/clover/i)
  expect(user.did.length, user.did.join('; ')).toBeLessThanOrEqual(most)
})

test('comes for the date of the pre-emergent: town, grass, and the date stands', async ({
  page,
  running,
}) => {
  const user = await comes(page, running, 'timing')
  await user.press('When to apply my pre-emergent')
  await accessible(page)
  await user.saysWhere()
  await user.saysGrass()
  await expect(user.answer()).toContainText(/Apply the (pre-emergent|first part) .*(about|between) /, {
    timeout: 60_000,
  })
  expect(user.did.length, user.did.join('; ')).toBeLessThanOrEqual(most)
})

test('comes for the year: where, which grass, how large, and what to look for in the shop', async ({
  page,
  running,
}) => {
  const user = await comes(page, running, 'year')
  await user.press('My whole lawn’s year')
  await user.saysWhere()
  await user.saysGrass()
  await expect(user.answer()).toHaveText('How large is the lawn?')
  await user.type('Area, sq ft', '5,000')
  await user.press(/^Save/)
  await expect(user.answer()).toContainText(/Look for a product with .* that names tall fescue/, {
    timeout: 60_000,
  })
  await expect(user.answer()).toContainText('Apply a pre-emergent about', { timeout: 60_000 })
  expect(user.did.length, user.did.join('; ')).toBeLessThanOrEqual(most)
})

test('comes with a bottle: its label is copied, and the next step is said', async ({ page, running }) => {
  const user = await comes(page, running, 'product')
  await user.press('A product I bought')
  await user.type('Name on the label', 'Mein Mittel 45 WG')
  await user.type('Active ingredient', 'prodiamine')
  await user.type('Strength', '45')
  await user.press('tall fescue')
  await user.type('Least rate', '0.3')
  await user.type('Most per application', '0.6')
  await user.type('Most a year', '1.0')
  await user.press(/^Save/)
  await expect(user.answer()).toContainText('Mein Mittel 45 WG')
  expect(user.did.length, user.did.join('; ')).toBeLessThanOrEqual(most)
})

test('does not know the grass: tells it by its look, and goes on where the question was', async ({
  page,
  running,
}) => {
  const user = await comes(page, running, 'grass')
  await user.press('When to apply my pre-emergent')
  await user.saysWhere()
  await user.press('I don’t know my grass')
  await user.looks(tallFescue, /^Set it as the turf/)
  await user.press(/^Set it as the turf/)
  await expect(user.answer()).toContainText(/Apply the (pre-emergent|first part)/, { timeout: 60_000 })
  expect(user.did.length, user.did.join('; ')).toBeLessThanOrEqual(most)
})

test('a passkey is made on the device, lets its person in, and is taken away', async ({ page, running }) => {
  // A passkey is of a name: a number of the network has none.
  const url = running.url.replace('127.0.0.1', 'localhost')
  const device = await page.context().newCDPSession(page)
  await device.send('WebAuthn.enable')
  await device.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  })
  await signUp(page, { url } as typeof running, 'passkey@example.org')
  await page.goto(`${url}/account`)
  await page.getByText(/^Passkeys:/).click()
  await page.getByLabel('Name of the passkey').fill('my phone')
  const password = page.locator('details[open]').getByLabel('Password')
  await password.fill('not the one at all')
  await page.getByRole('button', { name: 'Make a passkey on this device' }).click()
  await expect(page.getByRole('alert')).toBeVisible()
  await password.fill('a long enough phrase')
  await page.getByRole('button', { name: 'Make a passkey on this device' }).click()
  await expect(page.getByText('Passkeys: 1')).toBeVisible()
  await page.getByRole('button', { name: 'Sign out', exact: true }).click()
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('What brings you here')
  await page.goto(`${url}/account`)
  await page.getByText(/^Passkeys:/).click()
  await expect(page.getByText('my phone', { exact: true })).toBeVisible()
  await page.locator('.keys').getByRole('button', { name: 'Remove' }).click()
  await expect(page.getByText('Passkeys: 0')).toBeVisible()
})

test('everything is found by keyboard alone, a word is explained, and the plan is read by whoever has its address', async ({
  page,
  running,
  browser,
}) => {
  await enterDemo(page, running)
  await page.keyboard.press('/')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.type('dandelon')
  await expect(page.getByRole('dialog').getByRole('option').first()).toHaveText(/^dandelion/i)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('dandelion')
  await page.keyboard.press('/')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.type('ligule')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'ligule' })).toContainText('thin flap')
  await accessible(page)
  await page.keyboard.press('Escape')
  await page.goto(`${running.url}/season`)
  await page.getByRole('button', { name: 'Make an address to subscribe to' }).click()
  const address = await page.getByLabel('A page to read, for whoever has it:').inputValue()
  const stranger = await (await browser.newContext()).newPage()
  await stranger.goto(address)
  await expect(stranger.getByRole('heading', { level: 1 })).toContainText('Quarry Bend')
  await accessible(stranger)
  await page.getByRole('button', { name: 'Stop sharing' }).click()
  await expect(page.getByRole('button', { name: 'Make an address to subscribe to' })).toBeVisible()
  await stranger.reload()
  await expect(stranger.getByRole('alert')).toContainText('not shared any more')
  await stranger.goto(`${running.url}/no/such/page`)
  await expect(stranger.getByRole('heading', { level: 1 })).toHaveText('There is no page at this address.')
})
