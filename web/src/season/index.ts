export { useNext } from './useNext.ts'
export { usePlanContext } from './usePlanContext.ts'
export { useSeasonJudging } from './useSeasonJudging.ts'
export { useShown } from './useShown.ts'
