import { fuzz } from '../server/test/fuzz.ts'
import { startTestServer } from '../server/test/harness.ts'

/** Twenty thousand requests with something odd in them; the goal is none answered with a fault of ours. */
export async function benchFuzz(count = 20_000): Promise<void> {
  const server = await startTestServer()
  const { statuses, bad } = await fuzz(server, count, Date.now() % 1_000_000)
  const seen = [...statuses].sort(([a], [b]) => a - b).map(([status, n]) => `${status}: ${n}`)
  console.log(`\nFuzz of ${count} requests: ${bad.length} bad; ${seen.join(', ')}`)
  for (const b of bad.slice(0, 10)) console.log(' ', JSON.stringify(b).slice(0, 600))
  await server.close()
}
