export { useArrivals } from './useArrivals.ts'
export { useOutingAnswer } from './useOutingAnswer.ts'
export { useOutingPass } from './useOutingPass.ts'
export { useWindows } from './useWindows.ts'
