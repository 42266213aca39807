import { chromium } from '@playwright/test'
import { Running, signUp } from './running.ts'
const running = await Running.make()
await running.start()
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' })
const shot = async (page: any, name: string) => { await page.waitForTimeout(900); await page.screenshot({ path: `/tmp/shots/${name}.png` }) }
try {
  for (const [i, way] of ['weed', 'timing', 'product', 'year'].entries()) {
    const ctx = await browser.newContext({ viewport: { width: 390, height: 844 }, timezoneId: 'America/New_York', locale: 'en-US' })
    const page = await ctx.newPage()
    page.on('console', (m: any) => m.type() === 'error' && console.log('ERR', m.text()))
    page.on('pageerror', (e: any) => console.log('PAGEERR', e.message))
    await signUp(page, running, `look${i}@example.org`)
    if (!i) await shot(page, 'w0-question')
    const label = { weed: 'A weed I see', timing: 'When to apply my pre-emergent', product: 'A product I bought', year: 'My whole lawn’s year' }[way]!
    await page.getByRole('button', { name: label }).click()
    await page.waitForTimeout(1500)
    await shot(page, `w${i + 1}-${way}-1`)
    console.log(way, page.url(), await page.locator('h1').first().textContent())
    if (way === 'timing' || way === 'year') {
      await page.getByLabel('Town or postcode').fill('Lexington ky')
      await page.getByRole('option').first().click()
      await shot(page, `w${i + 1}-${way}-2`)
      await page.getByRole('button', { name: 'Use this', exact: true }).click()
      await page.getByRole('combobox', { name: 'Turf' }).click()
      await page.getByRole('option', { name: /tall fescue/ }).click()
      await shot(page, `w${i + 1}-${way}-3`)
      await page.getByRole('button', { name: 'Use this', exact: true }).click()
      await page.waitForTimeout(1500)
      if (way === 'year') {
        await shot(page, `w${i + 1}-${way}-4`)
        await page.getByLabel('Area, sq ft').fill('5000')
        await page.getByRole('button', { name: /Save/ }).click()
      }
      await page.waitForTimeout(14000)
      await shot(page, `w${i + 1}-${way}-5`)
      console.log(way, page.url(), await page.locator('h1').first().textContent())
    }
    await page.getByRole('link', { name: 'Today' }).first().click()
    await page.waitForTimeout(1500)
    console.log('today:', await page.locator('h1').first().textContent(), await page.locator('ol').first().textContent())
    if (way === 'weed') await shot(page, 'w5-today')
    await ctx.close()
  }
} finally { await browser.close(); await running.discard() }
