import { createHash } from 'node:crypto'
import { LruObject } from 'toad-cache'
import { In, LessThan, type DataSource } from 'typeorm'
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
const edition = 3
/** So many times eight members are run at a time: that is how progress is told, and two threads end together. */
const blocks = 7

const wordOf = (of: unknown) => createHash('sha256').update(JSON.stringify(of)).digest('hex')

/** So many pieces stay in memory, of some 0.8 MB; for less long than the database keeps those that nobody uses. */
const inMemory = { most: 80, forMs: 24 * 3_600_000 }
/** That a piece is used is noted once in so long. */
const notedEveryMs = 3_600_000

/** Pieces this process has read or made, in memory that threads share: of many yards on the same ground each reads them once. */
const memories = new WeakMap<DataSource, LruObject<Uint8Array>>()
function memoryOf(database: DataSource): LruObject<Uint8Array> {
  const memory = memories.get(database) ?? new LruObject<Uint8Array>(inMemory.most, inMemory.forMs)
  memories.set(database, memory)
  return memory
}
function shared(content: Uint8Array): Uint8Array {
  const copy = new Uint8Array(new SharedArrayBuffer(content.length))
  copy.set(content)
  return copy
}

/** Under what the seasons of a simulation are kept, and each of its grounds: the same for all yards that have the same. */
export function keysOf({ grounds, ...seasons }: SimulationRequest): { seasons: string; grounds: string[] } {
  const base = wordOf([edition, soilMembers, seasons])
  return { seasons: base, grounds: grounds.map((ground) => wordOf([base, ground])) }
}

export type RunKeys = ReturnType<typeof keysOf>

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
): Promise<Map<string, Uint8Array>> {
  const memory = memoryOf(database)
  const known = new Map(
    keys.flatMap((key) => {
      const content = memory.get(key)
      return content ? [[key, content] as const] : []
    }),
  )
  const missing = keys.filter((key) => !known.has(key))
  if (missing.length)
    for (const { key, content } of await database.manager.findBy<StoredRun>('kept_run', {
      key: In(missing),
    })) {
      known.set(key, shared(content))
      memory.set(key, known.get(key)!)
    }
  const usedAt = now()
  const noted = new Date(Date.parse(usedAt) - notedEveryMs).toISOString()
  await database.manager.update('kept_run', { key: In(keys), usedAt: LessThan(noted) }, { usedAt })
  return known
}

/** What is kept of a simulation, if all of it is. */
export async function readRuns(
  keys: RunKeys,
  parts: Pick<RunParts, 'database' | 'now'>,
): Promise<KeptRuns | undefined> {
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
  { simulation, keys }: { simulation: SimulationRequest; keys: RunKeys },
  parts: RunParts,
  progress: (done: number) => Promise<void>,
): Promise<KeptRuns> {
  const kept = await findRuns(parts, [keys.seasons, ...keys.grounds])
  const hasSeasons = kept.has(keys.seasons)
  const missing = simulation.grounds.filter((_, i) => !hasSeasons || !kept.has(keys.grounds[i]!))
  if (missing.length) {
    const made = await simulateAll({ ...simulation, grounds: missing }, parts, progress)
    const usedAt = parts.now()
    const named = keysOf({ ...simulation, grounds: missing }).grounds
    const rows = [
      ...(hasSeasons ? [] : [{ key: keys.seasons, content: made.seasons }]),
      ...made.grounds.map((content, i) => ({ key: named[i]!, content })),
    ]
    for (const { key, content } of rows) {
      kept.set(key, shared(content))
      await parts.database.manager.upsert('kept_run', { key, content: Buffer.from(content), usedAt }, ['key'])
      memoryOf(parts.database).set(key, kept.get(key)!)
    }
  }
  return { seasons: kept.get(keys.seasons)!, grounds: keys.grounds.map((k) => kept.get(k)!) }
}
