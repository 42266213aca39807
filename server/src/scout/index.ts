export { drillCardEntity, findEntity, photoEntity } from './entities.ts'
export { loadYardParts, type PointCollection, takeFindsCsv, takeFindsGeoJson } from './findsFile.ts'
export { scoutCollections, scoutRoutes } from './routes.ts'
