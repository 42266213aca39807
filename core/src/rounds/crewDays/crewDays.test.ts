import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../../quantity/index.ts'
import {
  boundCost,
  checkPlan,
  figurePlan,
  layNetwork,
  makeCounty,
  planUsual,
  planWeeks,
  priceMove,
  rainOut,
  searchPlan,
  usualWays,
  type CrewDaysQuestion,
  type CrewPlan,
} from './index.ts'

const costOf = (question: CrewDaysQuestion, plan: CrewPlan) => figurePlan(layNetwork(question), plan).cost
const small = makeCounty({ seed: 3, lawns: 40, days: 4, crews: 2, dayMin: 300 })
const codes = (question: CrewDaysQuestion, plan: CrewPlan) => checkPlan(question, plan).map((r) => r.code)

/** The cheapest plan of a few lawns, by trying each way to lay them on the crews' days and each order. */
function exhaust(question: CrewDaysQuestion): number {
  const { lawns, crews, days } = question
  const empty = () => Array.from({ length: days }, () => crews.map((): number[] => []))
  let best = Infinity
  const lay = (i: number, stops: number[][][]): void => {
    if (i === lawns.length) {
      const plan = { stops }
      const cost = costOf(question, plan)
      if (cost < best && !checkPlan(question, plan).length) best = cost
      return
    }
    lay(i + 1, stops)
    for (let day = 0; day < days; day++)
      for (let crew = 0; crew < crews.length; crew++)
        for (let at = 0; at <= stops[day]![crew]!.length; at++) {
          stops[day]![crew]!.splice(at, 0, i)
          lay(i + 1, stops)
          stops[day]![crew]!.splice(at, 1)
        }
  }
  lay(0, empty())
  return best
}

describe('plan of crew days', () => {
  it('keeps every limit, costs less than planning by hand, and is the same for the same seed', () => {
    for (const seed of [1, 2, 3]) {
      const question = makeCounty({ seed, lawns: 90, days: 5, crews: 2, dayMin: 480 })
      const plan = searchPlan(question, { seed: 1, iterations: 1500 })
      expect(checkPlan(question, plan)).toEqual([])
      for (const way of usualWays) {
        const usual = planUsual(question, way)
        expect(checkPlan(question, usual), way).toEqual([])
        expect(costOf(question, plan), way).toBeLessThan(costOf(question, usual))
      }
      expect(searchPlan(question, { seed: 1, iterations: 1500 })).toEqual(plan)
    }
  })

  it('finds what trying everything finds, and the bound never lies above it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), (seed) => {
        const question = makeCounty({ seed, lawns: 5, days: 2, crews: 1, dayMin: 110 })
        const least = exhaust(question)
        const found = costOf(question, searchPlan(question, { seed, iterations: 400 }))
        expect(found).toBeCloseTo(least, 6)
        const net = layNetwork(question)
        expect(boundCost(net, { upper: found, rounds: 40 })).toBeLessThanOrEqual(least + 1e-6)
      }),
      { numRuns: 12, seed: 5 },
    )
  })

  it('bounds from below also where a file of miles knows short cuts', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), (seed) => {
        const county = makeCounty({ seed, lawns: 5, days: 2, crews: 1, dayMin: 150 })
        const random = seededRandom(seed)
        const size = county.lawns.length + county.crews.length
        const miles = new Float64Array(size * size)
        for (let i = 0; i < size; i++)
          for (let j = 0; j < i; j++) miles[i * size + j] = miles[j * size + i] = random() < 0.5 ? 0.2 : 25
        const question = { ...county, miles }
        const least = exhaust(question)
        expect(boundCost(layNetwork(question), { upper: least, rounds: 60 })).toBeLessThanOrEqual(
          least + 1e-6,
        )
      }),
      { numRuns: 12, seed: 7 },
    )
  })

  it('proves more the longer it looks, and never more than a plan costs', () => {
    const net = layNetwork(small)
    const upper = costOf(small, searchPlan(small, { seed: 1, iterations: 3000 }))
    const bounds = [1, 10, 80].map((rounds) => boundCost(net, { upper, rounds }))
    expect(bounds[1]).toBeGreaterThan(bounds[0]!)
    expect(bounds[2]).toBeGreaterThanOrEqual(bounds[1]!)
    expect(bounds[2]).toBeLessThanOrEqual(upper)
    expect((upper - bounds[2]!) / upper).toBeLessThan(0.25)
  })

  it('stops when told to, with a plan that holds', () => {
    const told: number[] = []
    const plan = searchPlan(small, {
      seed: 1,
      iterations: 100_000,
      progress: (done) => told.push(done) < 3,
    })
    expect(told).toHaveLength(3)
    expect(checkPlan(small, plan)).toEqual([])
  })

  it('leaves out what it cannot do, and never what it can for less', () => {
    const none = { ...small, crews: small.crews.map((c) => ({ ...c, licensed: false })) }
    const plan = searchPlan(none, { seed: 1, iterations: 800 })
    const { leftLawns } = figurePlan(layNetwork(none), plan)
    const needing = none.lawns.flatMap((l, i) => (l.needsLicense ? [i] : []))
    expect(needing.length).toBeGreaterThan(0)
    expect(leftLawns).toEqual(expect.arrayContaining(needing))
    expect(searchPlan({ ...small, lawns: [] }, { seed: 1, iterations: 100 }).stops.flat(2)).toEqual([])
    const noDay = { ...small, crews: small.crews.map((c) => ({ ...c, dayMin: c.dayMin.map(() => 0) })) }
    expect(searchPlan(noDay, { seed: 1, iterations: 100 }).stops.flat(2)).toEqual([])
  })
})

describe('checker', () => {
  const plan = searchPlan(small, { seed: 1, iterations: 500 })
  const [day, crew] = [plan.stops.findIndex((d) => d[0]!.length > 1), 0]
  const [first] = plan.stops[day]![crew]!
  const changed = (change: (stops: number[][][]) => void): CrewPlan => {
    const stops = plan.stops.map((d) => d.map((s) => [...s]))
    change(stops)
    return { stops }
  }
  const withLawn = (i: number, what: object): CrewDaysQuestion => ({
    ...small,
    lawns: small.lawns.map((l, k) => (k === i ? { ...l, ...what } : l)),
  })

  it('catches each fault by its name', () => {
    expect(codes(small, plan)).toEqual([])
    const other = (day + 1) % small.days
    expect(
      codes(
        small,
        changed((s) => s[other]![1]!.push(first!)),
      ),
    ).toContain('planTwice')
    expect(
      codes(
        small,
        changed((s) => s[day]![crew]!.push(small.lawns.length)),
      ),
    ).toEqual(['planNoLawn'])
    expect(codes(withLawn(first!, { shutDays: [day] }), plan)).toEqual(['planShutDay'])
    const promised = { day: other, locked: true }
    expect(codes(withLawn(first!, { promised }), plan)).toEqual(['planPromise'])
    const unlicensed = { ...small, crews: small.crews.map((c) => ({ ...c, licensed: false })) }
    expect(new Set(codes(unlicensed, plan))).toEqual(new Set(['planNoLicense']))
    const shorter = { ...small, crews: small.crews.map((c) => ({ ...c, dayMin: c.dayMin.map(() => 40) })) }
    expect(new Set(codes(shorter, plan))).toEqual(new Set(['planDayLong']))
    expect(codes(small, { stops: [] })).toEqual(['planShape'])
  })

  it('counts a filling more where the tank does not hold the day', () => {
    const { tankGal } = small.crews[0]!
    const route = plan.stops[day]![crew]!
    const gal = route.reduce((s, i) => s + small.lawns[i]!.tankGal, 0)
    const minutes = (question: CrewDaysQuestion) =>
      figurePlan(layNetwork(question), plan).days.find((d) => d.day === day && d.crew === crew)!
    const less = {
      ...small,
      crews: small.crews.map((c) => ({ ...c, tankGal: Math.min(tankGal, gal / 1.5) })),
    }
    expect(minutes(less).fillings).toBe(2)
    expect(minutes(less).minutes - minutes(small).minutes).toBeCloseTo(
      small.crews[0]!.fillMin * (2 - minutes(small).fillings),
    )
  })
})

describe('a plan that is changed', () => {
  const question = makeCounty({ seed: 11, lawns: 80, days: 6, crews: 2, dayMin: 420 })
  const plan = searchPlan(question, { seed: 1, iterations: 2500 })

  it('keeps what is done and nearly all promises after a day of rain', () => {
    const rained = plan.stops.findIndex((d, i) => i > 0 && d.flat().length > 4)
    const after = rainOut(question, plan, rained)
    const next = searchPlan(after, { seed: 1, iterations: 1500, from: plan })
    expect(checkPlan(after, next)).toEqual([])
    expect(next.stops[rained]!.flat()).toEqual([])
    for (let day = 0; day < rained; day++)
      expect(next.stops[day]!.map((s) => new Set(s))).toEqual(plan.stops[day]!.map((s) => new Set(s)))
    const { movedLawns, leftLawns } = figurePlan(layNetwork(after), next)
    expect(movedLawns.length).toBeLessThanOrEqual(3)
    expect(leftLawns.length).toBeLessThanOrEqual(2)
  })

  it('never moves a locked promise', () => {
    const [i] = plan.stops[0]!.find((s) => s.length)!
    const day = question.days - 1
    const locked = {
      ...question,
      lawns: question.lawns.map((l, k) =>
        k === i ? { ...l, shutDays: [], promised: { day, crew: 1, locked: true }, needsLicense: false } : l,
      ),
    }
    const next = searchPlan(locked, { seed: 2, iterations: 1500 })
    expect(checkPlan(locked, next)).toEqual([])
    expect(next.stops[day]![1]).toContain(i)
  })

  it('says what a lawn taken to another day costs and breaks, and taking it back costs as much less', () => {
    const random = seededRandom(4)
    for (let tries = 0; tries < 20; tries++) {
      const lawn = Math.floor(random() * question.lawns.length)
      const day = Math.floor(random() * question.days)
      const crew = Math.floor(random() * 2)
      const home = plan.stops.flatMap((d, k) =>
        d.flatMap((s, c) => (s.includes(lawn) ? [{ day: k, crew: c, at: s.indexOf(lawn) }] : [])),
      )[0]
      const there = priceMove(question, plan, lawn, { day, crew })
      expect(there.plan.stops[day]![crew]).toContain(lawn)
      expect(there.breaks).toEqual(checkPlan(question, there.plan))
      const back = priceMove(question, there.plan, lawn, home)
      expect(back.costMore).toBeCloseTo(-there.costMore, 6)
      expect(back.plan).toEqual(plan)
    }
  })
})

describe('many weeks', () => {
  it('are planned one after another, each lawn once, and better than by whatever is nearest', () => {
    const question = makeCounty({ seed: 2, lawns: 160, days: 10, crews: 2, dayMin: 420 })
    const plan = planWeeks(question, { seed: 1, iterations: 1200 })
    expect(checkPlan(question, plan)).toEqual([])
    expect(costOf(question, plan)).toBeLessThan(costOf(question, planUsual(question, 'nearestNext')))
  })
})
