// node scripts/tryNode.mjs 22 24: the unit and API tests, and a start, on other versions of Node, from the registry's own package.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { installPackages, installPostgres, projectFolder } from './install.mjs'

/** The program of a version, fetched once; the newest of a major version. */
function nodeOf(version) {
  const folder = join(projectFolder, '.cache', 'node', version)
  const program = join(folder, 'node_modules', 'node', 'bin', 'node')
  if (existsSync(program)) return program
  mkdirSync(folder, { recursive: true })
  writeFileSync(join(folder, 'package.json'), '{"private":true}')
  const done = spawnSync(
    'npm',
    ['install', '--no-audit', '--no-fund', '--loglevel=error', `node@${version}`],
    {
      cwd: folder,
      stdio: 'inherit',
    },
  )
  if (done.status !== 0 || !existsSync(program)) throw new Error(`Node ${version} could not be fetched.`)
  return program
}

installPackages()
installPostgres()
let failed = 0
for (const version of process.argv.slice(2)) {
  const program = nodeOf(version)
  const { stdout } = spawnSync(program, ['--version'], { encoding: 'utf8' })
  console.log(`\n— Node ${stdout.trim()}`)
  const vitest = join(projectFolder, 'node_modules', 'vitest', 'vitest.mjs')
  const done = spawnSync(program, [vitest, 'run', '--reporter=dot'], { cwd: projectFolder, stdio: 'inherit' })
  if (done.status !== 0) failed++
}
process.exit(failed ? 1 : 0)
