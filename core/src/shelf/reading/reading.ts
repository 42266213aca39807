import type { MassUnit, Quantity, RatePerAreaUnit, VolumeUnit } from '../../quantity/index.ts'
import type { Active } from '../active.ts'
import type {
  AdjuvantRule,
  Formulation,
  LabelActive,
  LabelRules,
  LabelUse,
  LengthLine,
  Purpose,
} from '../label.ts'
import type { LaidOut } from './text.ts'
import type { Box, Word } from './word.ts'

/** What a figure of each field of a label is. Those of a line of the directions say which line. */
export interface ReadValues {
  name: string
  registration: string
  formulation: Formulation
  restrictedUse: true
  signalWord: LabelRules['signalWord']
  contents: Quantity<MassUnit | VolumeUnit>
  density: NonNullable<LabelRules['density']>
  analysis: NonNullable<LabelRules['analysis']>
  active: LabelActive
  purpose: Purpose
  turf: string[]
  rate: { min: number; max: number; unit: RatePerAreaUnit }
  lengths: LengthLine[]
  annualMaximum: NonNullable<LabelUse['annualMaximum']>
  applicationsPerYear: number
  minimumIntervalDays: number
  minimumCarrier: number
  wateringIn: NonNullable<LabelRules['wateringIn']>
  keepOff: LabelRules['keepOff']
  dryHours: number
  seedingIntervalDays: number
  seedlingMowings: number
  mowing: NonNullable<LabelRules['mowing']>
  temperature: NonNullable<LabelRules['temperature']>
  windMost: NonNullable<LabelRules['windMost']>
  adjuvant: AdjuvantRule
  notWith: string[]
  notIn: string[]
  gear: LabelRules['gear']
  controls: string[]
  suppresses: string[]
  spot: NonNullable<LabelRules['spots']>[number]
}
export type ReadField = keyof ReadValues

/**
 * Why a figure is not taken without a question: its ounces may be of weight, it is beyond what is usual of the active, another place of
 * the label says otherwise, the picture is not clear there, the words could mean something else.
 */
export type Doubt =
  'ounces' | 'unusual' | 'disagrees' | 'unclear' | 'wording' | 'groupOfTurf' | 'severalRates'

export type ReadFigure = {
  [F in ReadField]: {
    field: F
    value: ReadValues[F]
    /** The line of the directions it is of; of all of them where absent. */
    line?: number
    /** The words it was read from, and where they stand. */
    said: string
    places: Box[]
    doubt?: Doubt
  }
}[ReadField]

/** As a rule finds it, with the words it rests on. */
export type Found = {
  [F in ReadField]: {
    field: F
    value: ReadValues[F]
    words: Word[]
    line?: number
    /** Out of the rows of a table, whose cells a picture may mix up. */
    fromTable?: boolean
    doubt?: Doubt | undefined
  }
}[ReadField]

/** Names that a label may print, by what they mean here. */
export interface ReadingLexicon {
  turf: { code: string; season: 'cool' | 'warm'; names: string[]; here: string[] }[]
  /** Names anywhere, and those of the reader’s country. */
  plants: { code: string; names: string[]; here: string[] }[]
  actives: Active[]
}

export interface NameFound {
  code: string
  start: number
  end: number
}
/** A label as the rules look at it. */
export interface LabelText extends LaidOut {
  text: string
  lexicon: ReadingLexicon
  turfIn: (text: string) => NameFound[]
  plantsIn: (text: string) => NameFound[]
  /** Sentences with where they begin. */
  sentences: { text: string; start: number }[]
}
export type ReadRule = (label: LabelText) => Found[]

/** Every place where a pattern stands in the running text. */
export const each = (label: LabelText, pattern: RegExp): { match: RegExpMatchArray; words: Word[] }[] =>
  [...label.text.matchAll(new RegExp(pattern.source, [...new Set(`${pattern.flags}gi`)].join('')))].map(
    (match) => ({
      match,
      words: label.running.wordsIn(match.index, match.index + match[0].length),
    }),
  )

/** The first place where a pattern stands, made a figure of. */
export function first<F extends ReadField>(
  label: LabelText,
  field: F,
  pattern: RegExp,
  valueOf: (match: RegExpMatchArray) => ReadValues[F] | undefined,
  doubt?: Doubt,
): Found[] {
  for (const { match, words } of each(label, pattern)) {
    const value = valueOf(match)
    if (value !== undefined) return [{ field, value, words, doubt } as Found]
  }
  return []
}
