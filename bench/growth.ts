import { performance } from 'node:perf_hooks'
import { startTestServer, Visitor, type TestServer } from '../server/test/harness.ts'
import { addLawn } from '../server/test/lawn.ts'

const sizes = [1, 100, 1_000, 5_000]
const recordsAYard = 20
const readingsAYard = 20
const times = 40

/** Copies the one yard of an account, with its lawn, its place, its readings and its records, so many times. */
async function grow(
  { owner }: TestServer,
  made: Awaited<ReturnType<typeof addLawn>>,
  from: number,
  to: number,
) {
  const series = `generate_series(${from}, ${to - 1})`
  const id = (what: string) => `md5('${what} ' || n)::uuid`
  const copy = (table: string, of: string, changes: string) =>
    owner.query(
      `INSERT INTO ${table} SELECT (jsonb_populate_record(r, ${changes})).* FROM ${table} r, ${series} n${changes.includes('k.k') ? `, generate_series(1, ${table === 'soil_reading' ? readingsAYard : recordsAYard}) k` : ''} WHERE r.id = $1`,
      [of],
    )
  await copy(
    'yard',
    made.yard,
    `jsonb_build_object('id', ${id('yard')}, 'name', 'Yard ' || lpad(n::text, 5, '0'))`,
  )
  await copy('zone', made.zone, `jsonb_build_object('id', ${id('zone')}, 'yard_id', ${id('yard')})`)
  await copy('section', made.section, `jsonb_build_object('id', ${id('section')}, 'zone_id', ${id('zone')})`)
  await copy('place', made.middle, `jsonb_build_object('id', ${id('place')}, 'zone_id', ${id('zone')})`)
  await copy('mix', made.mix, `jsonb_build_object('id', ${id('mix')}, 'zone_id', ${id('zone')})`)
  await copy(
    'soil_reading',
    made.reading,
    `jsonb_build_object('id', gen_random_uuid(), 'place_id', ${id('place')}, 'taken_at', r.taken_at - k.k * interval '5 days')`,
  )
  await copy(
    'application_record',
    made.record,
    `jsonb_build_object('id', gen_random_uuid(), 'zone_id', ${id('zone')}, 'mix_id', ${id('mix')}, 'turn', k.k,
       'applied_at', r.applied_at - k.k * interval '15 days',
       'first', jsonb_set(r.first, '{appliedAt}', to_jsonb(to_char((r.applied_at - k.k * interval '15 days') AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'))))`,
  )
  await owner.query('VACUUM ANALYZE')
}

/** p95 of the time all of some addresses take one after another, and the bytes they move. */
async function measure(visitor: Visitor, urls: string[]): Promise<{ ms: number; kB: number }> {
  const each: number[] = []
  let bytes = 0
  for (let i = 0; i < times; i++) {
    const started = performance.now()
    bytes = 0
    for (const url of urls) {
      const answer = await visitor.get(url)
      if (answer.statusCode !== 200) throw new Error(`${url}: ${answer.body}`)
      bytes += answer.rawPayload.length
    }
    each.push(performance.now() - started)
  }
  each.sort((a, b) => a - b)
  return { ms: each[Math.floor(times * 0.95)]!, kB: bytes / 1024 }
}

/** What a browser asks for, of accounts of 1 to 5,000 yards with 20 records each: none of it may grow with the account. */
export async function benchGrowth(): Promise<void> {
  const server = await startTestServer()
  const visitor = await new Visitor(server.app).signUp()
  const made = await addLawn(visitor)
  console.log(
    `\nGrowth: p95 ms and kB of JSON, by yards with ${recordsAYard} records and ${readingsAYard} readings each (goals at 5,000: opening ≤ 50 ms, ≤ 100 kB; a yard ≤ 150 kB)`,
  )
  const asked: [string, (yard: string) => string[]][] = [
    ['the opening', () => ['/api/account/opening', '/api/bench/equipment', '/api/shelf/state']],
    [
      'a yard',
      (y) => [
        `/api/yard/yards/${y}/state`,
        `/api/yard/yards/${y}/years/2025`,
        `/api/yard/yards/${y}/years/2026`,
      ],
    ],
    ['yards by name', () => ['/api/yard/names?search=yard%200']],
    ['what is open to go down', () => ['/api/outing/tanks?since=2026-02-01']],
    ['what was taken', () => ['/api/shelf/taken']],
  ]
  console.log(`  ${'yards'.padStart(6)} ${asked.map(([name]) => name.padStart(24)).join(' ')}`)
  let there = 1
  for (const size of sizes) {
    if (size > there) await grow(server, made, there, size)
    there = size
    const [{ id }] = await server.owner.query('SELECT id FROM yard ORDER BY name DESC LIMIT 1')
    const cells: string[] = []
    for (const [, urls] of asked) {
      const { ms, kB } = await measure(visitor, urls(size > 1 ? id : made.yard))
      cells.push(`${ms.toFixed(1)} ms ${kB.toFixed(1)} kB`.padStart(24))
    }
    console.log(`  ${String(size).padStart(6)} ${cells.join(' ')}`)
  }
  await server.close()
}
