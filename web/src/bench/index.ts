export { handOver } from './tankToMix.ts'
export { useBench } from './useBench.ts'
