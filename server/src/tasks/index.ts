export { ledgerReleaseEntity, setAsideEntity, type StoredTask, taskEntity } from './entities.ts'
export { takeFiles } from './takeFiles.ts'
export { registerTasks } from './tasks.ts'
