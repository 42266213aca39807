// Compiles the core's loops (core/kernel, AssemblyScript) into the source file that carries them. Plain Node, packages installed.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { projectFolder } from './install.mjs'
import { PlainFault, refuseInterrupted } from './postgres.mjs'

const source = 'core/kernel/conduct.ts'
const made = join(projectFolder, 'core', 'src', 'soil', 'heat', 'program.gen.ts')

/** Where the source is newer than what was made of it, or nothing was. */
export function buildKernelWhenStale() {
  if (existsSync(made) && statSync(made).mtimeMs >= statSync(join(projectFolder, source)).mtimeMs) return
  const mine = `.cache/conduct-${process.pid}`
  mkdirSync(join(projectFolder, '.cache'), { recursive: true })
  const compiler = join(projectFolder, 'node_modules', 'assemblyscript', 'bin', 'asc.js')
  const done = spawnSync(
    process.execPath,
    [compiler, source, '--outFile', `${mine}.wasm`, '-O3', '--noAssert', '--converge'].concat(
      ['--runtime', 'stub', '--use', 'abort=', '--enable', 'simd'],
      ['--initialMemory', '1', '--maximumMemory', '1'],
    ),
    { cwd: projectFolder, stdio: 'inherit' },
  )
  refuseInterrupted(done)
  if (done.status !== 0)
    throw new PlainFault("The core's loops could not be compiled; the reason stands above.")
  const binary = join(projectFolder, `${mine}.wasm`)
  // In one move: another run may be reading it.
  writeFileSync(
    `${binary}.ts`,
    `/** Made of ${source} by scripts/kernel.mjs: a WebAssembly program, two letters to a byte. */\n` +
      `export const program =\n  '${readFileSync(binary).toString('hex')}'\n`,
  )
  renameSync(`${binary}.ts`, made)
  rmSync(binary)
}

if (process.argv[1] === fileURLToPath(import.meta.url)) buildKernelWhenStale()
