import { optimiseProgramme, type OptimiseRequest, type Optimum } from '@jardinero/core/season'
import type { SearchSeason } from './seasonAnswers.ts'

export type SearchOrder = { season: SearchSeason } & Pick<
  OptimiseRequest,
  'from' | 'to' | 'everyDays' | 'rateSteps' | 'passes' | 'tolerance' | 'most'
>
export type SearchMessage =
  | { kind: 'looked'; looked: number }
  | { kind: 'found'; optimum?: Optimum }
  | { kind: 'failed'; reason: string }

/** Searches days and rates for the programme that lets least through; a search is broken off by ending its worker. */
self.onmessage = ({ data: { season, ...grid } }: MessageEvent<SearchOrder>) => {
  const tell = (message: SearchMessage) => self.postMessage(message)
  try {
    const ruleDays = () => ({ opens: [], closes: [] })
    const optimum = optimiseProgramme({
      ...grid,
      stride: 1,
      season: { ...season, ruleDays },
      progress: (looked) => tell({ kind: 'looked', looked }),
    })
    tell({ kind: 'found', ...(optimum && { optimum }) })
  } catch (error) {
    tell({ kind: 'failed', reason: String(error) })
  }
}
