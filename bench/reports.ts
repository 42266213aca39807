import { performance } from 'node:perf_hooks'
import { startTestServer, Visitor } from '../server/test/harness.ts'
import { addLawn } from '../server/test/lawn.ts'

const records = 10_000

/** A firm's CSV of 10,000 records over a real connection; the goal is under 3 s and under 200 MB more memory. */
export async function benchReports(): Promise<void> {
  const { app, database, close } = await startTestServer()
  const visitor = await new Visitor(app).signUp()
  const made = await addLawn(visitor)
  await database.query(
    `INSERT INTO application_record SELECT (jsonb_populate_record(r, jsonb_build_object('id', gen_random_uuid(),
       'applied_at', at, 'first', jsonb_set(r.first, '{appliedAt}', to_jsonb(to_char(at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')))))).*
     FROM application_record r, generate_series(1, $2::int) n, LATERAL (SELECT r.applied_at - n * interval '1 hour' AS at) t
     WHERE r.id = $1`,
    [made.record, records],
  )
  await database.query('ANALYZE')
  const url = await app.listen({ port: 0, host: '127.0.0.1' })
  const before = process.memoryUsage.rss()
  let most = before
  const watching = setInterval(() => (most = Math.max(most, process.memoryUsage.rss())), 5)
  const started = performance.now()
  const response = await fetch(`${url}/api/ledger/records.csv`, { headers: { cookie: visitor.cookies } })
  let [bytes, lines, first] = [0, 0, 0]
  for await (const chunk of response.body!) {
    first ||= performance.now() - started
    bytes += chunk.length
    lines += chunk.filter((byte: number) => byte === 10).length
  }
  clearInterval(watching)
  console.log(
    `\nCSV of ${lines - 1} records (goal: under 3 s, under 200 MB): ${(performance.now() - started).toFixed(0)} ms, the first bytes after ${first.toFixed(0)} ms, ` +
      `${(bytes / 1e6).toFixed(1)} MB sent, ${((most - before) / 1e6).toFixed(0)} MB more memory at the most`,
  )
  await close()
}
