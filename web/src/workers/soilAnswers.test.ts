import { beforeEach, describe, expect, it } from 'vitest'
import { homeSimulation } from '../../test/soilAnswer.ts'
import { createSoilAnswers, type SoilAnswers } from './soilAnswers.ts'

const { base, pasts, simulation } = homeSimulation
const { pasts: _, runs: __, ...asked } = base
const question = { ...asked, readings: [], observedWaterMm: [] }
const part = (from: number) => simulation.runMembers(from, from + 5)
let soil: SoilAnswers
beforeEach(() => (soil = createSoilAnswers()))

describe('what answers for the soil', () => {
  it('says nothing until there is something to say, and then with as many members as there are', () => {
    soil.begin()
    expect(soil.ask(question)).toBeUndefined()
    soil.takePasts(pasts)
    expect(soil.ask(question)).toBeUndefined()
    soil.takeRuns(part(0))
    expect(soil.ask(question)!.members).toBe(5)
    soil.takeRuns(part(5))
    expect(soil.ask(question)!.members).toBe(10)
  })
  it('answers the same whichever worker was first, and whenever it was asked between', () => {
    soil.takePasts(pasts)
    for (const from of [0, 5, 10, 15]) soil.takeRuns(part(from))
    const inOrder = soil.ask(question)!
    soil.begin()
    soil.takeRuns(part(10))
    soil.takePasts(pasts)
    soil.takeRuns(part(0))
    soil.ask(question)
    soil.takeRuns(part(15))
    soil.ask(question)
    soil.takeRuns(part(5))
    const asTheyCame = soil.ask(question)!
    expect([inOrder.members, asTheyCame.members]).toEqual([20, 20])
    expect(asTheyCame.places.map((p) => p.crossings)).toEqual(inOrder.places.map((p) => p.crossings))
    expect(asTheyCame.germination).toEqual(inOrder.germination)
  })
  it('forgets the last simulation when another begins', () => {
    soil.takePasts(pasts)
    soil.takeRuns(part(0))
    soil.ask(question)
    soil.begin()
    expect(soil.ask(question)).toBeUndefined()
  })
  it('holds nothing to judge a plan on before it has answered', () => {
    expect(soil.season({} as never)).toBeUndefined()
    expect(soil.forSearch({} as never)).toBeUndefined()
  })
  it('fails on what it cannot answer, and goes on', () => {
    soil.takePasts(pasts)
    soil.takeRuns(part(0))
    expect(() => soil.ask({ ...question, places: undefined } as never)).toThrow()
    expect(soil.ask(question)!.members).toBe(5)
  })
})
