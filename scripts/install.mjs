// What a fresh machine lacks: npm packages and Debian's packages. Plain Node, nothing installed yet.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { PlainFault, findPrograms, refuseInterrupted } from './postgres.mjs'

export const projectFolder = fileURLToPath(new URL('..', import.meta.url))

/** The newest version all tests were run on (scripts/tryNode.mjs). */
const newestTried = 24

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    throw new PlainFault(`Jardinero runs on Node 20.19 and later; this is ${process.version}.`)
  if (major > newestTried)
    console.warn(`Jardinero was tried on Node up to ${newestTried}; this is ${process.version}. It may do.`)
}

/** Runs npm ci when the lockfile is not the one the packages were installed from. */
export function installPackages() {
  const stamp = join(projectFolder, 'node_modules', '.jardinero-lock')
  const lock = createHash('sha256')
    .update(readFileSync(join(projectFolder, 'package-lock.json')))
    .digest('hex')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  console.log('Installing npm packages …')
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: projectFolder,
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  refuseInterrupted(done)
  if (done.status !== 0)
    throw new PlainFault(
      'npm ci failed; its words are above. Check the network and the npm registry, then start again.',
    )
  writeFileSync(stamp, lock)
}

/** Installs a Debian package as root; otherwise says the command. */
function installDebian(name, what) {
  const command = `apt-get install -y --no-install-recommends ${name}`
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get'))
    throw new PlainFault(
      `${what} is not installed. Install it with:\n  sudo apt-get update && sudo ${command}`,
    )
  console.log(`Installing ${what} …`)
  const options = {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  }
  refuseInterrupted(spawnSync('apt-get', ['update', '-q'], options))
  const done = spawnSync('sh', ['-c', command], options)
  refuseInterrupted(done)
  if (done.status !== 0)
    throw new PlainFault(`${what} could not be installed. Install it by hand: ${command}`)
}

export const installPostgres = () => findPrograms() ?? installDebian('postgresql', 'PostgreSQL')
export const chromium = '/usr/bin/chromium'
export const installChromium = () =>
  existsSync(chromium) || installDebian('chromium', 'Chromium, for the end-to-end tests')
