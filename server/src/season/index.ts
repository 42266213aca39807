export { feedEntity, planEntity, type StoredFeed } from './entities.ts'
export { seasonRoutes } from './routes.ts'
export { gatherContext, plansInForce } from './plans.ts'
