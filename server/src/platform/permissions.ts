import type { FastifyInstance, RouteOptions } from 'fastify'

/** The rooms of the API: /api/<room>/… */
const rooms = [
  'account',
  'session',
  'yard',
  'scout',
  'soil',
  'season',
  'shelf',
  'bench',
  'jobs',
  'outing',
  'ledger',
] as const
type Room = (typeof rooms)[number]
/** What a route asks of whoever calls it: to read in a room, or to change something there. */
export type Permission = `${Room}.${'read' | 'write'}`
export const permissions: Permission[] = rooms.flatMap((room): Permission[] => [
  `${room}.read`,
  `${room}.write`,
])

/** What each role may do: the one table. Of an account's one person it is all. */
export const roles = {
  owner: new Set(permissions),
} as const satisfies Record<string, ReadonlySet<Permission>>

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
