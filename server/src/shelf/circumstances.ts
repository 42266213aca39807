import { Between, In } from 'typeorm'
import { sprouts } from '@jardinero/almanac'
import type { Find } from '@jardinero/contract/scout'
import type { Yard, Zone } from '@jardinero/contract/yard'
import { addDays, type Day, type YardId, type ZoneId } from '@jardinero/core/quantity'
import {
  groundFacts,
  seenDays,
  situationOf,
  type Circumstances,
  type GroundFacts,
  type OutlookDay,
} from '@jardinero/core/shelf'
import { hemisphereOf } from '@jardinero/core/yard'
import type { AccountScope } from '../platform/scope.ts'

/** What an application on a lawn is judged in, beside the almanac. */
export interface Around {
  around: Omit<Circumstances, 'actives' | 'override'>
  facts: GroundFacts
}

/**
 * What stands around applications on some lawns of the account, looked up once a yard: the owner's situation and wishes, and the
 * grass that is not to be touched.
 * @param touched lawns the application goes over @param outlook the days ahead, where they are known
 */
export function createAround(
  scope: AccountScope,
  { day, touched, outlook }: { day: Day; touched: ZoneId[]; outlook?: OutlookDay[] | undefined },
): (zone: Zone) => Promise<Around> {
  const yards = new Map<YardId, Promise<{ yard: Yard; zones: Zone[]; finds: Find[] }>>()
  const look = async (yardId: YardId) => ({
    yard: await scope.get<Yard>('yard', yardId),
    zones: await scope.find<Zone>('zone', { yardId }),
    finds: await scope.find<Find>('plant_find', {
      zoneId: In(touched),
      foundOn: Between(addDays(day, -seenDays), day),
    }),
  })
  return async (zone) => {
    const found = yards.get(zone.yardId) ?? look(zone.yardId)
    yards.set(zone.yardId, found)
    const { yard, zones, finds } = await found
    return {
      facts: groundFacts(zone, { seeding: [], ...yard.seasonWishes, finds }, day),
      around: {
        situation: situationOf(yard),
        neighbours: zones
          .filter((z) => !touched.includes(z.id))
          .map(({ name, turf, state }) => ({ name, turf, state })),
        hemisphere: hemisphereOf(yard.latitude),
        sprouts,
        ...(outlook && { outlook }),
      },
    }
  }
}
