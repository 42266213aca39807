import { randomUUID } from 'node:crypto'
import { killBackend, pause, Server, whenUp } from '../e2e/servers.ts'
import { lawn } from '../server/test/lawn.ts'
import { standing } from './standing.ts'

const writers = 6

/** So many minutes of saving while connections of the database and servers are killed: what was acknowledged is there, once. */
export async function benchSoak(minutes = 10): Promise<void> {
  const { postgres, server: first, caller, mixId, postmaster, end } = await standing()
  let server = first
  const until = Date.now() + minutes * 60_000
  const acknowledged: string[] = []
  const memory: number[] = []
  let [databaseKills, serverKills, again] = [0, 0, 0]

  const write = async () => {
    while (Date.now() < until) {
      const order = { id: randomUUID(), mixId, ...lawn.pass, note: 'soak' }
      for (;;) {
        const answer = await caller.send(server, 'POST', '/api/ledger/records', order).catch(() => undefined)
        if (answer?.statusCode === 201 || answer?.statusCode === 200) break
        if (answer && answer.statusCode < 500) throw new Error(answer.body)
        again++
        await pause(60)
      }
      acknowledged.push(order.id)
      await pause(120)
    }
  }
  const kill = async () => {
    for (let n = 1; Date.now() < until; n++) {
      await pause(2500)
      if (n % 12) {
        killBackend(postmaster())
        databaseKills++
      } else {
        server.kill()
        server = await Server.start(postgres.url)
        serverKills++
      }
      if (n % 12 === 11) memory.push(server.memory())
    }
  }
  await Promise.all([kill(), ...Array.from({ length: writers }, write)])
  const client = await whenUp(postgres.ownerUrl)
  const { rows } = await client.query<{ id: string }>(
    `SELECT id FROM application_record WHERE first->>'note' = 'soak'`,
  )
  await client.end()
  const stored = new Set(rows.map((r) => r.id))
  const lost = acknowledged.filter((id) => !stored.has(id)).length
  console.log(
    `\nSoak of ${minutes} min: ${acknowledged.length} records acknowledged, ${lost} lost, ${rows.length - stored.size} doubled, ${rows.length - acknowledged.length} beyond; ` +
      `${databaseKills} connections and ${serverKills} servers killed, ${again} tries again; memory ${memory.map((m) => (m / 1e6).toFixed(0)).join(', ')} MB`,
  )
  server.kill()
  await end()
}
