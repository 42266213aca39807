import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { Running } from '../e2e/running.ts'

/** JavaScript before the first station is usable (goal: 150 kB gzip), and station to station (goal: under 100 ms). */
export async function benchFirstLoad(): Promise<void> {
  const running = await Running.make()
  await running.start()
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
      '--disable-gpu',
      '--disable-background-networking',
      '--no-first-run',
    ],
  })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(running.url)
  await page.getByRole('button', { name: 'Enter the demo yard' }).click()
  await page.locator('h1').waitFor()

  // Its own soil is worked out first: two busy threads elsewhere would be measured instead.
  await page.locator('.ribbon path.likely').first().waitFor({ state: 'attached', timeout: 60_000 })
  await page.waitForTimeout(6000)

  console.log('\nFirst load on the demo (goal: at most 150 kB gzip of JavaScript)')
  for (const path of ['/', '/scout', '/soil', '/bench']) {
    const fresh = await browser.newContext({
      storageState: await page.context().storageState(),
      viewport: { width: 1280, height: 800 },
    })
    const tab = await fresh.newPage()
    const bodies = new Map<string, Promise<number>>()
    tab.on('response', (r) => {
      if (r.url().endsWith('.js'))
        bodies.set(
          r.url(),
          r.body().then((b) => gzipSync(b, { level: 9 }).length),
        )
    })
    // What was there when the heading stood; the rest comes beside it.
    await tab.addInitScript(() => {
      new MutationObserver((_, watching) => {
        if (!document.querySelector('main h1')) return
        watching.disconnect()
        performance.mark('heading')
      }).observe(document, { childList: true, subtree: true })
    })
    const started = Date.now()
    await tab.goto(running.url + path)
    await tab.locator('main h1').waitFor()
    const took = Date.now() - started
    await tab.waitForLoadState('networkidle')
    const first = await tab.evaluate(() => {
      const [heading] = performance.getEntriesByName('heading')
      const files = performance.getEntriesByType('resource') as PerformanceResourceTiming[]
      return files.filter((f) => f.responseEnd < heading!.startTime).map((f) => f.name)
    })
    const sizes = await Promise.all([...bodies].map(async ([url, size]) => [url, await size] as const))
    const kB = (some: readonly (readonly [string, number])[]) =>
      (some.reduce((sum, [, size]) => sum + size, 0) / 1000).toFixed(1)
    const needed = sizes.filter(([url]) => first.includes(url))
    console.log(
      `  ${path.padEnd(8)} ${kB(needed)} kB gzip in ${needed.length} files before the heading (after ${took} ms), ${kB(sizes)} kB in ${sizes.length} files with what comes beside it`,
    )
    await fresh.close()
  }

  console.log('Station to station, already loaded once (goal: under 100 ms)')
  const stations = ['Yard', 'Scout', 'Soil', 'Bench', 'Ledger', 'Today']
  for (const warm of [false, true])
    for (const name of stations) {
      const took = await page.evaluate(async (label) => {
        const link = [...document.querySelectorAll<HTMLAnchorElement>('nav a')].find((a) =>
          a.textContent?.includes(label),
        )!
        const before = document.querySelector('main h1')
        const started = performance.now()
        link.click()
        while (document.querySelector('main h1') === before || !document.querySelector('main h1'))
          await new Promise((next) => requestAnimationFrame(next))
        return performance.now() - started
      }, name)
      if (warm) console.log(`  to ${name.padEnd(8)} ${took.toFixed(0)} ms`)
    }
  await browser.close()
  await running.discard()
}
