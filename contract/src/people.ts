import type { Day, PersonId } from '@jardinero/core/quantity'
import Joi from 'joi'
import { count, day, id, name, type Row } from './field.ts'
import { newcomer, type SignUp } from './person.ts'
import { roleNames, type Role } from './roles.ts'

/** Somebody who works, or worked, in an account. */
export interface Colleague extends Row {
  name: string
  email: string
  role: Role
  /** The number that goes onto what the person writes down; empty where there is none. */
  licence: string
  /** The last day of the licence, where it is known. */
  licenceUntil: Day | null
  /** Under whose licence somebody of the crew works. */
  worksUnder: PersonId | null
  /** Since when there is no way in any more; what was written down keeps the name. */
  leftAt: string | null
}
/** A link by which somebody joins, until it is used or over. */
export interface Invitation {
  id: string
  name: string
  role: Role
  expiresAt: string
}
/** GET /api/account/people */
export interface People {
  people: Colleague[]
  invitations: Invitation[]
}

/** A request that says all it has to say by its address. */
export const nothing = Joi.object<Record<string, never>, true>({})

const role = Joi.string().valid(...roleNames)
export interface InvitationOrder {
  id: string
  name: string
  role: Role
  worksUnder: PersonId | null
}
/** POST /api/account/invitations */
export const invitationOrder = Joi.object<InvitationOrder, true>({
  id: id.required(),
  name: name.required(),
  role: role.required(),
  worksUnder: id.allow(null).default(null),
})
/** POST /api/session/invited: what a link leads to. */
export const invitedOrder = Joi.object<{ token: string }, true>({ token: Joi.string().max(100).required() })
export interface Invited {
  firm: string
  name: string
  role: Role
}
export type JoinOrder = SignUp & { token: string }
/** POST /api/session/join */
export const joinOrder = Joi.object<JoinOrder, true>({
  ...newcomer,
  token: Joi.string().max(100).required(),
})
export interface ColleagueOrder {
  version: number
  role?: Role
  licence?: string
  licenceUntil?: Day | null
  worksUnder?: PersonId | null
}
/** PATCH /api/account/people/:id */
export const colleagueOrder = Joi.object<ColleagueOrder, true>({
  version: count(1).required(),
  role,
  licence: Joi.string().trim().max(60).allow(''),
  licenceUntil: day.allow(null),
  worksUnder: id.allow(null),
}).min(2)
