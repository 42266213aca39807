import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { Running } from './running.ts'

const script = join(import.meta.dirname, '../scripts/start.mjs')
const startOnce = (...options: string[]) =>
  spawnSync(process.execPath, [script, ...options], { encoding: 'utf8', timeout: 60_000 })
const alive = (pid: number) => existsSync(`/proc/${pid}`)

test('says in a sentence what stands in the way of a start', async () => {
  const taken = createServer().listen(0, '127.0.0.1')
  await new Promise((listening) => taken.once('listening', listening))
  const { port } = taken.address() as { port: number }
  expect(startOnce('--port', String(port)).stderr).toContain(`Port ${port} is in use.`)
  taken.close()
  expect(startOnce('--port', 'seven').stderr).toContain('--port takes a number')
  expect(startOnce('--colour', 'red').stderr).toContain("Unknown option '--colour'")
  expect(startOnce('--help').stdout).toContain('--fresh-demo')
})

test('survives a killed start, a half-made cluster, and a second start on the same data', async () => {
  const running = await Running.make()
  try {
    mkdirSync(join(running.data, 'postgres', 'making'), { recursive: true })
    writeFileSync(join(running.data, 'postgres', 'making', 'half'), '')
    await running.start('--no-demo')
    const second = startOnce('--data', running.data, '--port', String(running.port + 1))
    expect(second.stderr).toContain(`already running on this data, at ${running.url}`)
    const session = await (await fetch(`${running.url}/api/session`)).json()
    expect(session.demoOffered).toBe(false)

    const pid = running.postgresPid()
    await running.stop('SIGKILL')
    await expect.poll(() => alive(pid), { timeout: 15_000 }).toBe(false)
    await expect
      .poll(
        () =>
          fetch(running.url).then(
            () => 'up',
            () => 'down',
          ),
        { timeout: 15_000 },
      )
      .toBe('down')
    await running.start()
    expect(running.output).not.toMatch(/Installing|Building/)

    const again = running.postgresPid()
    await running.stop('SIGINT')
    expect(alive(again)).toBe(false)
    await expect(fetch(running.url)).rejects.toThrow()
  } finally {
    await running.discard()
  }
})

test('a lost password is said, and the data is not touched', async () => {
  const running = await Running.make()
  try {
    await running.start('--no-demo')
    await running.stop()
    rmSync(join(running.data, 'database.secret'))
    await expect(running.start('--no-demo')).rejects.toThrow('does not accept the password kept in')
    expect(existsSync(join(running.data, 'postgres', 'cluster', 'PG_VERSION'))).toBe(true)
  } finally {
    await running.discard()
  }
})
