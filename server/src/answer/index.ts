export { answerEntity, answerProgressEntity, runEntity } from './entities.ts'
export { keepDemo, keepInTime } from './round.ts'
export { createAnswerThreads, keepAnswer, type AnswerJob, type AnswerThreads } from './keep.ts'
export { answerRoutes } from './routes.ts'
