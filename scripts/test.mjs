// npm test: formatting, lint, types, unit and API tests against a real PostgreSQL, journeys in headless Chromium.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { checkNode, installChromium, installPackages, installPostgres, projectFolder } from './install.mjs'
import { buildKernelWhenStale } from './kernel.mjs'
import { PlainFault } from './postgres.mjs'

const results = join(projectFolder, '.cache', 'test')
let passed = 0
let failed = 0

const floors = ['core', 'almanac', 'words', 'contract', 'standins', 'server', 'web'].map((f) => `${f}/src`)
const bin = (name) => join(projectFolder, 'node_modules', '.bin', name)
const run = (command, args, env = {}) =>
  spawnSync(command, args, { cwd: projectFolder, stdio: 'inherit', env: { ...process.env, ...env } })
    .status === 0

/** One check that passes or fails whole; its words are printed when it is done, so that two can run at once. */
function check(name, command, args) {
  const started = Date.now()
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: projectFolder, env: process.env })
    const words = []
    child.stdout.on('data', (chunk) => words.push(chunk))
    child.stderr.on('data', (chunk) => words.push(chunk))
    const end = (ok) => {
      console.log(`\n— ${name}\n${Buffer.concat(words).toString()}`)
      console.log(`${ok ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`)
      if (ok) passed++
      else failed++
      done()
    }
    child.once('error', () => end(false))
    child.once('close', (code) => end(code === 0))
  })
}
/** Checks one after another. */
async function lane(...checks) {
  for (const run of checks) await run()
}

/** A test runner that writes its counts as JSON; broken off without counts, it counts as one failure. */
function suite(name, command, args, file, count) {
  console.log(`\n— ${name}`)
  const ok = run(command, args, { JSON_REPORT: file })
  const counts = existsSync(file) ? count(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failed: 0 }
  passed += counts.passed
  failed += ok ? counts.failed : Math.max(1, counts.failed)
}

try {
  checkNode()
  installPackages()
  installPostgres()
  installChromium()
  buildKernelWhenStale()
  rmSync(results, { recursive: true, force: true })
  mkdirSync(results, { recursive: true })

  await Promise.all([
    lane(
      () => check('formatting', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
      () => check('types of the web', bin('vue-tsc'), ['--noEmit', '-p', 'web']),
      () => check('no cycles', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...floors]),
      () => check('nothing unused', bin('knip'), ['--no-config-hints']),
    ),
    lane(
      () => check('lint', bin('eslint'), ['.', '--max-warnings', '0']),
      () => check('types of the core', bin('tsc'), ['--noEmit', '-p', 'core']),
      () => check('types of server, words, contract, tests', bin('tsc'), ['--noEmit']),
    ),
  ])
  const unit = join(results, 'unit.json')
  suite(
    'unit and API',
    bin('vitest'),
    ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unit}`],
    unit,
    (r) => ({
      passed: r.numPassedTests,
      failed: r.numFailedTests + r.numFailedTestSuites * (r.numFailedTests ? 0 : 1),
    }),
  )
  const journeys = join(results, 'journeys.json')
  suite('journeys', bin('playwright'), ['test', '-c', 'e2e'], journeys, ({ stats }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected,
  }))
} catch (error) {
  console.error(error instanceof PlainFault ? error.message : error)
  failed++
}
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed ? 1 : 0)
