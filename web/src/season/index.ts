export { useNext } from './useNext.ts'
export { usePlans } from './usePlans.ts'
export { useSeasonJudging } from './useSeasonJudging.ts'
export { useShown } from './useShown.ts'
