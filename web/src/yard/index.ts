export { boundsOf, pathOf, placeSections } from './placed.ts'
export { useTurfNames } from './useTurfNames.ts'
