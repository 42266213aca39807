import Joi from 'joi'
import type { Active, SecondReading, Tolerance } from '@jardinero/core/shelf'
import efficacyData from '../second/efficacy.json' with { type: 'json' }
import limitsData from '../second/limits.json' with { type: 'json' }
import settledData from '../second/settled.json' with { type: 'json' }
import toleranceData from '../second/tolerance.json' with { type: 'json' }
import { load } from './load.ts'

/** A cell of which the two readings differed, and what was made of it. */
export interface Settled {
  table: 'efficacy' | 'tolerance' | 'limits'
  active: string
  /** A plant, a turf, or which limit: most, year. */
  on: string
  first: string
  second: string
  /** Whose word stands in the data now. */
  kept: 'first' | 'second'
  why: string
}

const word = Joi.string().min(2).required()
const verdicts: Record<string, Tolerance> = { S: 'safe', C: 'caution', I: 'injures', K: 'kills' }

/** By active and plant: young plants, and old. */
export const secondEfficacy = load<Record<string, Record<string, string>>>(
  'second/efficacy',
  efficacyData,
  Joi.object().pattern(
    Joi.string(),
    Joi.object().pattern(Joi.string(), Joi.string().pattern(/^[EGFPNS]{2}$/)),
  ),
)
/** By active a letter a turf, "." where nothing was entered. */
export const secondTolerance = load<{ turf: string[]; verdicts: Record<string, string> }>(
  'second/tolerance',
  toleranceData,
  Joi.object({
    turf: Joi.array().items(Joi.string()).unique().required(),
    verdicts: Joi.object()
      .pattern(Joi.string(), Joi.string().pattern(/^[SCIK.]+$/))
      .required(),
  }),
)
export const secondLimits = load<Record<string, { most: number; year: number }>>(
  'second/limits',
  limitsData,
  Joi.object().pattern(
    Joi.string(),
    Joi.object({
      most: Joi.number().positive().required(),
      year: Joi.number().min(Joi.ref('most')).required(),
    }),
  ),
)
export const settled = load<Settled[]>(
  'second/settled',
  settledData,
  Joi.array().items(
    Joi.object({
      table: Joi.valid('efficacy', 'tolerance', 'limits').required(),
      active: word,
      on: word,
      first: Joi.string().required(),
      second: Joi.string().required(),
      kept: Joi.valid('first', 'second').required(),
      why: Joi.string().min(10).required(),
    }),
  ),
)

/** What the second reading says of a turf. */
export const secondVerdict = (active: string, turf: string): Tolerance | undefined =>
  verdicts[secondTolerance.verdicts[active]?.[secondTolerance.turf.indexOf(turf)] ?? '.']

/** The second reading of an active, without what was settled for the first. */
function secondReadingOf({ name }: Active): { second: SecondReading } {
  // A turf may be a weed as well: each table by itself.
  const keptIn = (table: Settled['table']) =>
    settled.filter((s) => s.active === name && s.kept === 'first' && s.table === table).map((s) => s.on)
  const open = <T>(table: Settled['table'], cells: Record<string, T>) =>
    Object.fromEntries(Object.entries(cells).filter(([on]) => !keptIn(table).includes(on)))
  const settledOn = { plants: keptIn('efficacy'), turf: keptIn('tolerance') }
  const tolerance = Object.fromEntries(
    secondTolerance.turf.flatMap((turf) => {
      const verdict = secondVerdict(name, turf)
      return verdict ? [[turf, verdict] as const] : []
    }),
  )
  return {
    second: {
      efficacy: open('efficacy', secondEfficacy[name] ?? {}),
      tolerance: open('tolerance', tolerance),
      ...open('limits', secondLimits[name] ?? {}),
      settled: settledOn,
    },
  }
}

/** An active with both readings. */
export const withSecond = (active: Active): Active => ({ ...active, ...secondReadingOf(active) })
