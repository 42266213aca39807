export { eventsOfDay, planCalendar } from './calendar.ts'
export { feedEntity, planEntity } from './entities.ts'
export { seasonRoutes } from './routes.ts'
export { gatherContext, plansInForce } from './plans.ts'
