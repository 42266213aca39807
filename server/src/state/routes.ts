import { IsNull } from 'typeorm'
import type { Calibration, Sprayer, ToolRow } from '@jardinero/contract/bench'
import type { Label, LabelFile, StockRow } from '@jardinero/contract/shelf'
import * as wire from '@jardinero/contract/state'
import type { Account } from '../platform/accountEntities.ts'
import type { App } from '../platform/app.ts'
import type { Clock } from '../platform/clock.ts'
import { large } from '../platform/large.ts'
import { rowsWhere } from '../platform/collection.ts'
import type { AccountScope } from '../platform/scope.ts'
import { readYardNames, readYardState, readYardYear } from './yardState.ts'

async function readOpening(scope: AccountScope): Promise<wire.Opening> {
  const { id, name, demoDay } = await scope.account<Account>()
  const { yards } = await readYardNames(scope, {})
  return {
    account: { id, name, demoDay },
    yardCount: await scope.count('yard', { archivedAt: IsNull() }),
    yards,
  }
}

const readEquipment = async (scope: AccountScope): Promise<wire.Equipment> => ({
  sprayers: await rowsWhere<Sprayer>(scope, 'sprayer'),
  calibrations: await rowsWhere<Calibration>(scope, 'calibration'),
  tools: await rowsWhere<ToolRow>(scope, 'measuring_tool'),
})

const readShelf = async (scope: AccountScope): Promise<wire.ShelfState> => ({
  labels: await rowsWhere<Label>(scope, 'label'),
  stock: await rowsWhere<StockRow>(scope, 'stock_package'),
  labelFiles: await rowsWhere<LabelFile>(scope, 'label_file'),
})

/** What a browser holds: the account's outline, and a yard by its years. Nothing here grows with the account. */
export function stateRoutes(app: App, clock: Clock): void {
  const tags = ['state']
  app.get(
    '/api/account/opening',
    { ...large, schema: { tags, summary: 'What the application opens with, however large the account is' } },
    (request) => app.scoped(request, readOpening),
  )
  app.get(
    '/api/bench/equipment',
    { ...large, schema: { tags, summary: 'Sprayers, calibrations and measuring tools' } },
    (request) => app.scoped(request, readEquipment),
  )
  app.get(
    '/api/shelf/state',
    { ...large, schema: { tags, summary: 'Labels, packages and files of labels' } },
    (request) => app.scoped(request, readShelf),
  )
  app.get(
    '/api/yard/names',
    {
      schema: { tags, summary: 'A page of yards by name, searched', querystring: wire.namesRequest },
    },
    (request) => app.scoped(request, (scope) => readYardNames(scope, request.query)),
  )
  app.get(
    '/api/yard/yards/:id/state',
    {
      ...large,
      schema: { tags, summary: 'A yard and what belongs to no year of it', params: wire.yardParams },
    },
    (request) => app.scoped(request, (scope) => readYardState(scope, request.params.id, clock)),
  )
  app.get(
    '/api/yard/yards/:id/years/:year',
    { ...large, schema: { tags, summary: 'What happened in a year of a yard', params: wire.yardYearParams } },
    (request) => {
      const { id, year } = request.params
      return app.scoped(request, (scope) => readYardYear(scope, id, year))
    },
  )
}
