import { randomUUID } from 'node:crypto'
import { performance } from 'node:perf_hooks'
import { startTestServer, Visitor } from '../server/test/harness.ts'
import { addLawn } from '../server/test/lawn.ts'

const years = 10
const recordsAYear = 24
const readingsAYear = 120

const median = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

/** Reading an account with ten years of records at the API, over HTTP on loopback's inject; the goal is under 50 ms. */
export async function benchAccount(): Promise<void> {
  const { app, database, close } = await startTestServer()
  const visitor = await new Visitor(app).signUp()
  const made = await addLawn(visitor)
  const copies = years * recordsAYear
  for (let i = 0; i < copies; i++)
    await database.query(
      `INSERT INTO application_record SELECT ($1::uuid), account_id, zone_id, zone_name, turf, mix_id, equipment, rules, rate, keep_off_until,
         applied_at - ($2 * interval '15 days'), jsonb_set(first, '{appliedAt}', to_jsonb((applied_at - ($2 * interval '15 days'))::text)), recorded_at, recorded_by, $2 + 1
       FROM application_record WHERE id = $3`,
      [randomUUID(), i + 1, made.record],
    )
  await database.query(
    `INSERT INTO soil_reading (id, account_id, place_id, taken_at, depth_cm, temperature_c, note)
     SELECT gen_random_uuid(), account_id, place_id, taken_at - (g * interval '3 days'), depth_cm, temperature_c, note
     FROM soil_reading, generate_series(1, $2::int) g WHERE id = $1`,
    [made.reading, years * readingsAYear],
  )
  await database.query('ANALYZE')
  console.log(
    `\nAn account with ${years} years: ${copies + 1} records, ${years * readingsAYear + 1} readings (goal: under 50 ms)`,
  )
  for (const url of [
    '/api/account',
    '/api/ledger/records',
    '/api/soil/season',
    '/api/soil/season?from=2025-01-01',
    '/api/account/file',
  ]) {
    const times: number[] = []
    let bytes = 0
    for (let i = 0; i < 25; i++) {
      const started = performance.now()
      const response = await visitor.get(url)
      times.push(performance.now() - started)
      bytes = response.rawPayload.length
    }
    console.log(
      `  GET ${url.padEnd(36)} ${median(times).toFixed(1)} ms median, ${Math.max(...times).toFixed(1)} ms most, ${(bytes / 1024).toFixed(0)} kB`,
    )
  }
  await close()
}
