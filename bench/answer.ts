import { chromium, type Page } from '@playwright/test'
import { Running } from '../e2e/running.ts'

interface Told {
  isCurrent: boolean
}
const median = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

/** What an open page does after a reading: asks, is told when there is another answer (as pages are told), and fetches that. @returns milliseconds */
const untilTold = (page: Page, yardId: string): Promise<number> =>
  page.evaluate(async (id) => {
    const changes = new EventSource(`/api/yard/yards/${id}/changes`)
    const began = performance.now()
    try {
      for (let have = '0'.repeat(64); ;) {
        const told = (await (await fetch(`/api/yard/yards/${id}/answer?have=${have}`)).json()) as {
          isCurrent: boolean
          restsOn: string | null
        }
        if (told.isCurrent) break
        have = told.restsOn ?? have
        // Looks for itself as well, as pages do, where nothing is told.
        await Promise.race([
          new Promise((heard) => changes.addEventListener('message', heard, { once: true })),
          new Promise((heard) => setTimeout(heard, 2000)),
        ])
      }
      return performance.now() - began
    } finally {
      changes.close()
    }
  }, yardId)

/** Asked as a page asks, until the answer rests on what is known. @returns milliseconds */
async function untilCurrent(page: Page, yardId: string): Promise<number> {
  const began = Date.now()
  for (;;) {
    const told: Told = await page.evaluate(async (id) => {
      const response = await fetch(`/api/yard/yards/${id}/answer?have=${'0'.repeat(64)}`)
      const { isCurrent } = (await response.json()) as { isCurrent: boolean }
      return { isCurrent }
    }, yardId)
    if (told.isCurrent) return Date.now() - began
    await page.waitForTimeout(200)
  }
}

/** The kept answer on the demo: how long the first takes, and one after a reading; and when Today has its date. */
export async function benchAnswer(): Promise<void> {
  const running = await Running.make()
  try {
    await benchOn(running)
  } finally {
    await running.discard()
  }
}

async function benchOn(running: Running): Promise<void> {
  await running.start()
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [...(process.getuid?.() === 0 ? ['--no-sandbox'] : []), '--disable-gpu'],
  })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-US' })
  await page.goto(running.url)
  await page.getByRole('button', { name: 'Enter the demo yard' }).click()
  await page.locator('nav.trail').waitFor()
  const yardId = page.url().split('/yards/')[1]!.split('/')[0]!
  console.log('\nThe kept answer, on the demo (six kinds of ground)')
  console.log(`  the first of a day: ${await untilCurrent(page, yardId)} ms after the demo is entered`)
  // A page elsewhere: what is measured is not asked for twice.
  await page.goto(`${running.url}/api/health`)
  const after: number[] = []
  for (let i = 0; i < 7; i++) {
    const sent = await page.evaluate(
      async ([id, at]) => {
        const { csrfToken } = (await (await fetch('/api/session')).json()) as { csrfToken: string }
        const state = (await (await fetch(`/api/yard/yards/${id}/state`)).json()) as {
          places: { id: string }[]
        }
        const response = await fetch('/api/soil/readings', {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-csrf-token': csrfToken },
          body: JSON.stringify({
            id: crypto.randomUUID(),
            placeId: state.places[Number(at) % state.places.length]!.id,
            takenAt: '2026-02-28T15:00:00Z',
            depthCm: 5.08,
            temperatureC: 7 + Number(at) / 10,
            note: '',
          }),
        })
        return response.status
      },
      [yardId, String(i)] as const,
    )
    if (sent !== 201) throw new Error(`reading: ${sent}`)
    after.push(Math.round(await untilTold(page, yardId)))
  }
  console.log(`  after a new reading: ${median(after)} ms (goal ≤ 1000), of ${after.join(', ')}`)
  const opened: number[] = []
  for (let i = 0; i < 5; i++) {
    const began = Date.now()
    await page.goto(running.url)
    await page.getByText('Proposed:').first().waitFor()
    opened.push(Date.now() - began)
  }
  console.log(`  Today with its date: ${median(opened)} ms after its address is entered (goal ≤ 1000)`)
  await browser.close()
}
