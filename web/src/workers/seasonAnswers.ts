import type { ZoneId } from '@jardinero/core/quantity'
import {
  compareSchools,
  computeField,
  fieldFrom,
  judgeProgramme,
  searchField,
  thinSeason,
  usualLoss,
  weedsToStop,
  type JudgedProgramme,
  type PlanContext,
  type Programme,
  type SchoolChoice,
  type SchoolRow,
  type Season,
  type SeasonField,
  type Target,
} from '@jardinero/core/season'
import type { GroundPast, MemberRuns, SoilOutlook, Trend } from '@jardinero/core/soil'
import type { SoilQuestion } from './soilQuestion.ts'

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

/** The soil as it was last answered for. */
export interface SoilHeld {
  outlook: SoilOutlook
  question: SoilQuestion
  pasts: GroundPast[]
  runs: MemberRuns
}

/** Members a search asks. */
const searched = 28

/** Answers for the season on the soil that is held; the field is made once a soil, and again for other weeds or another pace of loss. */
export function createSeasonAnswers() {
  let made: { soil: SoilHeld; key: string; field: SeasonField; half?: Season } | undefined

  function fieldOf(soil: SoilHeld, { context, targets, places }: SeasonQuestion): NonNullable<typeof made> {
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
      weeds: question.weeds.map((weed) => {
        const target = targets[weed.code]
        return { ...weed, ...(target && { target }) }
      }),
      germination: outlook.answer.germination,
      loss: { ...usualLoss, q10 },
    })
    made = { soil, key, field }
    return made
  }
  const seasonOn = (soil: SoilHeld, question: SeasonQuestion): Season => {
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
    answer: (soil: SoilHeld, question: SeasonQuestion): SeasonAnswer => {
      const whole = seasonOn(soil, question)
      const season = question.quick ? halved(whole) : whole
      return {
        members: season.field.members,
        judged: question.judge.map((programme) => judgeProgramme(season, programme)),
        ...(question.compare && { rows: compareSchools(season, question.compare) }),
      }
    },
    forSearch: (soil: SoilHeld, question: SeasonQuestion): SearchSeason => {
      const { ruleDays: _, ...season } = seasonOn(soil, question)
      const stride = Math.max(1, Math.floor(season.field.members / searched))
      return { ...season, field: searchField(season, weedsToStop(season), stride) }
    },
  }
}
