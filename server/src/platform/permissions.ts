import type { FastifyInstance, RouteOptions } from 'fastify'
import { rooms, type Permission, type Room } from '@jardinero/contract/roles'

const isRoom = (name: string | undefined): name is Room => rooms.includes(name as Room)

/** The permission of a route: the one it declares, else by its room and whether it changes anything. Open routes have none. */
export function permissionOf({
  method,
  url,
  config,
}: Pick<RouteOptions, 'method' | 'url' | 'config'>): Permission | undefined {
  if (config?.open || !url.startsWith('/api/') || url.startsWith('/api/docs')) return undefined
  if (config?.permission) return config.permission
  const [, , room] = url.split('/')
  if (!isRoom(room))
    throw new Error(`${String(method)} ${url} belongs to no room: it must declare its permission`)
  const reads = [method].flat().every((m) => m === 'GET' || m === 'HEAD' || m === 'OPTIONS')
  return `${room}.${reads ? 'read' : 'write'}`
}

/** Every route that is registered after it gets its permission. A route that is of no room and declares none is a fault of the build. */
export function registerPermissions(app: FastifyInstance): void {
  app.addHook('onRoute', (route) => {
    const permission = permissionOf(route)
    if (permission) route.config = { ...route.config, permission } as NonNullable<RouteOptions['config']>
  })
}
