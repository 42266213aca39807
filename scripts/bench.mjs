// npm run bench: prints what docs and README claim of speed. Not part of the tests.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { buildWhenStale } from './build.mjs'
import { installChromium, installPackages, installPostgres, projectFolder } from './install.mjs'

installPackages()
installPostgres()
installChromium()
buildWhenStale()
const done = spawnSync(
  process.execPath,
  ['--import', 'tsx', join(projectFolder, 'bench', 'run.ts'), ...process.argv.slice(2)],
  {
    cwd: projectFolder,
    stdio: 'inherit',
  },
)
process.exit(done.status ?? 1)
