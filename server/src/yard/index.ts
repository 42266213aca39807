export { placeEntity, sectionEntity, yardEntity, zoneEntity } from './entities.ts'
export { takeLawns, takeQuickLawn } from './lawnsFile.ts'
export { yardCollections, yardRoutes } from './routes.ts'
export { yardOfPlace, yardOfZone } from './whose.ts'
