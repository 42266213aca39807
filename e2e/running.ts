import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect, type Page } from '@playwright/test'
import { freePort } from '../scripts/postgres.mjs'

/** The real application, started as a person starts it, on data of its own. */
export class Running {
  private child: ChildProcess | undefined
  output = ''

  private constructor(
    readonly data: string,
    readonly port: number,
  ) {}

  static async make(): Promise<Running> {
    const data = mkdtempSync(join(tmpdir(), 'jardinero-e2e-'))
    // PostgreSQL's own user must be able to pass through it.
    chmodSync(data, 0o711)
    return new Running(data, await freePort())
  }
  get url(): string {
    return `http://127.0.0.1:${this.port}`
  }

  start(...options: string[]): Promise<void> {
    const script = join(import.meta.dirname, '../scripts/start.mjs')
    const env = { ...process.env }
    delete env['DATABASE_URL']
    const child = spawn(
      process.execPath,
      [script, '--port', String(this.port), '--data', this.data, ...options],
      { env },
    )
    this.child = child
    this.output = ''
    return new Promise((ready, failed) => {
      const read = (chunk: Buffer) => {
        this.output += String(chunk)
        if (this.output.includes('Jardinero is at')) ready()
      }
      child.stdout?.on('data', read)
      child.stderr?.on('data', read)
      child.once('exit', (code) => failed(new Error(`start ended (${code}):\n${this.output}`)))
    })
  }
  /** Ctrl-C, or another signal; answers when the process is gone. */
  async stop(signal: NodeJS.Signals = 'SIGINT'): Promise<void> {
    const { child } = this
    if (!child || child.exitCode !== null || child.signalCode !== null) return
    child.removeAllListeners('exit')
    const gone = new Promise((done) => child.once('exit', done))
    child.kill(signal)
    await gone
  }
  /** The process id of its PostgreSQL. */
  postgresPid(): number {
    return Number(readFileSync(join(this.data, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0])
  }
  /** The process id of its server. */
  serverPid(): number {
    const children = spawnSync('pgrep', ['-P', String(this.child!.pid), '-f', 'server/main.js'], {
      encoding: 'utf8',
    })
    return Number(children.stdout.trim().split('\n')[0])
  }
  /** The process id of a stand-in it started. */
  standinPid(name: 'weather' | 'probe'): number {
    const children = spawnSync('pgrep', ['-P', String(this.child!.pid), '-f', `${name}Standin`], {
      encoding: 'utf8',
    })
    return Number(children.stdout.trim().split('\n')[0])
  }
  async discard(): Promise<void> {
    await this.stop()
    rmSync(this.data, { recursive: true, force: true })
  }
}

/**
 * One running application a worker; every page must stay free of console errors, those a journey expects aside. Where a
 * journey is not about the soil, `soil: 'waited for'` leaves its seasons unworked, as they are in the first seconds:
 * they take both cores for ten seconds.
 */
export const test = base.extend<
  { quiet: { expected: RegExp[] }; soil: 'worked out' | 'waited for' },
  { running: Running }
>({
  soil: ['worked out', { option: true }],
  running: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const running = await Running.make()
      await running.start()
      await use(running)
      await running.discard()
    },
    { scope: 'worker', timeout: 240_000 },
  ],
  quiet: [
    async ({ page, soil }, use) => {
      const noSeasons = { contentType: 'text/javascript', body: '' }
      if (soil === 'waited for') await page.route('**/simulateSoil-*.js', (route) => route.fulfill(noSeasons))
      const heard: string[] = []
      // A refused request (4xx) and a server that is away are the business of the journeys that make them.
      const expected = [/status of (4\d\d|503)/]
      page.on('console', (message) => message.type() === 'error' && heard.push(message.text()))
      page.on('pageerror', (error) => heard.push(error.message))
      await use({ expected })
      expect(heard.filter((text) => !expected.some((e) => e.test(text)))).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }

export async function enterDemo(page: Page, running: Running): Promise<void> {
  await page.goto(running.url)
  await page.getByRole('button', { name: 'Enter the demo yard' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Quarry Bend')
}

export async function signUp(
  page: Page,
  running: Running,
  email: string,
  name = 'Noor Ähtäri',
): Promise<void> {
  await page.goto(running.url)
  await page.getByRole('button', { name: 'Make an account' }).click()
  await page.getByLabel('Your name').fill(name)
  await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Password').fill('a long enough phrase')
  const make = page.getByRole('button', { name: 'Make an account' })
  const kept = page.getByRole('button', { name: 'I have kept them' })
  // A server that is too busy says so, and a person presses again.
  await expect(async () => {
    if (!(await kept.isVisible())) await make.click({ timeout: 5000 })
    await expect(kept).toBeVisible({ timeout: 20_000 })
  }).toPass({ timeout: 120_000 })
  await kept.click()
  await expect(page.getByRole('button', { name: 'I have kept them' })).toBeHidden()
}

/** A new yard as a person makes it, for its whole year: where, which grass, how large. */
export async function newYard(
  page: Page,
  { point: [latitude, longitude], grass, sqFt }: { point: [number, number]; grass: RegExp; sqFt: number },
): Promise<void> {
  await page.getByRole('button', { name: 'My whole lawn’s year' }).click()
  await page.getByRole('button', { name: 'Type latitude and longitude' }).click()
  await page.getByLabel('Latitude').fill(String(latitude))
  await page.getByLabel('Longitude').fill(String(longitude))
  await page.getByRole('button', { name: 'Use this point' }).click()
  await page.getByRole('button', { name: 'Use this', exact: true }).click()
  await page.getByRole('button', { name: grass }).click()
  await page.getByLabel(/^Area/).fill(String(sqFt))
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(page.locator('h1')).toContainText('Look for a product with')
}

/** A yard of one's own with a lawn that nobody has measured. */
export async function ownLawn(page: Page, yard: string, lawn: string): Promise<void> {
  const { id: yardId } = await sendAs(page, '/api/yard/yards', {
    name: yard,
    latitude: 38,
    longitude: -84.5,
    timeZone: 'America/New_York',
    climate: 'quarryBend',
    timingSchool: 'edgeLed',
  })
  await sendAs(page, '/api/yard/zones', { yardId, name: lawn, turf: 'tallFescue', state: 'growing' })
}

/** The next journey finds the demo as it was. */
export async function putDemoBack(page: Page): Promise<void> {
  // The page may say the yard's name already: it is over when the server says so.
  const back = page.waitForResponse((r) => r.url().includes('/api/account/demo-fresh') && r.ok())
  await page.getByRole('button', { name: 'Reset the demo' }).click()
  await back
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Quarry Bend')
}

/** Picks from one of our choice fields; opened again where an answer that came just then moved the page, and shut it. */
export async function choose(page: Page, label: string | RegExp, option: string | RegExp): Promise<void> {
  const choice = page.getByRole('option', { name: option })
  await expect(async () => {
    if (!(await choice.isVisible())) await page.getByRole('combobox', { name: label }).click()
    await choice.click({ timeout: 8000 })
  }).toPass({ timeout: 90_000 })
}

/** What another program would send with this person's session. */
export const sendAs = (page: Page, url: string, body: object): Promise<{ id: string }> =>
  page.evaluate(
    async ([to, what]) => {
      const { csrfToken } = (await (await fetch('/api/session')).json()) as { csrfToken: string }
      const id = crypto.randomUUID()
      const answer = await fetch(to, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-csrf-token': csrfToken },
        body: JSON.stringify({ id, ...what }),
      })
      if (!answer.ok) throw new Error(await answer.text())
      return { id }
    },
    [url, body] as const,
  )
/** Fills every load, step by step. */
export async function fillAll(page: Page): Promise<void> {
  await expect(page.locator('h1')).toContainText(/^Load|Record the application/)
  for (let i = 0; i < 60 && (await page.getByRole('button', { name: 'It’s in' }).isVisible()); i++)
    await page.getByRole('button', { name: 'It’s in' }).click()
  await expect(page.locator('h1')).toContainText('Record the application')
}
