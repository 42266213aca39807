export { useWaterDays } from './useAfter.ts'
export { useLessons } from './useLessons.ts'
export { useYearLimits } from './useYearLimits.ts'
