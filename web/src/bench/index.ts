export { useBench } from './useBench.ts'
