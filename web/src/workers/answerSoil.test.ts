// @vitest-environment happy-dom
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { homeSimulation } from '../../test/soilAnswer.ts'
import type { AnswerMessage, AnswerOrder } from './answerSoil.ts'

const said: AnswerMessage[] = []
const worker = {
  onmessage: undefined as ((event: { data: AnswerOrder }) => void) | undefined,
  postMessage: (message: AnswerMessage) => void said.push(message),
}
beforeAll(async () => {
  vi.stubGlobal('self', worker)
  await import('./answerSoil.ts')
})
afterAll(() => vi.unstubAllGlobals())
/** What the worker says to some orders, one after another. */
function tell(...orders: AnswerOrder[]): AnswerMessage[] {
  said.length = 0
  for (const data of orders) worker.onmessage!({ data })
  return [...said]
}
const { base, pasts, simulation } = homeSimulation
const { pasts: _, runs: __, ...asked } = base
const question = { ...asked, readings: [], observedWaterMm: [] }
const ask = (id: number): AnswerOrder => ({ kind: 'ask', id, question })
const begin: AnswerOrder = { kind: 'begin' }
const past: AnswerOrder = { kind: 'past', pasts }
const part = (from: number): AnswerOrder => ({ kind: 'runs', runs: simulation.runMembers(from, from + 5) })
const soilOf = (message: AnswerMessage | undefined) => (message?.kind === 'soil' ? message.answer : undefined)

describe('the worker that answers for the soil', () => {
  it('says nothing until there is something to say, and then with as many members as there are', () => {
    expect(tell(begin, ask(1), past, ask(2))).toEqual([])
    const [first, more] = tell(part(0), ask(3), part(5), ask(4))
    expect([first?.id, soilOf(first)?.members]).toEqual([3, 5])
    expect([more?.id, soilOf(more)?.members]).toEqual([4, 10])
  })
  it('answers the same whichever worker was first, and whenever it was asked between', () => {
    const inOrder = tell(begin, past, part(0), part(5), part(10), part(15), ask(1)).at(-1)
    const asTheyCame = tell(begin, part(10), past, part(0), ask(1), part(15), ask(2), part(5), ask(3)).at(-1)
    expect(soilOf(inOrder)!.members).toBe(20)
    expect(soilOf(asTheyCame)!.places.map((p) => p.crossings)).toEqual(
      soilOf(inOrder)!.places.map((p) => p.crossings),
    )
    expect(soilOf(asTheyCame)!.germination).toEqual(soilOf(inOrder)!.germination)
  })
  it('forgets the last simulation when another begins', () => {
    tell(begin, past, part(0), ask(1))
    expect(tell(begin, ask(2))).toEqual([])
    expect(tell({ kind: 'season', id: 3, question: {} as never })).toEqual([{ kind: 'nothing', id: 3 }])
  })
  it('says which order failed, and goes on', () => {
    const broken = { ...question, places: undefined } as never
    const [failed, next] = tell(begin, past, part(0), { kind: 'ask', id: 7, question: broken }, ask(8))
    expect(failed).toMatchObject({ kind: 'failed', id: 7, reason: expect.stringContaining('Error') })
    expect(next).toMatchObject({ kind: 'soil', id: 8 })
  })
})
