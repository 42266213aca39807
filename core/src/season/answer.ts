import type { ZoneId } from '../quantity/index.ts'
import type { GroundPast, MemberRuns, SoilOutlook, SoilQuestion, Trend } from '../soil/index.ts'
import { usualLoss } from './barrier/loss.ts'
import type { Target } from './barrier/escape.ts'
import { computeField, type SeasonField } from './field/field.ts'
import { fieldFrom } from './field/span.ts'
import { searchField } from './optimise/optimise.ts'
import type { PlanContext, Programme } from './programme/programme.ts'
import type { SchoolChoice } from './schools/schoolProgramme.ts'
import {
  compareSchools,
  judgeProgramme,
  thinSeason,
  weedsToStop,
  type JudgedProgramme,
  type SchoolRow,
  type Season,
} from './season.ts'

/** What is asked of a season; plain, so that it can cross to a worker. */
export interface SeasonQuestion {
  context: PlanContext
  half: Trend
  weeds?: string[]
  /** What a barrier meets of each weed, by code. */
  targets: Record<string, Target>
  places: { id: string; name: string; zoneId: ZoneId }[]
  judge: Programme[]
  /** The label and habits with which the schools are compared; not compared without. */
  compare?: Omit<SchoolChoice, 'school'>
  /** Half of the members only, for a peg that is being dragged. */
  quick?: boolean
}
export interface SeasonAnswer {
  members: number
  judged: JudgedProgramme[]
  rows?: SchoolRow[]
}
/** A season with the part of its field a search needs. */
export type SearchSeason = Omit<Season, 'ruleDays'>

/** The soil as it was last answered for: the seasons that programmes are judged on. */
export interface SeasonHeld {
  outlook: SoilOutlook
  question: SoilQuestion
  pasts: GroundPast[]
  runs: MemberRuns
}

/** Members a search asks. */
const searched = 28

/** Answers for the season on the soil that is held; the field is made once a soil, and again for other weeds or another pace of loss. */
export function createSeasonAnswers() {
  let made: { soil: SeasonHeld; key: string; field: SeasonField; half?: Season } | undefined

  function fieldOf(soil: SeasonHeld, { context, targets, places }: SeasonQuestion): NonNullable<typeof made> {
    const { outlook, question, pasts, runs } = soil
    const q10 = context.wishes.q10 ?? usualLoss.q10
    const from = fieldFrom(question.today, question.hemisphere, context.zones, outlook.paths[0]!.back)
    const key = JSON.stringify([q10, targets, places, from])
    if (made?.soil === soil && made.key === key) return made
    const field = computeField({
      today: question.today,
      hemisphere: question.hemisphere,
      from,
      places: question.places.map((place) => {
        const { name = '', zoneId = '' } = places.find((p) => p.id === place.id) ?? {}
        return { ...place, name, zoneId }
      }),
      paths: outlook.paths,
      groundOf: question.groundOf,
      pasts,
      runs,
      observedWaterMm: question.observedWaterMm,
      // What no barrier stops is not judged.
      weeds: question.weeds.flatMap((weed) => {
        const target = targets[weed.code]
        return target ? [{ ...weed, target }] : []
      }),
      germination: outlook.answer.germination,
      loss: { ...usualLoss, q10 },
    })
    made = { soil, key, field }
    return made
  }
  const seasonOn = (soil: SeasonHeld, question: SeasonQuestion): Season => {
    const kept = fieldOf(soil, question)
    return {
      field: kept.field,
      context: question.context,
      ruleDays: soil.outlook.ruleDays,
      half: question.half,
      ...(question.weeds && { weeds: question.weeds }),
    }
  }
  /** With every second member; kept, since a peg that is dragged asks again and again. */
  const halved = (whole: Season): Season => {
    const kept = made!
    kept.half ??= thinSeason(whole, 2)
    return { ...whole, field: kept.half.field, ruleDays: kept.half.ruleDays }
  }
  return {
    answer: (soil: SeasonHeld, question: SeasonQuestion): SeasonAnswer => {
      const whole = seasonOn(soil, question)
      const season = question.quick ? halved(whole) : whole
      return {
        members: season.field.members,
        judged: question.judge.map((programme) => judgeProgramme(season, programme)),
        ...(question.compare && { rows: compareSchools(season, question.compare) }),
      }
    },
    forSearch: (soil: SeasonHeld, question: SeasonQuestion): SearchSeason => {
      const { ruleDays: _, ...season } = seasonOn(soil, question)
      const stride = Math.max(1, Math.floor(season.field.members / searched))
      return { ...season, field: searchField(season, weedsToStop(season), stride) }
    },
  }
}
