export {
  calibrationEntity,
  mixEntity,
  sprayerEntity,
  spreadEntity,
  tankEntity,
  toolEntity,
} from './entities.ts'
export { makeMix } from './mixing.ts'
export { benchCollections, benchRoutes } from './routes.ts'
export { mixSheet } from './sheet.ts'
export { makeSpread } from './spreads.ts'
