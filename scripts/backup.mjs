// npm run backup -- <file> [--encrypt]: the whole database, pictures and label files in it, as one file.
// npm run restore -- <file>: puts it in place; what was there stays beside it under another name.
import { spawnSync } from 'node:child_process'
import { chmodSync, closeSync, existsSync, openSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { projectFolder } from './install.mjs'
import { closeFile, isClosed, openFile } from './closedFile.mjs'
import { databaseUrls, findPrograms, PlainFault, startPostgres } from './postgres.mjs'
import { roles } from './roles.mjs'

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

/**
 * Writes the database into a file that only its owner can read: the file is there whole or not at all.
 * @param options.passphrase the file is closed with it; without it nobody reads the file again
 */
export async function dumpDatabase(url, file, { passphrase } = {}) {
  const part = `${file}.part`
  const closed = `${file}.closed`
  for (const left of [part, closed]) rmSync(left, { force: true })
  // Nothing is ever readable by others, not even while it is written.
  closeSync(openSync(part, 'w', 0o600))
  try {
    run('pg_dump', url, ['--format=custom', '--no-owner', '--no-privileges', `--file=${part}`], 'The backup')
    if (passphrase) {
      await closeFile(part, closed, passphrase)
      renameSync(closed, file)
    } else renameSync(part, file)
    chmodSync(file, 0o600)
  } finally {
    for (const left of [part, closed]) rmSync(left, { force: true })
  }
}

/** Whether servers of ours stand on a database: what they save meanwhile would be lost. */
function refuseInUse(url) {
  const servers = run(
    'psql',
    url,
    [
      '-tAc',
      `SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND application_name = 'jardinero'`,
    ],
    'Looking at the database',
  )
  if (Number(servers.trim()) > 0)
    throw new PlainFault('Jardinero is running on this database. Stop it everywhere first, then restore.')
}

const named = (url, database) => Object.assign(new URL(url), { pathname: `/${database}` }).href

/**
 * Puts a file's database in the place of the one at this address. It is read into a new one first; only when all of it is
 * there do the two change places, and the old one stays under the name that is returned.
 * @param {string} url @param {string} file
 * @param {{ now?: Date, passphrase?: string, owner?: string }} [options] owner: the role the new database belongs to
 */
export async function restoreDatabase(url, file, { now = new Date(), passphrase, owner } = {}) {
  if (!existsSync(file)) throw new PlainFault(`There is no file ${file}.`)
  refuseInUse(url)
  if (!isClosed(file)) return restorePlain(url, file, { now, owner })
  if (!passphrase)
    throw new PlainFault('This backup is closed with a passphrase. Set JARDINERO_BACKUP_PASSPHRASE to it.')
  const opened = `${file}.open`
  try {
    await openFile(file, opened, passphrase)
    return restorePlain(url, opened, { now, owner })
  } finally {
    rmSync(opened, { force: true })
  }
}

function restorePlain(url, file, { now, owner }) {
  const database = new URL(url).pathname.slice(1)
  const stamp = now.toISOString().replace(/\D/g, '').slice(0, 14)
  const [fresh, old] = [`${database}_new_${stamp}`, `${database}_before_${stamp}`]
  const server = named(url, 'postgres')
  const sql = (text) => run('psql', server, ['-v', 'ON_ERROR_STOP=1', '-c', text], 'The restore')
  sql(`CREATE DATABASE "${fresh}"${owner ? ` OWNER "${owner}"` : ''}`)
  try {
    run(
      'pg_restore',
      named(url, fresh),
      [
        '--no-owner',
        '--no-privileges',
        '--exit-on-error',
        ...(owner ? [`--role=${owner}`] : []),
        `--dbname=${fresh}`,
        file,
      ],
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
export async function openDatabase(data, { mustRest }) {
  // With a PostgreSQL of one's own it is done as whoever may: the owner, or who makes backups.
  const own = process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL
  if (own) return { adminUrl: own, ownerUrl: own, backupUrl: own, stop: async () => undefined }
  const running = join(data, 'running.json')
  if (existsSync(running)) {
    const { pid, databasePort } = JSON.parse(readFileSync(running, 'utf8'))
    if (existsSync(`/proc/${pid}`)) {
      if (mustRest) throw new PlainFault('Jardinero is running on this data. Stop it first, then restore.')
      if (databasePort) return { ...databaseUrls(data, databasePort), stop: async () => undefined }
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
    options: { data: { type: 'string' }, encrypt: { type: 'boolean', default: false } },
  })
  const data = resolve(values.data ?? join(projectFolder, 'data'))
  const [name] = positionals
  if (!name || !['backup', 'restore'].includes(what))
    throw new PlainFault(
      'npm run backup -- <file> [--data <folder>] [--encrypt]\nnpm run restore -- <file> [--data <folder>]\nThe passphrase of an encrypted backup is read from JARDINERO_BACKUP_PASSPHRASE.',
    )
  const file = resolve(name)
  const restoring = what === 'restore'
  const passphrase = process.env.JARDINERO_BACKUP_PASSPHRASE
  if (values.encrypt && !(passphrase?.length >= 12))
    throw new PlainFault(
      'Set JARDINERO_BACKUP_PASSPHRASE to twelve characters or more, and keep it somewhere else.',
    )
  const { adminUrl, backupUrl, stop } = await openDatabase(data, { mustRest: restoring })
  try {
    if (restoring) {
      const owner = process.env.DATABASE_URL ? undefined : roles.owner
      const old = await restoreDatabase(adminUrl, file, { passphrase, owner })
      console.log(`Restored from ${file}. What was there is kept as ${old}.`)
    } else {
      await dumpDatabase(backupUrl, file, values.encrypt ? { passphrase } : {})
      console.log(`Backed up to ${file}${values.encrypt ? ', closed with the passphrase' : ''}.`)
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
