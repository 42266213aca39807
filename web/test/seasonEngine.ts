import { computeSoilOutlook, type Weed } from '@jardinero/core/soil'
import { createSeasonAnswers } from '@jardinero/core/season'
import type { SoilEngine } from '../src/soil/soilEngine.ts'
import { useSoil } from '../src/soil/soilStore.ts'
import { giveAnswer, homeSimulation } from './soilAnswer.ts'

const crabgrass: Weed = {
  code: 'smoothCrabgrass',
  emergence: { trend: 'rising', soilC: [12, 14], baseC: 12 },
}

/** Stands where the application's soil worker would: the same judging, on this thread, on the small simulated yard of `atHome`. */
export function standEngine(weeds: Weed[] = [crabgrass]): void {
  const [first, second] = homeSimulation.base.places
  const question = {
    ...homeSimulation.base,
    places: [
      { ...first!, id: 'm' },
      { ...second!, id: 'e' },
    ],
    weeds,
    readings: [],
    observedWaterMm: Array.from({ length: 200 }, (_, i) => (i % 4 ? 0 : 8)),
  }
  const { pasts, runs } = homeSimulation
  const outlook = computeSoilOutlook(question)
  const answers = createSeasonAnswers()
  const held = { outlook, question, pasts, runs }
  useSoil().engine = {
    // What crosses to a worker must be plain.
    season: (about) => Promise.resolve(answers.answer(held, structuredClone(about))),
    forSearch: (about) => Promise.resolve(answers.forSearch(held, structuredClone(about))),
  } as Partial<SoilEngine> as SoilEngine
  useSoil().hasRuns = true
  giveAnswer(outlook.answer)
}
