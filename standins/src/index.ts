export { createWeatherServer } from './weatherServer.ts'
export { forecastFrom, weatherYears, type StationDay } from './weatherYears.ts'
