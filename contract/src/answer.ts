import Joi from 'joi'
import type { Day, YardId } from '@jardinero/core/quantity'
import type { JudgedProgramme, NextAnswer, SchoolRow } from '@jardinero/core/season'
import type { SoilAnswer, Trend } from '@jardinero/core/soil'

/** What the yard's season comes to: the half of the year at hand, the plan in force and the methods compared. */
export interface KeptSeason {
  half: Trend
  members: number
  /** The plan in force, judged. */
  plan: JudgedProgramme | null
  /** Every method with the label that is proposed, as they are ordered; empty where no label makes a barrier. */
  rows: SchoolRow[]
}

/** The answer for a yard: soil, dates, season. One for all stations, the calendar, reminders and other programs. */
export interface YardAnswer {
  soil: SoilAnswer
  /** Ids of the readings it was drawn to: `soil.setAside` names them by their index. */
  readingIds: string[]
  /** Nothing where no weed of this half of the year can be stopped. */
  season: KeptSeason | null
  /** The next application: of the plan that was taken, else proposed; nothing where none is. */
  next: NextAnswer | null
}

/** GET /api/yard/yards/:id/answer */
export interface KeptAnswer {
  yardId: YardId
  /** What is known now; another word than `restsOn`, another answer. */
  asked: string
  /** Whether the answer rests on what is known now. Where not, the new one is being worked out. */
  isCurrent: boolean
  /** Of the answer that is kept; nothing where there is none yet. */
  restsOn: string | null
  day: Day | null
  madeAt: string | null
  /** What stands in the way of an answer, by its code: no weather, say. */
  stuck: string | null
  /** Members of the seasons done, of those wanted; while one is worked out. */
  progress: { done: number; of: number } | null
  /** Nothing where it is the one that was said to be there (`have`), or where there is none yet. */
  answer: YardAnswer | null
}

export const answerRequest = Joi.object<{ have?: string }, true>({
  /** `restsOn` of the answer that whoever asks has: it is not told again. */
  have: Joi.string().hex().length(64),
})
