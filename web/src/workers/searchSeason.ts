import { expose } from 'comlink'
import {
  optimiseProgramme,
  type OptimiseRequest,
  type Optimum,
  type SearchSeason,
} from '@jardinero/core/season'

export type SearchOrder = { season: SearchSeason } & Pick<
  OptimiseRequest,
  'from' | 'to' | 'everyDays' | 'rateSteps' | 'passes' | 'tolerance' | 'most'
>

/** Searches days and rates for the programme that lets least through; a search is broken off by ending its worker. */
const search = {
  search({ season, ...grid }: SearchOrder, looked: (count: number) => void): Optimum | undefined {
    const ruleDays = () => ({ opens: [], closes: [] })
    return optimiseProgramme({ ...grid, stride: 1, season: { ...season, ruleDays }, progress: looked })
  },
}
export type SearchSeasonWorker = typeof search
expose(search)
