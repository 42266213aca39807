export { feedEntity, planEntity, type StoredFeed } from './entities.ts'
export { seasonRoutes } from './routes.ts'
export { gatherContext, takePlan, plansInForce } from './plans.ts'
