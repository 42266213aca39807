import { almanac, sprouts } from '@jardinero/almanac'
import { chooseRequest } from '@jardinero/contract/choose'
import * as wire from '@jardinero/contract/shelf'
import type { MassUnit, VolumeUnit, LabelId } from '@jardinero/core/quantity'
import { checkPackage, findContradictions } from '@jardinero/core/shelf'
import type { Reader, Words } from '@jardinero/words'
import type { App } from '../platform/app.ts'
import { accountToday } from '../platform/today.ts'
import { ordinaryBytes } from '../platform/bodies.ts'
import type { Clock } from '../platform/clock.ts'
import { large } from '../platform/large.ts'
import { collectionOf, type Collection } from '../platform/collection.ts'
import type { AccountScope } from '../platform/scope.ts'
import { chooseFor, judgeTurfs } from './choose.ts'
import { labelFileRoutes } from './files.ts'
import { labelsFileRoutes, refusalsOf } from './labelsFile.ts'
import { sheetRoutes } from './sheet.ts'
import { keepVersion, versionRoutes } from './versions.ts'

export const shelfCollections = (clock: Clock): Collection[] => [
  collectionOf({
    room: 'shelf',
    path: 'labels',
    entity: 'label',
    shapes: wire.label,
    discards: ['stock_package', 'label_version', 'label_file'].map((of) => ({ entity: of, by: 'labelId' })),
    check: (row) => refusalsOf(row.rules),
    replaced: keepVersion(clock),
  }),
  collectionOf({
    room: 'shelf',
    path: 'stock',
    entity: 'stock_package',
    shapes: wire.stockRow,
    check: async (row, scope) => {
      const [label] = await scope.find<wire.Label>('label', { id: row.labelId })
      if (!label) return [{ code: 'labelMissing', field: 'labelId', params: {} }]
      return checkPackage(row, label.rules)
    },
  }),
]

interface TakenRow {
  labelId: LabelId
  day: string
  value: number
  unit: MassUnit | VolumeUnit
}
/** What mixes have measured out, by label and day; of a tank not mixed to the end, the loads that were. Added up by the database. */
async function readTaken(scope: AccountScope): Promise<wire.TakenByLabel> {
  const rows = await scope.rows<TakenRow>(
    `SELECT label_id AS "labelId", to_char(day, 'YYYY-MM-DD') AS day,
       sum((result->'measured'->>'value')::float8
         * COALESCE((SELECT max(o.taken_share) FROM outing o WHERE o.tank_id = mix.tank_id), 1)::float8) AS value,
       result->'measured'->>'unit' AS unit
     FROM mix GROUP BY 1, 2, 4 ORDER BY 2`,
  )
  const taken: wire.TakenByLabel = {}
  for (const { labelId, day, value, unit } of rows)
    (taken[labelId] ??= []).push({ day, amount: { value, unit } })
  return taken
}

export interface ShelfParts {
  clock: Clock
  wordsFor: (reader: Reader) => Words
}

export function shelfRoutes(app: App, { clock, wordsFor }: ShelfParts): void {
  const tags = ['shelf']
  app.get(
    '/api/shelf/almanac',
    { ...large, schema: { tags, summary: 'Actives and sample labels' }, config: { open: true } },
    (): wire.ShelfAlmanac => ({
      actives: almanac.actives,
      sampleLabels: almanac.sampleLabels,
      sprouts,
    }),
  )
  app.get(
    '/api/shelf/taken',
    { schema: { tags, summary: 'Product measured out by mixes, by label' } },
    (request) => app.scoped(request, readTaken),
  )
  app.post(
    '/api/shelf/check',
    {
      schema: { tags, summary: 'Contradictions inside one label', body: wire.checkRequest },
      config: { open: true },
    },
    (request) => {
      const { rules, lawnSqFt } = request.body
      return {
        findings: findContradictions(rules, almanac.actives, lawnSqFt ? { lawnSqFt } : {}),
        turf: judgeTurfs(rules),
      }
    },
  )
  app.post(
    '/api/shelf/choose',
    {
      schema: {
        tags,
        summary: 'The smallest safe set that controls what is there',
        body: chooseRequest,
      },
      bodyLimit: 8 * ordinaryBytes,
      config: { open: true },
    },
    (request) => chooseFor(request.body),
  )
  versionRoutes(app)
  labelFileRoutes(app)
  labelsFileRoutes(app)
  sheetRoutes(app, { wordsFor, today: (scope) => accountToday(scope, 'UTC', clock) })
}
