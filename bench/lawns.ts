import { performance } from 'node:perf_hooks'
import { startTestServer, Visitor } from '../server/test/harness.ts'
import { addLawn } from '../server/test/lawn.ts'

const lawns = 5000
const turfs = ['tallFescue', 'zoysiagrass', 'bermudagrass', 'kentuckyBluegrass']
/** What an office asks for in a morning. */
const questions = [
  'limit=100',
  'limit=100&offset=2400&order=name',
  'order=area&descending=true&turf=zoysiagrass&limit=100',
  'due=late&order=client&limit=100',
  'search=millrace%2041&limit=100',
  'tag=north&order=risk&descending=true&limit=100',
  'warm=10&order=soil&limit=100',
  'lacks=reading&limit=100',
]

/** The list of 5,000 lawns at the API: each question of an office, one after another, and the map. */
export async function benchLawns(rounds = 12): Promise<void> {
  const server = await startTestServer({ worker: false })
  const owner = await new Visitor(server.app).signUp()
  const shed = await addLawn(owner)
  const fill = (sql: string, ...values: unknown[]) => server.owner.query(sql, [shed.yard, ...values])
  await fill(
    `INSERT INTO yard (id, account_id, name, latitude, longitude, time_zone, climate, timing_school, client, tags)
     SELECT gen_random_uuid(), y.account_id, n || ' Millrace Lane', 38 + random(), -84 - random(), y.time_zone, y.climate, y.timing_school,
       'Client ' || n % 3000, CASE WHEN n % 3 = 0 THEN '["north"]'::jsonb END
     FROM generate_series(1, ${lawns}) n, yard y WHERE y.id = $1`,
  )
  await fill(
    `INSERT INTO zone (id, account_id, yard_id, name, turf, state)
     SELECT gen_random_uuid(), y.account_id, y.id, 'Lawn', ($2::text[])[1 + floor(random() * 4)], 'growing' FROM yard y WHERE y.id <> $1`,
    turfs,
  )
  await fill(
    `INSERT INTO section (id, account_id, zone_id, name, kind, lengths_ft, deduction, x_ft, y_ft, turn_deg)
     SELECT gen_random_uuid(), z.account_id, z.id, 'Lawn', 'known', jsonb_build_array(40 + random() * 80), false, 0, 0, 0 FROM zone z WHERE z.yard_id <> $1`,
  )
  await fill(
    `INSERT INTO place (id, account_id, zone_id, name, kind) SELECT gen_random_uuid(), account_id, id, 'Middle', 'middle' FROM zone WHERE yard_id <> $1`,
  )
  await fill(
    `INSERT INTO kept_answer (yard_id, account_id, day, rests_on, alike, body, outline, made_at)
     SELECT z.yard_id, z.account_id, '2026-03-01', 'x', 'x', repeat('x', 400000), jsonb_build_object('soilC', 5 + random() * 8, 'next', jsonb_build_object(
       'kind', 'proposed', 'day', ('2026-02-20'::date + floor(random() * 40)::int)::text, 'label', 'Tarnfold 50 WG',
       'zoneIds', jsonb_build_array(z.id), 'escaped', random() * 0.3)), now() FROM zone z WHERE z.yard_id <> $1`,
  )
  await server.owner.query('ANALYZE')
  const filling = performance.now()
  await owner.get('/api/yard/lawns')
  console.log(
    `sizes of ${lawns} lawns worked out at first sight: ${((performance.now() - filling) / 1000).toFixed(1)} s`,
  )
  const times = new Map<string, number[]>()
  for (let round = 0; round < rounds; round++)
    for (const url of [
      ...questions.map((q) => `/api/yard/lawns?${q}`),
      '/api/yard/lawns/points',
      '/api/yard/lawns.csv',
    ]) {
      const from = performance.now()
      const answer = await owner.get(url)
      if (answer.statusCode !== 200) throw new Error(answer.body)
      times.set(url, [...(times.get(url) ?? []), performance.now() - from])
    }
  const at = (all: number[], share: number) => all.toSorted((a, b) => a - b)[Math.floor(all.length * share)]!
  for (const [url, all] of times)
    console.log(`${url}: median ${at(all, 0.5).toFixed(0)} ms, most ${Math.max(...all).toFixed(0)} ms`)
  const asked = questions.flatMap((q) => times.get(`/api/yard/lawns?${q}`)!)
  console.log(
    `the list of ${lawns} lawns: p95 ${at(asked, 0.95).toFixed(0)} ms, median ${at(asked, 0.5).toFixed(0)} ms`,
  )
  await server.close()
}
