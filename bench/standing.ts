import { randomUUID } from 'node:crypto'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Caller, prepareDatabase, Server } from '../e2e/servers.ts'
import { buildWhenStale } from '../scripts/build.mjs'
import { startPostgres } from '../scripts/postgres.mjs'
import { lawn } from '../server/test/lawn.ts'

/** The built application on a lasting cluster of its own, with one person in it and a mix to write passes down from. */
export async function standing() {
  buildWhenStale()
  const folder = mkdtempSync(join(tmpdir(), 'jardinero-bench-'))
  chmodSync(folder, 0o711)
  const postgres = await startPostgres(folder)
  prepareDatabase(postgres)
  const server = await Server.start(postgres.url)
  const caller = new Caller()
  await caller.signUp(server)
  const add = async (url: string, body: object): Promise<string> => {
    const id = randomUUID()
    const answer = await caller.send(server, 'POST', url, { id, ...body })
    if (answer.statusCode !== 201) throw new Error(answer.body)
    return id
  }
  const yardId = await add('/api/yard/yards', lawn.yard)
  const zoneId = await add('/api/yard/zones', { yardId, ...lawn.zone })
  await add('/api/yard/sections', { zoneId, ...lawn.section })
  const placeId = await add('/api/yard/places', {
    zoneId,
    name: 'Middle',
    kind: 'middle',
    sectionId: null,
    side: null,
  })
  const sprayerId = await add('/api/bench/sprayers', lawn.sprayer)
  const mixId = await add('/api/bench/mixes', {
    zoneId,
    labelId: await add('/api/shelf/labels', { rules: lawn.label }),
    calibrationId: await add('/api/bench/calibrations', {
      sprayerId,
      day: '2026-02-20',
      runs: lawn.runs,
      note: '',
    }),
    day: '2026-02-28',
    rate: { value: 0.4, unit: 'oz/1000ft2' },
    loadPlan: 'fullThenRemainder',
    tool: 'scaleHundredthOz',
  })
  const postmaster = () =>
    Number(readFileSync(join(folder, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0])
  const end = async () => {
    await postgres.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  return { postgres, server, caller, placeId, mixId, postmaster, end }
}
