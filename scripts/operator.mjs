// npm run operator -- <command>: what is done at the server by who runs it. See docs/running.md.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { openDatabase } from './backup.mjs'
import { buildWhenStale, distFolder } from './build.mjs'
import { projectFolder } from './install.mjs'
import { PlainFault } from './postgres.mjs'

async function main() {
  const args = process.argv.slice(2)
  const at = args.indexOf('--data')
  const [, folder] = at < 0 ? [] : args.splice(at, 2)
  const data = resolve(folder ?? join(projectFolder, 'data'))
  buildWhenStale()
  const { ownerUrl, stop } = await openDatabase(data, { mustRest: false })
  const running = join(data, 'running.json')
  const url = existsSync(running) ? JSON.parse(readFileSync(running, 'utf8')).url : undefined
  try {
    const done = spawnSync(process.execPath, [join(distFolder, 'server', 'operator.js'), ...args], {
      env: { ...(url && { PUBLIC_URL: url }), ...process.env, DATABASE_OWNER_URL: ownerUrl },
      stdio: 'inherit',
    })
    process.exitCode = done.status ?? 1
  } finally {
    await stop()
  }
}

main().catch((error) => {
  console.error(error instanceof PlainFault ? error.message : error)
  process.exit(1)
})
