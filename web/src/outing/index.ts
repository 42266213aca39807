export { useArrivals } from './useArrivals.ts'
export { useTellWindow } from './useTellWindow.ts'
