/** The rooms of the API: /api/<room>/… */
export const rooms = [
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
export type Room = (typeof rooms)[number]

/** What belongs to no room: one's own sign-in and reading, the firm's people, the whole account. */
const apart = ['account.self', 'account.people', 'account.whole', 'jobs.step'] as const

/** What a route or a button asks of whoever presses it: to read in a room, to change something there, or one of those apart. */
export type Permission = `${Room}.${'read' | 'write'}` | (typeof apart)[number]
export const permissions: readonly Permission[] = [
  ...rooms.flatMap((room): Permission[] => [`${room}.read`, `${room}.write`]),
  ...apart,
]

/** Who works in an account: whose it is, its office, who holds a licence, and who works under one. */
export const roleNames = ['owner', 'office', 'applicator', 'crew'] as const
export type Role = (typeof roleNames)[number]

const reading = rooms.map((room): Permission => `${room}.read`)
const every = (...those: Permission[]): ReadonlySet<Permission> => new Set([...reading, ...those])
/** What is done on the lawn, with what the office has planned. */
const inTheField: Permission[] = [
  'account.self',
  'session.write',
  'scout.write',
  'soil.write',
  'bench.write',
  'outing.write',
  'ledger.write',
  'jobs.step',
]

/** What each role may do: the one table, for the server's routes and for the buttons. */
export const roles: Record<Role, ReadonlySet<Permission>> = {
  owner: new Set(permissions),
  office: new Set(permissions.filter((p) => p !== 'account.people' && p !== 'account.whole')),
  applicator: every(...inTheField, 'yard.write', 'season.write', 'shelf.write', 'jobs.write'),
  crew: every(...inTheField),
}

/** Whether somebody of this role may. */
export const may = (role: Role, permission: Permission): boolean => roles[role].has(permission)
