import { createHash } from 'node:crypto'
import { In, type DataSource } from 'typeorm'
import {
  joinRuns,
  shareMembers,
  soilMembers,
  splitRuns,
  type KeptRuns,
  type SimulationRequest,
} from '@jardinero/core/soil'
import type { StoredRun } from './entities.ts'
import type { SimulateShare } from './simulateThread.ts'

/** Raised where the same weather and ground come to other figures. */
const edition = 2
/** So many times eight members are run at a time: that is how progress is told, and two threads end together. */
const blocks = 7

const wordOf = (of: unknown) => createHash('sha256').update(JSON.stringify(of)).digest('hex')

/** Under what the seasons of a simulation are kept, and each of its grounds: the same for all yards that have the same. */
function keysOf({ grounds, ...seasons }: SimulationRequest): { seasons: string; grounds: string[] } {
  const base = wordOf([edition, soilMembers, seasons])
  return { seasons: base, grounds: grounds.map((ground) => wordOf([base, ground])) }
}

export interface RunParts {
  database: DataSource
  simulate: SimulateShare
  now: () => string
}

async function simulateAll(
  simulation: SimulationRequest,
  { simulate }: RunParts,
  progress: (done: number) => Promise<void>,
): Promise<KeptRuns> {
  let done = 0
  const shares = shareMembers(0, soilMembers, blocks).map(async ([from, to]) => {
    const made = await simulate({ simulation, from, to, withPast: from === 0 })
    done += to - from
    await progress(done)
    return made
  })
  const made = await Promise.all(shares)
  return splitRuns(made[0]!.pasts, joinRuns(made.map((m) => m.runs)))
}

/** Kept pieces by their keys; those found are marked as used. */
async function findRuns(
  { database, now }: Pick<RunParts, 'database' | 'now'>,
  keys: string[],
): Promise<Map<string, Buffer>> {
  const rows = await database.manager.findBy<StoredRun>('kept_run', { key: In(keys) })
  await database.manager.update('kept_run', { key: In(keys) }, { usedAt: now() })
  return new Map(rows.map((r) => [r.key, r.content]))
}

/** What is kept of a simulation, if all of it is. */
export async function readRuns(
  simulation: SimulationRequest,
  parts: Pick<RunParts, 'database' | 'now'>,
): Promise<KeptRuns | undefined> {
  const keys = keysOf(simulation)
  const kept = await findRuns(parts, [keys.seasons, ...keys.grounds])
  const seasons = kept.get(keys.seasons)
  const grounds = keys.grounds.flatMap((k) => kept.get(k) ?? [])
  return seasons && grounds.length === keys.grounds.length ? { seasons, grounds } : undefined
}

/**
 * The runs of a simulation: those that are kept, and the grounds that are missing worked out and kept. Cost grows with
 * different grounds under different weather, not with yards.
 * @param progress told how many members are done, while some are worked out
 */
export async function keepRuns(
  simulation: SimulationRequest,
  parts: RunParts,
  progress: (done: number) => Promise<void>,
): Promise<KeptRuns> {
  const keys = keysOf(simulation)
  const kept = await findRuns(parts, [keys.seasons, ...keys.grounds])
  const hasSeasons = kept.has(keys.seasons)
  const missing = simulation.grounds.filter((_, i) => !hasSeasons || !kept.has(keys.grounds[i]!))
  if (missing.length) {
    const made = await simulateAll({ ...simulation, grounds: missing }, parts, progress)
    const usedAt = parts.now()
    const named = keysOf({ ...simulation, grounds: missing }).grounds
    const rows = [
      ...(hasSeasons ? [] : [{ key: keys.seasons, content: Buffer.from(made.seasons) }]),
      ...made.grounds.map((content, i) => ({ key: named[i]!, content: Buffer.from(content) })),
    ]
    for (const row of rows) {
      kept.set(row.key, row.content)
      await parts.database.manager.upsert('kept_run', { ...row, usedAt }, ['key'])
    }
  }
  return { seasons: kept.get(keys.seasons)!, grounds: keys.grounds.map((k) => kept.get(k)!) }
}
