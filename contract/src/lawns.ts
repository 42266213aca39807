import type { Day, Id, YardId, ZoneId } from '@jardinero/core/quantity'
import Joi from 'joi'
import { lawnDues, lawnOrders, tellWays, type LawnDue, type LawnOrder, type TellWay } from './constants.ts'
import { count, id, list, name, rowShapes, text, withKeys, type Row } from './field.ts'

/** A firm's client. A yard names its client by name; no two of an account are called alike. */
export interface Client extends Row<'client'> {
  name: string
  phone: string
  email: string
  tell: TellWay
  /** So many days before. */
  tellDays: number
  notes: string
}
export type ClientId = Id<'client'>
export const clientName = Joi.string().trim().min(1).max(120)
export const client = rowShapes<Client>({
  name: clientName.required(),
  phone: Joi.string().trim().max(40).allow('').required(),
  email: Joi.string().trim().email({ tlds: false }).max(200).allow('').required(),
  tell: Joi.string()
    .valid(...tellWays)
    .required(),
  tellDays: count(0, 30).required(),
  notes: text.required(),
})

/** GET /api/yard/client: the client of that name, or nothing. */
export const clientRequest = Joi.object<{ name: string }, true>({ name: clientName.required() })

/** A word by which lawns are gathered. */
export const tag = Joi.string().trim().min(1).max(30)
export const mostTags = 12

/** Days from today that are still "now", and still "soon". */
export const nowDays = 2
export const soonDays = 14

/** What lawns are asked for: those of which all is so. */
export interface LawnWishes {
  /** Words that stand in its name, address, client or tags. */
  search?: string
  turf?: string
  due?: LawnDue
  client?: string
  tag?: string
  /** At least so many of a hundred seedlings are expected to get through. */
  risk?: number
  /** Its soil is at least so warm, °C, five days' mean at 2 in. */
  warm?: number
  /** Nobody has measured it, or read its soil. */
  lacks?: 'size' | 'reading'
  archived?: boolean
}
const wishes = {
  search: Joi.string().trim().max(80).allow(''),
  turf: Joi.string().max(40),
  due: Joi.string().valid(...lawnDues),
  client: Joi.string().trim().max(120),
  tag,
  risk: Joi.number().min(0).max(100),
  warm: Joi.number().min(-40).max(60),
  lacks: Joi.string().valid('size', 'reading'),
  archived: Joi.boolean(),
}
/** GET /api/yard/lawns/points */
export const lawnWishes = Joi.object<LawnWishes, true>(wishes)

export interface LawnsRequest extends LawnWishes {
  order: LawnOrder
  descending: boolean
  offset: number
  limit: number
}
export const mostLawnsAtOnce = 200
/** GET /api/yard/lawns */
export const lawnsRequest = withKeys<LawnsRequest>(lawnWishes, {
  order: Joi.string()
    .valid(...lawnOrders)
    .default('due'),
  descending: Joi.boolean().default(false),
  offset: count(0).default(0),
  limit: count(1, mostLawnsAtOnce).default(60),
})

/** A lawn as the list has it. */
export interface LawnRow {
  id: ZoneId
  yardId: YardId
  name: string
  yard: string
  client: string
  tags: string[]
  turf: string
  areaSqFt: number | null
  due: LawnDue
  /** Of its next application; nothing where there is none, or it is not known. */
  day: Day | null
  product: string | null
  planned: boolean
  /** Share that is expected to get through. */
  escaped: number | null
  /** Five days' mean at 2 in, °C. */
  soilC: number | null
  /** Jobs that wait on it. */
  jobs: number
}
export interface LawnPage {
  lawns: LawnRow[]
  total: number
  /** Of all that were asked for, but for how soon they are due. */
  counts: Record<LawnDue, number>
}
/** Lawns as points of a map: few words, many of them. */
export interface LawnPoint {
  id: ZoneId
  yardId: YardId
  name: string
  at: [latitude: number, longitude: number]
  due: LawnDue
  soilC: number | null
}

/** PUT /api/yard/lawns/tags: tags laid on properties, and taken off. */
export interface TagOrder {
  yardIds: YardId[]
  add: string[]
  remove: string[]
}
const yardIds = list(id, 5000).min(1).required()
export const tagOrder = Joi.object<TagOrder, true>({
  yardIds,
  add: list(tag, mostTags).default([]),
  remove: list(tag, mostTags).default([]),
})
/** PUT /api/yard/lawns/archive */
export interface ArchiveOrder {
  yardIds: YardId[]
  archived: boolean
}
export const archiveOrder = Joi.object<ArchiveOrder, true>({
  yardIds,
  archived: Joi.boolean().required(),
})

/** POST /api/yard/lawns/quick: a lawn by what is known of it on the telephone. */
export interface QuickLawn {
  client: string
  /** Its address, or what the firm calls it. */
  name: string
  lawn: string
  turf: string
  areaSqFt: number
  /** It lies about there until somebody says where: its clock and law are that yard's. */
  nearYardId: YardId
}
export const quickLawn = Joi.object<QuickLawn, true>({
  client: Joi.string().trim().max(120).allow('').default(''),
  name: name.required(),
  lawn: Joi.string().trim().max(80).allow('').default(''),
  turf: Joi.string().max(40).required(),
  areaSqFt: Joi.number().min(1).max(4_356_000).required(),
  nearYardId: id.required(),
})

/** A view of the list that is kept by its name. */
export interface LawnView extends Row<'lawnView'> {
  name: string
  wishes: LawnWishes
  order: LawnOrder
  descending: boolean
}
export const lawnView = rowShapes<LawnView>({
  name: name.required(),
  wishes: lawnWishes.required(),
  order: Joi.string()
    .valid(...lawnOrders)
    .required(),
  descending: Joi.boolean().required(),
})
/** GET /api/yard/lawns/words */
export interface LawnWords {
  clients: string[]
  tags: string[]
}
/** What a quick lawn became. */
export interface QuickLawnMade {
  yardId: YardId
  zoneId: ZoneId
  /** Whether it was not there before. */
  added: boolean
}
