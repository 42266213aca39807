export {
  readingEntity,
  signEntity,
  sprinklerEntity,
  stationDayEntity,
  typicalYearEntity,
  waterEntity,
  weatherEntity,
} from './entities.ts'
export { soilCollections, soilRoutes } from './routes.ts'
export { createStations, type AskStation } from './stations.ts'
export { readWeather } from './weather.ts'
export { takeStation, takeTypicalYear } from './station.ts'
