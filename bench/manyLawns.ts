import { randomUUID } from 'node:crypto'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { pathToFileURL } from 'node:url'
import { almanac } from '@jardinero/almanac'
import { seededRandom, type YardId } from '@jardinero/core/quantity'
import { textures } from '@jardinero/core/soil'
import { createAnswerThreads, keepAnswer } from '../server/src/answer/index.ts'
import { createStations } from '../server/src/soil/index.ts'
import { distFolder } from '../scripts/build.mjs'
import { startTestServer, testNow, Visitor } from '../server/test/harness.ts'
import { lawn } from '../server/test/lawn.ts'
import { createWeatherServer } from '../standins/src/index.ts'

const kinds = ['middle', 'edge', 'shade', 'wet', 'thin', 'thatch'] as const
/** What a night is for: so many yards, on so many stations, textures and kinds of place; so many of a hundred have been probed. */
const night = { yards: 5000, stations: 6, textures: 4, kinds: 6, probedOfHundred: 10 }
const threads = 2

/**
 * A night’s answers for many lawns, with two at once as on two cores: what it costs to run a piece of ground, to draw a lawn
 * that has readings of its own, and to judge a lawn whose soil is that of another; what that comes to for 5,000.
 * @param yards how many are worked out: half of them probed, half alike
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
  const random = seededRandom(5)
  /** A yard of three places; of its own size, as every lawn is. */
  async function addYard(i: number, probed: boolean): Promise<string> {
    const { code, latitude, longitude } = almanac.climates[i % night.stations]!
    const yardId = await add('/api/yard/yards', {
      ...lawn.yard,
      name: `Yard ${i}`,
      climate: code,
      latitude,
      longitude,
    })
    const zoneId = await add('/api/yard/zones', { yardId, ...lawn.zone })
    const lengthsFt = [60 + Math.round(random() * 100), 50]
    await add('/api/yard/sections', { zoneId, ...lawn.section, lengthsFt })
    const texture = textures[Math.floor(i / night.stations) % night.textures]
    for (let k = 0; k < 3; k++) {
      const kind = kinds[(i + k) % kinds.length]!
      const place = { zoneId, name: `Place ${k}`, kind, sectionId: null, side: null, ground: { texture } }
      const placeId = await add('/api/yard/places', place)
      if (probed)
        await add('/api/soil/readings', { placeId, ...lawn.reading, temperatureC: 5 + k + random() * 3 })
    }
    return yardId
  }
  const half = Math.ceil(yards / 2)
  const probed: string[] = []
  const alike: string[] = []
  for (let i = 0; i < half; i++) {
    probed.push(await addYard(i, true))
    alike.push(await addYard(0, false))
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
  /** Each of them, two at a time, whatever is kept of it. @returns seconds */
  async function workOut(ids: string[]): Promise<number> {
    await server.owner.query(`UPDATE kept_answer SET rests_on = ''`)
    const began = performance.now()
    const waiting = [...ids]
    const work = async () => {
      for (let next = waiting.shift(); next; next = waiting.shift())
        await keepAnswer({ accountId, yardId: next as YardId }, parts)
    }
    await Promise.all(Array.from({ length: threads }, work))
    return (performance.now() - began) / 1000
  }
  const first = await workOut([...probed, ...alike])
  const kept = await grounds()
  const perProbed = (await workOut(probed)) / half
  await workOut(alike)
  const perAlike = (await workOut(alike)) / half
  const perGround = Math.max(0, first - half * (perProbed + perAlike)) / Math.max(1, kept)
  const pieces = night.stations * night.textures * night.kinds + night.stations
  const different = night.stations * night.textures * night.kinds
  const minutesWith = (probedOfHundred: number) => {
    const own = (night.yards * probedOfHundred) / 100
    // Each thread draws a kind of lawn once.
    const drawn = Math.min(own + different * threads, night.yards)
    return ((pieces * perGround + drawn * perProbed + (night.yards - drawn) * perAlike) / 60).toFixed(1)
  }
  console.log(`\nMany lawns: ${2 * half} yards of three places, two at a time`)
  console.log(`  from nothing ${first.toFixed(1)} s (${kept} pieces of ground and season kept)`)
  console.log(
    `  ${perGround.toFixed(2)} s a piece of ground, ${perProbed.toFixed(2)} s a lawn with readings of its own, ${perAlike.toFixed(3)} s one whose soil is another’s`,
  )
  console.log(
    `  a night of ${night.yards} yards on ${pieces} pieces: ${minutesWith(night.probedOfHundred)} min with ${night.probedOfHundred} of 100 probed (goal ≤ 10), ${minutesWith(0)} with none, ${minutesWith(100)} with all`,
  )
  console.log(`  memory ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`)
  for (const end of ends) await end()
  await server.close()
  weather.close()
}
