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
