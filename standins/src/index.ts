export { createProbe } from './probe.ts'
export { createWeatherServer } from './weatherServer.ts'
export { forecastFrom, forecastHours, weatherYears, type StationDay } from './weatherYears.ts'
