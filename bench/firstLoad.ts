import { gzipSync } from 'node:zlib'
import { chromium, type Page } from '@playwright/test'
import { Running } from '../e2e/running.ts'

interface Painted {
  lcpMs: number
  cls: number
}
/** What a reader sees: the largest paint, and how far things jump (web vitals, by the browser's own observers). */
async function paintedAt(tab: Page, url: string): Promise<Painted> {
  await tab.addInitScript(() => {
    const seen = { lcpMs: 0, cls: 0 }
    Object.assign(globalThis, { seen })
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) seen.lcpMs = e.startTime
    }).observe({ type: 'largest-contentful-paint', buffered: true })
    new PerformanceObserver((list) => {
      for (const e of list.getEntries() as unknown as { value: number; hadRecentInput: boolean }[])
        if (!e.hadRecentInput) seen.cls += e.value
    }).observe({ type: 'layout-shift', buffered: true })
  })
  await tab.goto(url)
  await tab.locator('main h1').waitFor()
  await tab.waitForTimeout(4000)
  return tab.evaluate(() => (globalThis as unknown as { seen: Painted }).seen)
}
/** Slow 4G as the browsers' own tools have it, and a processor a quarter as fast. */
const slow4g = {
  offline: false,
  latency: 150,
  downloadThroughput: (1.6e6 / 8) * 0.9,
  uploadThroughput: (750e3 / 8) * 0.9,
}
const slower = 4

/** JavaScript before the first station is usable (goal: 130 kB gzip), what is painted when, and station to station (goal: under 100 ms). */
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

  console.log('\nFirst load on the demo (goal: at most 130 kB gzip of JavaScript)')
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

  console.log(
    'Painted (goals: 1,000 ms here, 2,500 ms on slow 4G at a quarter of the processor; shift under 0.05)',
  )
  for (const shaped of [false, true])
    for (const path of ['/', '/soil']) {
      const fresh = await browser.newContext({
        storageState: await page.context().storageState(),
        viewport: shaped ? { width: 390, height: 844 } : { width: 1280, height: 800 },
      })
      const tab = await fresh.newPage()
      if (shaped) {
        const wire = await fresh.newCDPSession(tab)
        await wire.send('Network.enable')
        await wire.send('Network.emulateNetworkConditions', slow4g)
        await wire.send('Emulation.setCPUThrottlingRate', { rate: slower })
      }
      const { lcpMs, cls } = await paintedAt(tab, running.url + path)
      console.log(
        `  ${path.padEnd(8)} ${shaped ? 'slow 4G, 4× CPU' : 'here'}: largest paint ${lcpMs.toFixed(0)} ms, shift ${cls.toFixed(3)}`,
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
