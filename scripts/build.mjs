// Builds the web application and the server when a source is newer than the last build.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { PlainFault, refuseInterrupted } from './postgres.mjs'
import { projectFolder } from './install.mjs'
import { buildKernelWhenStale } from './kernel.mjs'

const sources = ['core', 'almanac', 'words', 'contract', 'standins', 'server', 'web', 'package-lock.json']
export const distFolder = join(projectFolder, 'dist')
const stamp = join(distFolder, 'built')

/** Names and times of every source file, as one text: a file added, changed or removed changes it. */
function sourceState(path) {
  const { isDirectory, mtimeMs } = ((s) => ({ isDirectory: s.isDirectory(), mtimeMs: s.mtimeMs }))(
    statSync(path),
  )
  if (!isDirectory) return /\.test\.ts$/.test(path) ? '' : `${path} ${mtimeMs}\n`
  return readdirSync(path)
    .filter((name) => name !== 'node_modules' && name !== 'dist')
    .map((name) => sourceState(join(path, name)))
    .join('')
}

export function buildWhenStale({ quiet = true } = {}) {
  buildKernelWhenStale()
  const state = sources.map((s) => sourceState(join(projectFolder, s))).join('')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === state) return
  console.log('Building …')
  const vite = join(projectFolder, 'node_modules', 'vite', 'bin', 'vite.js')
  const compress = fileURLToPath(new URL('compress.mjs', import.meta.url))
  const silent = quiet ? ['--logLevel', 'warn'] : []
  for (const args of [
    [vite, 'build', 'web', ...silent],
    [compress, join(distFolder, 'web')],
    [vite, 'build', 'server', ...silent],
  ]) {
    const done = spawnSync(process.execPath, args, {
      cwd: projectFolder,
      stdio: 'inherit',
    })
    refuseInterrupted(done)
    if (done.status !== 0) throw new PlainFault(`The build failed (${args.join(' ')}); its words are above.`)
  }
  mkdirSync(distFolder, { recursive: true })
  writeFileSync(stamp, state)
}

if (process.argv[1] === fileURLToPath(import.meta.url)) buildWhenStale({ quiet: false })
