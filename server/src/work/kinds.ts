import type { YardId } from '@jardinero/core/quantity'
import type Joi from 'joi'
import type { AccountFile } from '@jardinero/contract/account'
import { seasonRequest } from '@jardinero/contract/ledger'
import { findsCsv, findsGeoJson } from '@jardinero/contract/scout'
import { labelsFile, type LabelsFile } from '@jardinero/contract/shelf'
import type { TaskKind } from '@jardinero/contract/task'
import { stationFile, typicalYearFile } from '@jardinero/contract/weather'
import { lawnsOrder, type LawnsOrder, type Yard } from '@jardinero/contract/yard'
import type { Words } from '@jardinero/words'
import { importAccount, readAccountFile } from '../account/index.ts'
import { accountToday } from '../platform/today.ts'
import type { Clock } from '../platform/clock.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import { validate } from '../platform/validation.ts'
import { daysOnPaper } from '../answer/index.ts'
import { makeSeasonReport } from '../ledger/index.ts'
import { loadYardParts, type PointCollection, takeFindsCsv, takeFindsGeoJson } from '../scout/index.ts'
import { fillAreas } from '../lawns/index.ts'
import { importLabels } from '../shelf/index.ts'
import { takeLawns } from '../yard/index.ts'
import { takeStation, takeTypicalYear, type AskStation } from '../soil/index.ts'

interface TaskParts {
  clock: Clock
  words: Words
  stations: AskStation
  progress: (done: number, total: number) => Promise<void>
}
/** A file that was made, beside what is said of it. */
export interface Made {
  product: Buffer
  name: string
  type: string
}
type Work = (scope: AccountScope, sent: unknown, parts: TaskParts) => Promise<object | Made>

/** @throws ProblemError invalidInput */
function read<T>(schema: Joi.Schema, sent: unknown): T {
  const outcome = validate(schema, sent)
  if ('faults' in outcome) throw new ProblemError('invalidInput', outcome.faults)
  return outcome.value as T
}

async function yardToday(scope: AccountScope, yardId: YardId, clock: Clock) {
  const parts = await loadYardParts(scope, yardId)
  return { parts, today: await accountToday(scope, parts.yard.timeZone, clock) }
}

/** What is done with each kind of file. All of it inside one transaction. */
export const taskWork: Record<TaskKind, Work> = {
  accountFile: async (scope, sent, parts) => {
    const file: AccountFile = await readAccountFile(sent, () => parts.progress(0, 0))
    return importAccount(scope, file, parts)
  },
  findsCsv: async (scope, sent, { clock, progress }) => {
    const { yardId, csv } = read<{ yardId: YardId; csv: string }>(findsCsv, sent)
    const { parts, today } = await yardToday(scope, yardId, clock)
    return { added: await takeFindsCsv(scope, csv, parts, today, progress) }
  },
  findsGeoJson: async (scope, sent, { clock, progress }) => {
    const { yardId, collection } = read<{ yardId: YardId; collection: PointCollection }>(findsGeoJson, sent)
    const { parts, today } = await yardToday(scope, yardId, clock)
    return { added: await takeFindsGeoJson(scope, collection, parts, today, progress) }
  },
  station: async (scope, sent, { clock, stations }) => {
    const order = read<Parameters<typeof takeStation>[2]>(stationFile, sent)
    const { timeZone } = await scope.get<Yard>('yard', order.yardId)
    return takeStation(scope, stations, { ...order, today: await accountToday(scope, timeZone, clock) })
  },
  typicalYear: (scope, sent) => takeTypicalYear(scope, read(typicalYearFile, sent)),
  seasonReport: (scope, sent, parts) =>
    makeSeasonReport(scope, read(seasonRequest, sent), { ...parts, daysAhead: daysOnPaper }),
  lawns: async (scope, sent, { words, progress }) => {
    const taken = await takeLawns(scope, read<LawnsOrder>(lawnsOrder, sent), words, progress)
    await fillAreas(scope)
    return taken
  },
  labels: (scope, sent) => importLabels(scope, read<LabelsFile>(labelsFile, sent)),
}
