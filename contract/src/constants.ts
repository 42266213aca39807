import { compassPoints } from '@jardinero/core/outing'
import type { OutingWishes } from './outingWishes.ts'

/** What both sides know without checking anything: free of Joi, which is large and the server's alone. */

/** How a carrier volume, or a spreader's rate, was found. */
export const calibrationMethods = [
  'knownArea',
  'wholeLawn',
  'catch',
  'ounces',
  'weighBack',
  'wetted',
  'usual',
] as const
/** Where a wind comes from; empty where nobody said. */
export const compass = ['', ...compassPoints] as const
export const noOutingWishes: OutingWishes = { limits: {}, mowWeekday: null, lastMown: null, family: [] }
/** Largest list of lawns, in characters: some 10,000 of them. */
export const mostLawnsText = 2_000_000

/** How soon a lawn's next application is: past its day, today or in two days, within two weeks, after that, none, or not worked out yet. */
export const lawnDues = ['late', 'now', 'soon', 'later', 'none', 'unknown'] as const
export type LawnDue = (typeof lawnDues)[number]
/** What a list of lawns is ordered by. */
export const lawnOrders = ['due', 'name', 'client', 'turf', 'area', 'risk', 'soil'] as const
export type LawnOrder = (typeof lawnOrders)[number]

/** How a client wants to be told that somebody comes. */
export const tellWays = ['call', 'text', 'email', 'note', 'none'] as const
export type TellWay = (typeof tellWays)[number]
