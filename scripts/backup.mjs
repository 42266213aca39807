// npm run backup -- <file>: the whole database, pictures and label files in it, as one file.
// npm run restore -- <file>: puts it in place; what was there stays beside it under another name.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { projectFolder } from './install.mjs'
import { databaseUrl, findPrograms, PlainFault, startPostgres } from './postgres.mjs'

function run(program, url, args, work) {
  const bin = findPrograms()
  if (!bin) throw new PlainFault('PostgreSQL is not installed. Install it with: apt-get install postgresql')
  // The address holds a password: it goes by the environment, where a list of processes does not show it.
  const { username, password, hostname, port, pathname } = new URL(url)
  const env = {
    ...process.env,
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGDATABASE: pathname.slice(1),
  }
  const done = spawnSync(join(bin, program), args, { env, encoding: 'utf8', cwd: '/' })
  if (done.status !== 0) throw new PlainFault(`${work} failed:\n${done.stderr || done.error?.message}`)
  return done.stdout
}

/** Writes the database into a file; the file is there whole or not at all. */
export function dumpDatabase(url, file) {
  const part = `${file}.part`
  rmSync(part, { force: true })
  try {
    run('pg_dump', url, ['--format=custom', '--no-owner', `--file=${part}`], 'The backup')
    renameSync(part, file)
  } finally {
    rmSync(part, { force: true })
  }
}

const named = (url, database) => Object.assign(new URL(url), { pathname: `/${database}` }).href

/**
 * Puts a file's database in the place of the one at this address. It is read into a new one first; only when all of it is
 * there do the two change places, and the old one stays under the name that is returned.
 */
export function restoreDatabase(url, file, now = new Date()) {
  if (!existsSync(file)) throw new PlainFault(`There is no file ${file}.`)
  const database = new URL(url).pathname.slice(1)
  const stamp = now.toISOString().replace(/\D/g, '').slice(0, 14)
  const [fresh, old] = [`${database}_new_${stamp}`, `${database}_before_${stamp}`]
  const server = named(url, 'postgres')
  const sql = (text) => run('psql', server, ['-v', 'ON_ERROR_STOP=1', '-c', text], 'The restore')
  sql(`CREATE DATABASE "${fresh}"`)
  try {
    run(
      'pg_restore',
      named(url, fresh),
      ['--no-owner', '--exit-on-error', `--dbname=${fresh}`, file],
      'Reading the backup',
    )
  } catch (error) {
    sql(`DROP DATABASE "${fresh}"`)
    throw error
  }
  sql(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname IN ('${database}', '${fresh}') AND pid <> pg_backend_pid()`,
  )
  sql(`ALTER DATABASE "${database}" RENAME TO "${old}"`)
  sql(`ALTER DATABASE "${fresh}" RENAME TO "${database}"`)
  return old
}

/** The address of the database: one's own, else that of the data folder, which is started where it is not running. */
async function openDatabase(data, { mustRest }) {
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, stop: async () => undefined }
  const running = join(data, 'running.json')
  if (existsSync(running)) {
    const { pid, databasePort } = JSON.parse(readFileSync(running, 'utf8'))
    if (existsSync(`/proc/${pid}`)) {
      if (mustRest) throw new PlainFault('Jardinero is running on this data. Stop it first, then restore.')
      if (databasePort) return { url: databaseUrl(data, databasePort), stop: async () => undefined }
    }
  }
  if (mustRest === false && !existsSync(data)) throw new PlainFault(`There is no data in ${data}.`)
  return startPostgres(data)
}

async function main() {
  const [what, ...rest] = process.argv.slice(2)
  const { values, positionals } = parseArgs({
    args: rest,
    allowPositionals: true,
    options: { data: { type: 'string' } },
  })
  const data = resolve(values.data ?? join(projectFolder, 'data'))
  const [name] = positionals
  if (!name || !['backup', 'restore'].includes(what))
    throw new PlainFault(
      'npm run backup -- <file> [--data <folder>]\nnpm run restore -- <file> [--data <folder>]',
    )
  const file = resolve(name)
  const restoring = what === 'restore'
  const { url, stop } = await openDatabase(data, { mustRest: restoring })
  try {
    if (restoring)
      console.log(`Restored from ${file}. What was there is kept as ${restoreDatabase(url, file)}.`)
    else {
      dumpDatabase(url, file)
      console.log(`Backed up to ${file}.`)
    }
  } finally {
    await stop()
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  main().catch((error) => {
    console.error(error instanceof PlainFault ? error.message : error)
    process.exit(1)
  })
