import { fork, spawnSync, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import pg from 'pg'
import { distFolder } from '../scripts/build.mjs'
import { freePort } from '../scripts/postgres.mjs'

/** A server of the application as a process of its own, which can be killed. */
export class Server {
  private child: ChildProcess | undefined
  private constructor(readonly port: number) {}
  /** Tries until one stands: the database may be down at the moment. */
  static async start(databaseUrl: string): Promise<Server> {
    for (;;) {
      const server = new Server(await freePort())
      if (await server.launch(databaseUrl)) return server
    }
  }
  private launch(databaseUrl: string): Promise<boolean> {
    const child = fork(join(distFolder, 'server', 'main.js'), [], {
      env: {
        ...process.env,
        NODE_ENV: 'production',
        PORT: String(this.port),
        DATABASE_URL: databaseUrl,
        SESSION_SECRET: 'x'.repeat(40),
        DEMO: 'false',
      },
      stdio: 'ignore',
    })
    this.child = child
    return new Promise((done) => {
      child.once('message', () => done(true))
      child.once('exit', () => done(false))
    })
  }
  /** Resident memory, bytes. */
  memory(): number {
    const status = readFileSync(`/proc/${this.child!.pid}/status`, 'utf8')
    return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) * 1024
  }
  kill(): void {
    this.child?.kill('SIGKILL')
  }
}

/** Migrations and rights, by the owner, before the first server. */
export function prepareDatabase({ url, ownerUrl }: { url: string; ownerUrl: string }): void {
  const done = spawnSync(process.execPath, [join(distFolder, 'server', 'prepare.js')], {
    env: { ...process.env, DATABASE_URL: url, DATABASE_OWNER_URL: ownerUrl },
    encoding: 'utf8',
  })
  if (done.status !== 0) throw new Error(done.stderr)
}

export const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))

/** A browser's half against servers that come and go: keeps cookies and the token. */
export class Caller {
  private readonly jar = new Map<string, string>()
  token = ''
  get cookies(): string {
    return [...this.jar].map(([name, value]) => `${name}=${value}`).join('; ')
  }
  async send(server: Server, method: string, url: string, body?: unknown) {
    const response = await fetch(`http://127.0.0.1:${server.port}${url}`, {
      method,
      headers: {
        cookie: this.cookies,
        'x-csrf-token': this.token,
        ...(body !== undefined && { 'content-type': 'application/json' }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(10_000),
    })
    for (const set of response.headers.getSetCookie()) {
      const [name, value] = set.split(';')[0]!.split(/=(.*)/) as [string, string]
      this.jar.set(name, value)
    }
    return { statusCode: response.status, body: await response.text() }
  }
  async signUp(server: Server): Promise<void> {
    this.token = JSON.parse((await this.send(server, 'GET', '/api/session')).body).csrfToken
    const account = { email: 'a@example.org', password: 'long enough to do', name: 'Ada' }
    const answer = await this.send(server, 'POST', '/api/session/sign-up', account)
    if (answer.statusCode !== 201) throw new Error(answer.body)
    this.token = JSON.parse(answer.body).csrfToken
  }
}

/** One connection of the server's to PostgreSQL dies as by a broken machine: PostgreSQL recovers from its log. */
export function killBackend(pid: number): void {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ')
  const backends = children.filter((child) => {
    try {
      return readFileSync(`/proc/${child}/cmdline`, 'utf8').includes('jardinero_application jardinero')
    } catch {
      return false
    }
  })
  if (backends.length) process.kill(Number(backends.at(-1)), 'SIGKILL')
}
/** A connection, once the database has recovered. */
export async function whenUp(connectionString: string): Promise<pg.Client> {
  for (;;) {
    const client = new pg.Client({ connectionString })
    try {
      await client.connect()
      return client
    } catch {
      await pause(50)
    }
  }
}
