// npm start: installs what is missing, builds when stale, starts PostgreSQL and the server, prints the address.
import { fork, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { buildWhenStale, distFolder } from './build.mjs'
import { checkNode, installPackages, installPostgres, projectFolder } from './install.mjs'
import { keepAlive } from './keepAlive.mjs'
import { PlainFault, refuseInterrupted, sessionSecret, startPostgres } from './postgres.mjs'

const help = `npm start -- [options]
  --port <n>      port of the application (4173, or the PORT variable)
  --data <folder> where the database and its secrets are kept (data/)
  --fresh-demo    put the demo yard back as it was at first; other accounts are left alone
  --no-demo       without the demo yard
  DATABASE_URL    a PostgreSQL of your own, instead of ours; DATABASE_OWNER_URL its owner, where the server runs as another
  WEATHER_URL     a weather service in the open format of docs/weather.md, instead of the stand-in
  WEATHER_FORMAT  the shape that service answers in: own, series or arrays (docs/weather.md); WEATHER_HISTORY_URL where its past is elsewhere
  PROBE_URL       a soil probe at this machine, tcp://host:port, as in docs/probe.md, instead of the stand-in
  SCALE_URL       a kitchen scale at this machine, tcp://host:port, as in docs/scale.md, instead of the stand-in
  METER_URL       a wind meter at this machine, tcp://host:port, as in docs/meter.md, instead of the stand-in`

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string' },
        data: { type: 'string' },
        'fresh-demo': { type: 'boolean', default: false },
        'no-demo': { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h', default: false },
      },
    })
    return {
      ...values,
      port: values.port ?? process.env.PORT ?? '4173',
      data: resolve(values.data ?? join(projectFolder, 'data')),
    }
  } catch (error) {
    throw new PlainFault(`${error.message}\n${help}`)
  }
}

/** Refuses a port that is no port or is taken, before anything is started. */
function checkPort(text) {
  const port = Number(text)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new PlainFault(`--port takes a number from 1 to 65535, not ${text}.`)
  return new Promise((free, failed) => {
    const probe = createServer()
    probe.once('error', (error) =>
      failed(
        new PlainFault(
          error.code === 'EACCES'
            ? `Port ${port} needs more rights than this user has. Choose one over 1024: npm start -- --port 4180`
            : `Port ${port} is in use. Stop what uses it, or choose another: npm start -- --port ${port + 1}`,
        ),
      ),
    )
    probe.listen(port, '127.0.0.1', () => probe.close(() => free(port)))
  })
}

/** One start a data folder: says where the other one runs. */
function claimFolder(folder, url) {
  try {
    mkdirSync(folder, { recursive: true })
    const file = join(folder, 'running.json')
    if (existsSync(file)) {
      const other = JSON.parse(readFileSync(file, 'utf8'))
      const command = `/proc/${other.pid}/cmdline`
      if (
        other.pid !== process.pid &&
        existsSync(command) &&
        readFileSync(command, 'utf8').includes('start.mjs')
      )
        throw new PlainFault(
          `Jardinero is already running on this data, at ${other.url} (process ${other.pid}). Stop it first, or use --data <folder>.`,
        )
    }
    writeFileSync(file, JSON.stringify({ pid: process.pid, url }))
    return () => rmSync(file, { force: true })
  } catch (error) {
    if (error.code === 'EACCES' || error.code === 'EROFS')
      throw new PlainFault(
        `This user cannot write in ${folder}. Give it the folder, or choose another: npm start -- --data <folder>`,
      )
    throw error
  }
}

/** A stand-in service on a free loopback port; begun again whenever it falls over. Answers with its address. */
async function startStandin(name, onStart) {
  let port = '0'
  let fell = () => undefined
  const launch = () => {
    const standin = fork(join(distFolder, 'server', `${name}Standin.js`), [], {
      detached: true,
      env: { ...process.env, STANDIN_PORT: port },
    })
    onStart(standin)
    return new Promise((ready, failed) => {
      let up = false
      standin.once('message', ({ url }) => {
        up = true
        port = new URL(url).port
        ready(url)
      })
      standin.once('exit', (code) => {
        if (up && standin.wanted !== false) fell()
        failed(new PlainFault(`The ${name} stand-in stopped before it was ready (code ${code}).`))
      })
    })
  }
  const url = await launch()
  keepAlive({
    name: `The ${name} stand-in`,
    launch,
    onExit: (listener) => (fell = listener),
    say: () => undefined,
  })
  return url
}

/** What the database needs of this version, by its owner, in a process that ends: the server never has that password. */
function prepareDatabase({ databaseUrl, ownerUrl }) {
  const done = spawnSync(process.execPath, [join(distFolder, 'server', 'prepare.js')], {
    cwd: projectFolder,
    env: { ...process.env, DATABASE_URL: databaseUrl, DATABASE_OWNER_URL: ownerUrl },
    stdio: ['ignore', 'inherit', 'inherit'],
  })
  refuseInterrupted(done)
  if (done.status !== 0)
    throw new PlainFault('The database could not be made ready; the reason stands above.')
}

const partNames = { main: 'The server', worker: 'The worker' }

/**
 * Starts the server, or a worker beside it; the promise is over when it has said that it is ready.
 * @param onExit told when one that was ready ended
 */
function startPart(file, { port, databaseUrl, weatherUrl, probeUrl, scaleUrl, meterUrl, options }, onExit) {
  const { DATABASE_OWNER_URL: _, ...inherited } = process.env
  const env = {
    ...inherited,
    NODE_ENV: 'production',
    PORT: String(port),
    DATABASE_URL: databaseUrl,
    SESSION_SECRET: process.env.SESSION_SECRET ?? sessionSecret(options.data),
    WEB_FOLDER: join(distFolder, 'web'),
    WEATHER_URL: weatherUrl,
    PROBE_URL: probeUrl,
    SCALE_URL: scaleUrl,
    METER_URL: meterUrl,
    DEMO: String(!options['no-demo']),
    FRESH_DEMO: String(options['fresh-demo']),
  }
  const part = fork(join(distFolder, 'server', `${file}.js`), [], {
    cwd: projectFolder,
    env,
    detached: true,
    execArgv: ['--enable-source-maps'],
  })
  const ready = new Promise((ready, failed) => {
    let up = false
    part.once('message', () => {
      up = true
      ready()
    })
    part.once('exit', (code) => {
      if (up) onExit(code)
      else
        failed(
          new PlainFault(
            `${partNames[file]} stopped before it was ready (code ${code}); its words are above.`,
          ),
        )
    })
  })
  return { part, ready }
}

/** Asks it to end, and makes it where it takes too long. */
async function endPart(part) {
  if (part.exitCode !== null || part.signalCode !== null) return
  const gone = new Promise((done) => part.once('exit', done))
  part.kill('SIGTERM')
  const impatient = setTimeout(() => part.kill('SIGKILL'), 10_000)
  await gone
  clearTimeout(impatient)
}

async function main() {
  checkNode()
  const options = readOptions()
  if (options.help) return console.log(help)
  const port = await checkPort(options.port)
  const url = `http://127.0.0.1:${port}`
  installPackages()
  const ownDatabase = process.env.DATABASE_URL
  if (!ownDatabase) installPostgres()
  buildWhenStale()

  const release = claimFolder(options.data, url)
  let postgres
  const parts = {}
  const standins = {}
  let stopping = false
  const kept = []
  const stop = async (code) => {
    if (stopping) return
    stopping = true
    for (const each of kept) each.stop()
    await Promise.all(Object.values(parts).map(endPart))
    for (const standin of Object.values(standins)) {
      standin.wanted = false
      standin.kill('SIGTERM')
    }
    await postgres?.stop()
    release()
    process.exit(code)
  }

  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0))

  try {
    postgres = ownDatabase ? undefined : await startPostgres(options.data)
    if (postgres)
      kept.push(
        keepAlive({
          name: 'PostgreSQL',
          launch: postgres.launch,
          onExit: (listener) => postgres.onExit((wanted) => wanted || listener()),
        }),
      )
    /** The stand-in speaks the other shapes too, each under its own path. */
    const inShape = (url) => {
      const shape = process.env.WEATHER_FORMAT ?? 'own'
      return shape === 'own' ? url : `${url}/${shape}`
    }
    const standin = (name) => startStandin(name, (child) => (standins[name] = child))
    const [weatherUrl, probeUrl, scaleUrl, meterUrl] = await Promise.all([
      process.env.WEATHER_URL ?? standin('weather').then(inShape),
      process.env.PROBE_URL ?? standin('probe'),
      process.env.SCALE_URL ?? standin('scale'),
      process.env.METER_URL ?? standin('meter'),
    ])
    const databaseUrl = ownDatabase ?? postgres.url
    // A backup beside a running start needs to find its database; the password stays in its own file.
    if (postgres)
      writeFileSync(
        join(options.data, 'running.json'),
        JSON.stringify({ pid: process.pid, url, databasePort: Number(new URL(postgres.url).port) }),
      )
    // With a PostgreSQL of one's own its owner may be another than who the server runs as.
    const ownerUrl = ownDatabase ? (process.env.DATABASE_OWNER_URL ?? ownDatabase) : postgres.ownerUrl
    prepareDatabase({ databaseUrl, ownerUrl })
    const order = { port, databaseUrl, weatherUrl, probeUrl, scaleUrl, meterUrl, options }
    const keep = async (file) => {
      let fell = () => undefined
      const launch = () => {
        const { part, ready } = startPart(file, order, () => !stopping && fell())
        parts[file] = part
        return ready
      }
      await launch()
      kept.push(keepAlive({ name: partNames[file], launch, onExit: (listener) => (fell = listener) }))
    }
    await Promise.all([keep('main'), keep('worker')])
    // Put back once, not each time that it falls.
    options['fresh-demo'] = false
    console.log(`Jardinero is at ${url}`)
  } catch (error) {
    if (!stopping) console.error(error instanceof PlainFault ? error.message : error)
    await stop(1)
  }
}

main().catch((error) => {
  console.error(error instanceof PlainFault ? error.message : error)
  process.exit(1)
})
