export { computePlaceSoil, type PlaceSoil } from './placeSoil.ts'
export {
  believableDepthCm,
  believableSoilC,
  checkReading,
  timingDepthCm,
  type ProbedPlace,
  type ProbeReading,
} from './reading.ts'
export {
  timingSchoolIds,
  timingSchools,
  type SoilState,
  type TimingParameter,
  type TimingSchool,
  type TimingSchoolId,
  type TimingVerdict,
  type TimingWindow,
} from './schools/index.ts'
export { springSeasonOf } from './season.ts'
export { computeTiming, type Timing, type TimingRequest } from './timing.ts'
export {
  checkWeather,
  computeSoilForecast,
  type DatedWeather,
  type ForecastPlace,
  type PlaceForecast,
  type SoilForecastRequest,
} from './forecast.ts'
export { textures, type Texture } from './heat/material.ts'
