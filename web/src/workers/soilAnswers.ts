import {
  createSeasonAnswers,
  type SearchSeason,
  type SeasonAnswer,
  type SeasonHeld,
  type SeasonQuestion,
} from '@jardinero/core/season'
import {
  computeSoilOutlook,
  joinKept,
  joinRuns,
  type GroundPast,
  type KeptRuns,
  type MemberRuns,
  type SoilAnswer,
  type SoilQuestion,
} from '@jardinero/core/soil'

/** Holds the runs of a yard's grounds, draws them to readings as often as it is asked, and judges what is planned on them. */
export function createSoilAnswers() {
  let pasts: GroundPast[] | undefined
  /** As they came; joined from them anew each time, so that an answer does not hang on which worker was first. */
  let parts: MemberRuns[] = []
  let joined: MemberRuns | undefined
  let held: SeasonHeld | undefined
  const seasons = createSeasonAnswers()
  return {
    /** Another simulation begins: what is known of the last one is forgotten. */
    begin(): void {
      pasts = held = joined = undefined
      parts = []
    },
    takePasts(taken: GroundPast[]): void {
      pasts = taken
    },
    takeRuns(runs: MemberRuns): void {
      parts.push(runs)
      joined = undefined
    },
    /** What the server has simulated already. */
    takeKept(kept: KeptRuns): void {
      const { pasts: all, runs } = joinKept(kept)
      pasts = all
      parts = [runs]
      joined = undefined
    },
    /** Nothing while there is nothing to draw. */
    ask(question: SoilQuestion): SoilAnswer | undefined {
      if (!pasts || !parts.length) return undefined
      const runs = (joined ??= joinRuns(parts))
      const outlook = computeSoilOutlook({ ...question, pasts, runs })
      held = { outlook, question, pasts, runs }
      return outlook.answer
    },
    season: (question: SeasonQuestion): SeasonAnswer | undefined => held && seasons.answer(held, question),
    forSearch: (question: SeasonQuestion): SearchSeason | undefined =>
      held && seasons.forSearch(held, question),
  }
}
export type SoilAnswers = ReturnType<typeof createSoilAnswers>
