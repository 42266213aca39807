export { useBench } from './useBench.ts'
export { useTools } from './useTools.ts'
