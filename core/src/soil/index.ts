export { computePlaceSoil, type PlaceSoil } from './placeSoil.ts'
export {
  believableDepthCm,
  believableSoilC,
  checkReading,
  findOddReadings,
  timingDepthCm,
  type ProbedPlace,
  type ProbeReading,
} from './reading.ts'
export {
  inMarkerUnit,
  parseParameters,
  timingSchoolIds,
  timingSchools,
  type PassRule,
  type TimingParameter,
  type TimingSchool,
  type TimingSchoolId,
  type TimingVerdict,
  type TimingWindow,
} from './schools/index.ts'
export { calendarDays, isCooling, seasonOf, type SoilSeason } from './season.ts'
export { signKinds, type SignKind } from './signs.ts'
export { computeTiming, type Timing, type TimingRequest } from './timing.ts'
export { checkWeather, undated, type DatedWeather } from './weather/weather.ts'
export {
  computeSoilForecast,
  type ForecastPlace,
  type PlaceForecast,
  type SoilForecast,
  type SoilForecastRequest,
} from './forecast.ts'
export {
  checkGround,
  groundOf,
  groundParameters,
  type GroundChoices,
  type GroundNumber,
  type GroundParameter,
} from './ground.ts'
export { textures, wetnessOf, type Texture } from './heat/material.ts'
export type { Trend } from './heat/crossing.ts'
export {
  arraysOf,
  createSimulation,
  shareMembers,
  joinRuns,
  pastDays,
  sharedGrounds,
  type GroundPast,
  type MemberRuns,
  type SimulationRequest,
} from './simulate/simulate.ts'
export { checkParameters, computeSoilAnswer, computeSoilOutlook } from './outlook/answer.ts'
export type {
  PlaceCrossing,
  PlaceOutlook,
  SchoolWindows,
  SoilAnswer,
  SoilAnswerRequest,
  SoilOutlook,
} from './outlook/answerShapes.ts'
export type { SunReading } from './outlook/readings.ts'
export type { SeenSign } from './outlook/source.ts'
export type { DaySpread, PassWindow } from './windows.ts'
export {
  computeEmergence,
  type Emergence,
  type GerminationCurve,
  type Weed,
} from './germination/germination.ts'
export type { PlacePaths } from './outlook/paths.ts'
export type { Flush } from './germination/emergence.ts'
export type { NextReading } from './outlook/nextReading.ts'
export {
  guessColumns,
  mostStationLines,
  parseStation,
  stationColumns,
  stationUnits,
  type StationColumn,
  type StationDay,
  type StationDays,
  type StationMapping,
} from './weather/station.ts'
export { guessUnits, isTypicalYear } from './weather/stationUnits.ts'
export { parseEpw, type TypicalDay, type TypicalYear } from './weather/epw.ts'
export {
  applyWater,
  computeSprinkler,
  sprinklerMinutes,
  waterKinds,
  type CatchCups,
  type SprinklerOutput,
  type WaterEntry,
  type WaterKind,
} from './weather/water.ts'
export { joinWeather, type WeatherOrigin, type YardDay } from './weather/ownStation.ts'
export { computeSettling, parseProbeLine, type ProbeSample, type Settling } from './probe.ts'
export { buildSoilQuestion, soilMembers, type SoilFacts, type SoilQuestion } from './question.ts'
export { foundPlants, mostWatched, watchedCodes, watchedWeeds, type WatchedFacts } from './watched.ts'
export { joinKept, joinPieces, splitPieces, splitRuns, type KeptRuns } from './simulate/kept.ts'
