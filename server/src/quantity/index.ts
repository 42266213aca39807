export { quantityRoutes } from './routes.ts'
