export { stateRoutes } from './routes.ts'
