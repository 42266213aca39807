import { describe, expectTypeOf, it } from 'vitest'
import type { YardId, ZoneId } from '@jardinero/core/quantity'
import type { ApplicationRecord } from './src/ledger.ts'
import type { Yard, Zone } from './src/yard.ts'

describe('ids', () => {
  it('of a lawn and of a yard are different types, where they come from and where they go (the compiler asserts it)', () => {
    expectTypeOf<ZoneId>().not.toExtend<YardId>()
    expectTypeOf<Zone['id']>().not.toExtend<Yard['id']>()
    expectTypeOf<Zone['yardId']>().toExtend<Yard['id']>()
    expectTypeOf<ApplicationRecord['zoneId']>().toExtend<Zone['id']>()
    expectTypeOf<ApplicationRecord['id']>().not.toExtend<ApplicationRecord['mixId']>()
  })
})
