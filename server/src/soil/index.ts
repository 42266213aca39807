export {
  readingEntity,
  signEntity,
  sprinklerEntity,
  stationDayEntity,
  typicalYearEntity,
  waterEntity,
} from './entities.ts'
export { soilCollections, soilRoutes } from './routes.ts'
export { takeStation, takeTypicalYear } from './station.ts'
