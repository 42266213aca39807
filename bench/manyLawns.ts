import { randomUUID } from 'node:crypto'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { pathToFileURL } from 'node:url'
import { almanac } from '@jardinero/almanac'
import { textures } from '@jardinero/core/soil'
import { createAnswerThreads, keepAnswer } from '../server/src/answer/index.ts'
import { createStations } from '../server/src/soil/index.ts'
import { distFolder } from '../scripts/build.mjs'
import { startTestServer, testNow, Visitor } from '../server/test/harness.ts'
import { lawn } from '../server/test/lawn.ts'
import { createWeatherServer } from '../standins/src/index.ts'

const kinds = ['middle', 'edge', 'shade', 'wet', 'thin', 'thatch'] as const
/** What a night is for: so many yards, on so many stations, textures and kinds of place. */
const night = { yards: 5000, stations: 6, textures: 4, kinds: 6 }

/**
 * A night’s answers for many lawns: some of them worked out, with two at once as on two cores, from nothing and again after a
 * reading each; what that comes to for 5,000. @param yards how many are worked out
 */
export async function benchManyLawns(yards = 48): Promise<void> {
  const weather = createWeatherServer()
  await new Promise<void>((ready) => weather.listen(0, '127.0.0.1', ready))
  const url = `http://127.0.0.1:${(weather.address() as AddressInfo).port}`
  const server = await startTestServer({ weatherUrl: url, worker: false })
  const visitor = await new Visitor(server.app).signUp()
  const { id: accountId } = (await visitor.get('/api/account/opening')).json().account as { id: string }
  const add = async (to: string, body: object) => {
    const answer = await visitor.post(to, { id: randomUUID(), ...body })
    if (answer.statusCode !== 201) throw new Error(answer.body)
    return (answer.json() as { id: string }).id
  }
  await add('/api/shelf/labels', { rules: lawn.label })
  const made: { yardId: string; places: string[] }[] = []
  for (let i = 0; i < yards; i++) {
    const { code, latitude, longitude } = almanac.climates[i % night.stations]!
    const yardId = await add('/api/yard/yards', {
      ...lawn.yard,
      name: `Yard ${i}`,
      climate: code,
      latitude,
      longitude,
    })
    const zoneId = await add('/api/yard/zones', { yardId, ...lawn.zone })
    await add('/api/yard/sections', { zoneId, ...lawn.section })
    const texture = textures[Math.floor(i / night.stations) % night.textures]
    const places: string[] = []
    for (let k = 0; k < 3; k++) {
      const kind = kinds[(i + k) % kinds.length]!
      const place = { zoneId, name: `Place ${k}`, kind, sectionId: null, side: null, ground: { texture } }
      places.push(await add('/api/yard/places', place))
      await add('/api/soil/readings', { placeId: places[k], ...lawn.reading, temperatureC: 6 + k })
    }
    made.push({ yardId, places })
  }
  const ends: (() => Promise<void>)[] = []
  const parts = {
    database: server.database,
    clock: () => testNow,
    stations: createStations(server.database, { url, format: 'own' }),
    // As they are built: from source they would run with what a loader adds.
    threads: createAnswerThreads(
      (end) => void ends.push(end as () => Promise<void>),
      pathToFileURL(join(distFolder, 'server', 'main.js')).href,
    ),
  }
  const grounds = async () =>
    Number(((await server.owner.query('SELECT count(*) AS n FROM kept_run')) as { n: string }[])[0]!.n)
  /** All of them, two at a time. @returns seconds */
  async function workOut(): Promise<number> {
    const began = performance.now()
    const waiting = [...made]
    const work = async () => {
      for (let next = waiting.shift(); next; next = waiting.shift())
        await keepAnswer({ accountId, yardId: next.yardId }, parts)
    }
    await Promise.all([work(), work()])
    return (performance.now() - began) / 1000
  }
  const first = await workOut()
  const kept = await grounds()
  for (const { places } of made)
    await add('/api/soil/readings', {
      placeId: places[0],
      ...lawn.reading,
      takenAt: '2026-03-01T15:00:00Z',
      temperatureC: 7,
    })
  const again = await workOut()
  const perYard = again / yards
  const perGround = Math.max(0, first - again) / Math.max(1, kept)
  const allGrounds = night.stations * night.textures * night.kinds + night.stations
  const minutes = (night.yards * perYard + allGrounds * perGround) / 60
  console.log(`\nMany lawns: ${yards} yards of three places, two at a time`)
  console.log(
    `  from nothing ${first.toFixed(1)} s (${kept} pieces of ground and season kept), after a reading each ${again.toFixed(1)} s`,
  )
  console.log(`  ${perYard.toFixed(2)} s a yard, ${perGround.toFixed(2)} s a piece of ground`)
  console.log(
    `  a night of ${night.yards} yards on ${allGrounds} pieces: ${minutes.toFixed(1)} min (goal ≤ 10)`,
  )
  console.log(`  memory ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`)
  for (const end of ends) await end()
  await server.close()
  weather.close()
}
