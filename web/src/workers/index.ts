export { type SimulateOrder, makeRuns } from './makeRuns.ts'
export { type SearchOrder, type SearchSeasonWorker } from './searchSeason.ts'
export { type SimulateSoil } from './simulateSoil.ts'
export { type SoilAnswers } from './soilAnswers.ts'
