import { chromium } from '@playwright/test'
import { Running } from '../e2e/running.ts'

/** Runs in the page, as text: what is compiled here would bring its own names along. */
const watch = `
  window.seen = { frames: [], longest: 0 }
  requestAnimationFrame(function frame(now) {
    window.seen.frames.push(now)
    requestAnimationFrame(frame)
  })
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) window.seen.longest = Math.max(window.seen.longest, entry.duration)
  }).observe({ entryTypes: ['longtask'] })
`

/** Frames while the ribbon is dragged with the year's soil on it, and the longest task of the page (goals: 60 a second, 50 ms). */
export async function benchRibbon(): Promise<void> {
  const running = await Running.make()
  await running.start()
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [...(process.getuid?.() === 0 ? ['--no-sandbox'] : []), '--disable-gpu', '--no-first-run'],
  })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(running.url)
  await page.getByRole('button', { name: 'Enter the demo yard' }).click()
  await page.locator('h1').waitFor()
  await page.goto(`${running.url}/soil`)
  await page.getByText('200 seasons made').waitFor({ timeout: 60_000 })
  await page.evaluate(watch)
  const box = (await page.getByRole('slider', { name: /The season/ }).boundingBox())!
  await page.mouse.move(box.x + 80, box.y + 40)
  await page.mouse.down()
  const started = Date.now()
  for (let i = 0; Date.now() - started < 3000; i++)
    await page.mouse.move(box.x + 80 + (box.width - 160) * Math.abs(Math.sin(i / 40)), box.y + 40)
  const { frames, longest } = await page.evaluate(
    () => (window as unknown as { seen: { frames: number[]; longest: number } }).seen,
  )
  await page.mouse.up()
  const gaps = frames
    .slice(1)
    .map((f, i) => f - frames[i]!)
    .sort((a, b) => a - b)
  console.log(
    `\nDragging the ribbon for 3 s with the soil on it: ${((1000 * gaps.length) / (frames.at(-1)! - frames[0]!)).toFixed(0)} frames a second (goal 60), ` +
      `95 of 100 frames within ${gaps[Math.floor(gaps.length * 0.95)]!.toFixed(1)} ms, longest task ${longest.toFixed(0)} ms (none over 50 shows as 0)`,
  )
  await browser.close()
  await running.discard()
}
