export { outingEntity, pushEntity } from './entities.ts'
export { remindDevices, type SendPush, webPushSender } from './push.ts'
export { pushRoutes } from './pushRoutes.ts'
export { outingRoutes } from './routes.ts'
