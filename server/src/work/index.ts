export { describeTasks, tryAgain } from './operate.ts'
export { startWorker } from './worker.ts'
