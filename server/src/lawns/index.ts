export { fillAreas } from './areas.ts'
export { clientEntity, lawnViewEntity } from './entities.ts'
export { lawnCollections, lawnRoutes } from './routes.ts'
