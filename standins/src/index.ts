export { createProbe } from './probe.ts'
export { createScale } from './scale.ts'
export { createWeatherServer } from './weatherServer.ts'
export { forecastFrom, forecastHours, historyFrom, weatherYears, type StationDay } from './weatherYears.ts'
