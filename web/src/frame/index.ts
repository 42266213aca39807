export { ribbonScale } from './ribbonScale.ts'
export { useGerminationHills } from './useGerminationHills.ts'
