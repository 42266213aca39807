import { simulatedYard } from '../../core/test/soilYears.ts'
import type { SoilAnswer, SoilAnswerRequest } from '@jardinero/core/soil'
import { useSoil } from '../src/soil/soilStore.ts'

/** The yard of `atHome`, simulated for real in small: its open middle and its drive edge. */
const made = simulatedYard({ members: 20, daysAhead: 330 })
const base = {
  ...made.base,
  places: [
    { ...made.base.places[0]!, id: 'm' },
    { ...made.base.places[1]!, id: 'e' },
  ],
}

export const homeAnswer = (more: Partial<SoilAnswerRequest> = {}): SoilAnswer =>
  made.ask({ places: base.places, ...more })

/** Puts an answer where the application's own worker would. */
export function giveAnswer(answer: SoilAnswer, readingIds: string[] = [], day = answer.today): void {
  useSoil().stored = { yardId: 'y', answer, readingIds, day }
}
export { made as homeSimulation }
