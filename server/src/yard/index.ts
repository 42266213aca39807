export { placeEntity, sectionEntity, yardEntity, zoneEntity } from './entities.ts'
export { takeLawns } from './lawnsFile.ts'
export { yardCollections, yardRoutes } from './routes.ts'
export { yardOfPlace, yardOfZone } from './whose.ts'
