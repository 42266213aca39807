import type { PlaceId, ZoneId } from '@jardinero/core/quantity'
import type { Place, Yard, Zone } from '@jardinero/contract/yard'
import type { AccountScope } from '../platform/scope.ts'

/** The yard a lawn belongs to. @throws ProblemError notFound */
export async function yardOfZone(scope: AccountScope, zoneId: ZoneId): Promise<Yard> {
  const zone = await scope.get<Zone>('zone', zoneId)
  return scope.get<Yard>('yard', zone.yardId)
}

/** The yard a place belongs to. @throws ProblemError notFound */
export async function yardOfPlace(scope: AccountScope, placeId: PlaceId): Promise<Yard> {
  return yardOfZone(scope, (await scope.get<Place>('place', placeId)).zoneId)
}
