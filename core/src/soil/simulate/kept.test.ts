import { describe, expect, it } from 'vitest'
import { soilYears } from '../../../test/soilYears.ts'
import { groundOf } from '../ground.ts'
import { joinKept, joinPieces, splitPieces, splitRuns } from './kept.ts'
import { createSimulation, joinRuns } from './simulate.ts'

const request = {
  latitude: 38,
  grounds: [groundOf('middle'), groundOf('edge')],
  observed: soilYears(3, 5),
  forecast: [],
  daysAhead: 40,
  seed: 1,
}
const whole = createSimulation(request)
const pasts = whole.past()
const runs = whole.runMembers(0, 12)

describe('simulated seasons', () => {
  it('come back as they were, in parts and as one', () => {
    const kept = splitPieces(joinPieces(splitRuns(pasts, runs)))
    expect(joinKept(kept)).toEqual({ pasts, runs })
  })
  it('are the same whether grounds are simulated together or apart, and members in one go or in shares', () => {
    const apart = request.grounds.map((ground) => {
      const alone = createSimulation({ ...request, grounds: [ground] })
      const past = alone.past()
      return splitRuns(past, joinRuns([alone.runMembers(7, 12), alone.runMembers(0, 7)]))
    })
    const kept = { seasons: apart[1]!.seasons, grounds: apart.flatMap((a) => a.grounds) }
    const joined = joinKept(kept)
    // A mean over members is summed up in another order.
    const { profileC, ...exact } = joined.runs
    expect({ pasts: joined.pasts, runs: exact }).toEqual({ pasts, runs: { ...runs, profileC: undefined } })
    profileC.forEach((own, g) => own.forEach((c, i) => expect(c).toBeCloseTo(runs.profileC[g]![i]!, 2)))
  })
  it('are refused where a piece is not whole', () => {
    const joined = joinPieces(splitRuns(pasts, runs))
    for (const cut of [1, 7, 4000]) expect(() => splitPieces(joined.slice(0, -cut))).toThrow(RangeError)
    expect(() => splitPieces(new Uint8Array())).toThrow(RangeError)
    const { seasons, grounds } = splitRuns(pasts, runs)
    expect(() => joinKept({ seasons: seasons.slice(0, -4), grounds })).toThrow(RangeError)
  })
})
