import { type Page } from '@playwright/test'
import { enterDemo, expect, putDemoBack, test } from './running.ts'

test.use({ soil: 'waited for' })

interface Focus {
  name: string
  /** One sees that it has the focus, and where it is. */
  seen: boolean
  inQuestion: boolean
}
const focused = (page: Page): Promise<Focus> =>
  page.evaluate(() => {
    const at = document.activeElement as HTMLElement
    const { outlineStyle, outlineWidth, boxShadow, borderColor } = getComputedStyle(at)
    const labels = (at as HTMLInputElement).labels
    const by = at.getAttribute('aria-labelledby')
    const named =
      at.getAttribute('aria-label') ??
      (by && document.getElementById(by)?.textContent) ??
      labels?.[0]?.textContent ??
      at.textContent
    const box = at.getBoundingClientRect()
    const drawn = (outlineStyle !== 'none' && parseFloat(outlineWidth) > 0) || boxShadow !== 'none'
    return {
      name: (named ?? '').replace(/\s+/g, ' ').trim(),
      seen:
        (drawn || Boolean(borderColor && at.matches('input, [role=combobox]'))) &&
        box.bottom > 0 &&
        box.top < innerHeight,
      inQuestion: Boolean(at.closest('.question')),
    }
  })
/** Goes on with Tab until something has the focus that is looked for, and one sees that it has. */
async function tabTo(page: Page, is: (now: Focus) => boolean, called: string): Promise<Focus> {
  const passed: string[] = []
  for (let i = 0; i < 150; i++) {
    await page.keyboard.press('Tab')
    const now = await focused(page)
    if (is(now)) {
      expect(now, `${called} is seen to have the focus`).toMatchObject({ seen: true })
      return now
    }
    passed.push(now.name.slice(0, 24))
  }
  throw new Error(`Tab never came to ${called}: ${passed.join(' | ')}`)
}
const toName = (page: Page, name: RegExp) => tabTo(page, (now) => name.test(now.name), String(name))
async function press(page: Page, name: RegExp): Promise<void> {
  await toName(page, name)
  await page.keyboard.press('Enter')
}

test('by keyboard alone a weed is told by its look and kept', async ({ page, running }) => {
  await enterDemo(page, running)
  await press(page, /Scout/)
  await expect(page).toHaveURL(/scout/)
  await press(page, /^Identify a weed/)
  const asked = page.locator('.question h2')
  await expect(asked).toBeVisible()
  for (let i = 0; i < 12 && !(await page.getByRole('button', { name: /^Keep/ }).isVisible()); i++) {
    const before = await asked.textContent()
    await tabTo(page, (now) => now.inQuestion, 'an answer')
    await page.keyboard.press('Enter')
    await expect(asked).not.toHaveText(before!)
  }
  await press(page, /^Keep/)
  await press(page, /^Save/)
  await expect(page).toHaveURL(/at=find/)
})
test('by keyboard alone a reading is typed, and moves the ground', async ({ page, running }) => {
  await enterDemo(page, running)
  await press(page, /Soil/)
  await press(page, /^Add a probe reading/)
  await toName(page, /^Temperature/)
  await page.keyboard.type('46')
  await press(page, /^Save/)
  await expect(page.locator('.latest')).toContainText('46')
  await putDemoBack(page)
})
test('by keyboard alone a tank is mixed step by step and recorded', async ({ page, running }) => {
  await enterDemo(page, running)
  await press(page, /Bench/)
  await press(page, /^Start mixing/)
  for (let i = 0; i < 60 && !(await page.locator('h1').textContent())!.includes('Record the'); i++) {
    const before = await page.locator('h1').textContent()
    // It keeps the focus from step to step.
    if (i === 0) await press(page, /^It’s in/)
    else await page.keyboard.press('Enter')
    await expect(page.locator('h1')).not.toHaveText(before!)
  }
  await press(page, /^Record the application/)
  await press(page, /^Record the application/)
  await expect(page).toHaveURL(/ledger/)
  await putDemoBack(page)
})
