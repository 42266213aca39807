export { answerEntity, answerProgressEntity, runEntity } from './entities.ts'
export { keepDemo, keepInTime } from './round.ts'
export {
  answersAtOnce,
  createAnswerThreads,
  keepAnswer,
  keepAnswerInTurn,
  type AnswerJob,
  type AnswerThreads,
} from './keep.ts'
export { daysOnPaper, eventsOfDay, planCalendar } from './calendar.ts'
export { calendarRoutes } from './calendarRoutes.ts'
export { answerChangeRoutes } from './changes.ts'
export { createAskMissing } from './missing.ts'
export { answerRoutes } from './routes.ts'
