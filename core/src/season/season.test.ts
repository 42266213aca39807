import fc from 'fast-check'
import { computeFertiliser } from '../bench/index.ts'
import { describe, expect, it } from 'vitest'
import { bluegrass, crabgrass, inDays, simulatedSeason, testBarriers, testLabel } from '../../test/season.ts'
import { addDays } from '../quantity/index.ts'
import type { Plant } from '../scout/index.ts'
import { wetnessOf } from '../soil/index.ts'
import { createStrengths, escapedAt, strengthFor } from './barrier/escape.ts'
import { createResidue } from './barrier/residue.ts'
import {
  compareSchools,
  computeControlLength,
  computeWatering,
  judgeProgramme,
  createLossPace,
  lossPace,
  optimiseProgramme,
  searchAll,
  targetOf,
  usualLoss,
  writtenRate,
  type Programme,
  type ProgrammePass,
  type Season,
  planHolds,
} from './index.ts'

const [long, short, other] = testBarriers as [
  (typeof testBarriers)[number],
  (typeof testBarriers)[number],
  (typeof testBarriers)[number],
]
const grass = { target: 'summerGrass', factor: 1 } as const

describe('the loss of a barrier', () => {
  it('is the half-life at 20 °C in moist ground, and by Q10 for each ten degrees', () => {
    expect(lossPace(20, 0.75, usualLoss)).toBeCloseTo(1, 12)
    expect(lossPace(30, 0.75, usualLoss) / lossPace(20, 0.75, usualLoss)).toBeCloseTo(usualLoss.q10, 12)
    expect(lossPace(20, 0.375, usualLoss)).toBeCloseTo(0.5 ** 0.7, 12)
    expect(lossPace(-1, 0.75, usualLoss)).toBeLessThan(0.03)
  })
  it('is read from tables as it is worked out', () => {
    for (const texture of ['sand', 'loam', 'clay'] as const) {
      const paceAt = createLossPace(texture, usualLoss)
      for (let c = -15; c <= 45; c += 0.37)
        for (let water = 0.01; water < 0.5; water += 0.013) {
          const exact = lossPace(c, wetnessOf(texture, water), usualLoss)
          expect(Math.abs(paceAt(water, c) / exact - 1)).toBeLessThan(3e-4)
        }
    }
  })
  it('halves in a half-life once it is in, whatever came before', () => {
    const residue = createResidue([long])
    residue.apply(0, 0.6, 0)
    residue.pass(0, 50, false)
    const before = residue.inSoil[0]!
    expect(before).toBeCloseTo(0.6, 9)
    for (let d = 0; d < long.halfLifeDays; d++) residue.pass(1, 0, false)
    expect(residue.inSoil[0]! / before).toBeCloseTo(0.5, 9)
  })
  it('does nothing and is lost to light until it is watered in, and goes in with the water', () => {
    const residue = createResidue([long])
    residue.apply(0, 1, 0)
    for (let d = 0; d < 10; d++) residue.pass(1, 0, false)
    expect(residue.inSoil[0]).toBe(0)
    residue.pass(1, long.activationMm / 2, false)
    expect(residue.inSoil[0]! / 0.99 ** 10).toBeCloseTo(0.5, 2)
    expect(residue.lying()).toBe(true)
    residue.pass(1, long.activationMm / 2, false)
    expect(residue.lying()).toBe(false)
  })
  it('is held in part by thatch, washed down where it is mobile and the ground is full, and broken by coring', () => {
    const down = (full: boolean, thatchCm: number) => {
      const residue = createResidue([other])
      residue.apply(0, 1, thatchCm)
      residue.pass(0, 10, false)
      residue.pass(0, 30, full)
      return residue
    }
    expect(down(false, 0).inSoil[0]).toBeCloseTo(1, 9)
    expect(down(false, 2).inSoil[0]).toBeCloseTo(0.9, 9)
    expect(down(true, 0).inSoil[0]).toBeCloseTo(Math.exp(-0.09), 9)
    const cored = down(false, 0)
    cored.disturb(0.6)
    expect(cored.inSoil[0]).toBeCloseTo(0.6, 9)
  })
  it('lasts longer for more, by one half-life a doubling', () => {
    const days = { pace: new Array(400).fill(1), waterMm: new Array(400).fill(0) }
    const length = (lb: number) => computeControlLength(long, grass, [{ day: 0, lbPerAcre: lb }], days, 50)
    expect(length(0.8) - length(0.4)).toBe(long.halfLifeDays)
    expect(length(0.01)).toBe(0)
    expect(length(100)).toBe(Infinity)
  })
})

describe('what comes through', () => {
  it('is one in five at the threshold, and less for more, without end', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 20, noNaN: true }), (u) => {
        expect(escapedAt(1)).toBeCloseTo(0.2, 12)
        expect(escapedAt(u + 0.01)).toBeLessThan(escapedAt(u))
        if (u > 0.1) expect(strengthFor(escapedAt(u))).toBeCloseTo(u, 6)
      }),
    ))
  it('adds up within a group, and meets the other group beside it', () => {
    const strengths = createStrengths([long, short, other], [grass, { target: 'sedge', factor: 1 }])
    strengths.update(Float64Array.of(long.thresholdLbPerAcre / 2, short.thresholdLbPerAcre / 2, 0))
    expect(strengths.of(0)).toBeCloseTo(1, 12)
    expect(strengths.escaped()[1]).toBe(1)
    strengths.update(Float64Array.of(long.thresholdLbPerAcre, 0, other.thresholdLbPerAcre))
    expect(strengths.escaped()[0]).toBeCloseTo(0.04, 12)
    expect(strengths.escaped()[1]).toBeCloseTo(0.2, 12)
  })
  it('knows what no barrier stops, and what takes more', () => {
    const plant = (more: Partial<Plant>) =>
      targetOf({
        code: 'x',
        group: 'grass',
        cycle: 'summerAnnual',
        barrier: { stops: 'yes' },
        ...more,
      } as Plant)
    expect(plant({ barrier: { stops: 'no', why: 'tubers' } })).toBeUndefined()
    expect(plant({ code: 'goosegrass' })).toMatchObject({ target: 'goosegrass' })
    expect(plant({ cycle: 'winterAnnual' })).toMatchObject({ target: 'winterGrass' })
    expect(plant({ group: 'broadleaf', barrier: { stops: 'partly', why: 'earliest' } })).toEqual({
      target: 'smallBroadleaf',
      factor: 2,
    })
  })
})

const season = simulatedSeason()
const pass = (days: number, more: Partial<ProgrammePass> = {}, from: Season = season): ProgrammePass => ({
  id: `p${days}`,
  season: 'rising',
  when: { kind: 'day', day: inDays(from, days) },
  labelId: 'prodiamine',
  rate: { value: from.context.labels[0]!.rules.uses[0]!.rate.max, unit: 'oz/1000ft2' },
  zones: ['lawn'],
  edges: 'once',
  ...more,
})
const plan = (...passes: ProgrammePass[]): Programme => ({ passes, fertiliser: [] })
const escapes = (...passes: ProgrammePass[]) =>
  judgeProgramme(season, plan(...passes)).judgement.escaped!.value

describe('a programme judged', () => {
  it('lets everything through without a pass, and little with one in time', () => {
    expect(escapes()).toBeCloseTo(1, 6)
    expect(escapes(pass(15))).toBeLessThan(0.05)
    expect(escapes(pass(110))).toBeGreaterThan(0.5)
  })
  it('never lets more through for more product', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 140 }),
        fc.double({ min: 0.2, max: 0.9, noNaN: true }),
        (day, share) => {
          const whole = pass(day)
          const part = { ...whole, rate: { ...whole.rate, value: whole.rate.value * share } }
          expect(escapes(whole)).toBeLessThanOrEqual(escapes(part) + 1e-9)
        },
      ),
      { numRuns: 15 },
    ))
  it('fails first at the warm edge, and holds longer there with a second swath', () => {
    const half = pass(15, {
      rate: { value: season.context.labels[0]!.rules.uses[0]!.rate.max / 2, unit: 'oz/1000ft2' },
    })
    const [middle, edge] = judgeProgramme(season, plan(half)).judgement.places
    const twice = judgeProgramme(season, plan({ ...half, edges: 'twice' })).judgement.places[1]!
    expect(edge!.holdsUntil!.p50 < middle!.holdsUntil!.p50).toBe(true)
    expect(twice.holdsUntil!.p50 > edge!.holdsUntil!.p50).toBe(true)
    const { lastDay, strongestDay } = edge!.lasts!.working.at(-1)!.operands
    expect(edge!.lasts!.working.at(-1)!.code).toBe('daysHeld')
    expect(lastDay!.value - strongestDay!.value).toBe(edge!.lasts!.value)
  })
  it('judges the same passes on a field once; another day, rate, weed or core is judged anew', () => {
    const of = (programme: Programme, on: Season = season) => judgeProgramme(on, programme).judgement
    const first = of(plan(pass(15)))
    expect(of(plan(pass(15)))).toBe(first)
    const cored = {
      ...season.context,
      wishes: {
        ...season.context.wishes,
        aerating: [{ day: addDays(season.context.today, 40), leaves: 0.5 }],
      },
    }
    const others = [
      of(plan(pass(16))),
      of(plan({ ...pass(15), rate: { ...pass(15).rate, value: pass(15).rate.value * 0.9 } })),
      of(plan({ ...pass(15), edges: 'twice' })),
      of(plan(pass(15)), { ...season, weeds: ['goosegrass'] }),
      of(plan(pass(15)), { ...season, context: cored }),
    ]
    for (const other of others) expect(other).not.toEqual(first)
    // Field by field: a lawn whose soil is another is judged on its own.
    expect(of(plan(pass(15)), { ...season, field: { ...season.field } })).not.toBe(first)
  })
  it('sees the gap a late peg leaves, and says in a word why', () => {
    const late = judgeProgramme(season, plan(pass(100)))
    expect(late.reason.code).toBe('whyLate')
    expect(late.judgement.places[1]!.gapChance).toBeGreaterThan(0.9)
    expect(judgeProgramme(season, plan(pass(15))).reason.code).toBe('whyHolds')
    expect(judgeProgramme(season, plan()).reason.code).toBe('whyNoBarrier')
    const thin = pass(15, { labelId: 'S-metolachlor', rate: { value: 0.5, unit: 'oz/1000ft2' } })
    expect(judgeProgramme(season, plan(thin)).reason.code).toBe('whyFails')
  })
  it('counts seedlings that an active also kills when they are up', () => {
    const at = (labelId: string, lb: number) =>
      escapes(pass(75, { labelId, rate: { value: lb, unit: 'lb/acre' as never } }))
    const young = at('dithiopyr', 1)
    const blunt = {
      ...season,
      context: { ...season.context, barriers: testBarriers.map(({ kills: _, ...b }) => b) },
    }
    const without = judgeProgramme(
      blunt,
      plan(pass(75, { labelId: 'dithiopyr', rate: { value: 1, unit: 'lb/acre' as never } })),
    )
    expect(young).toBeLessThan(without.judgement.escaped!.value)
  })
  it('rests on what is already down', () => {
    const down = simulatedSeason({
      passes: [
        {
          day: addDays('2026-02-28', -20),
          actives: [{ name: 'prodiamine', basis: 'ai', rate: { value: 0.75, unit: 'lb/acre' } }],
        },
      ],
    })
    expect(judgeProgramme(down, plan()).judgement.escaped!.value).toBeLessThan(0.05)
  })
  it('says how likely rain alone waters it in, the likelier the longer it may take', () => {
    const within = (withinDays: number) => {
      const label = testLabel('prodiamine', 50, { wateringIn: { leastIn: 0.5, mostIn: 0.5, withinDays } })
      const context = { ...season.context, labels: [label] }
      return judgeProgramme({ ...season, context }, plan(pass(15))).passes[0]!.rainAlone!
    }
    expect(within(1)).toBeLessThan(within(10))
    expect(within(30)).toBeGreaterThan(0.8)
  })
  it('opens a figure that adds up', () => {
    const { working, value } = judgeProgramme(season, plan(pass(60))).judgement.escaped!
    const { shares, pairs } = working.at(-1)!.operands
    expect(shares!.value / pairs!.value).toBeCloseTo(value, 12)
    expect(working[0]).toMatchObject({ code: 'escapedAtPlace', subject: 'middle0' })
  })
  it('breaks with coring only for those who hold that it does', () => {
    const cored = (leaves: number) => {
      const wishes = { ...season.context.wishes, aerating: [{ day: inDays(season, 60), leaves }] }
      return judgeProgramme({ ...season, context: { ...season.context, wishes } }, plan(pass(15)))
    }
    expect(cored(0.2).judgement.escaped!.value).toBeGreaterThan(cored(1).judgement.escaped!.value)
    expect(cored(0.2).cautions.map((c) => c.code)).toContain('coredAfterPass')
  })
})

describe('limits of a programme', () => {
  const faults = (
    programme: Programme,
    wishes: Partial<Season['context']['wishes']> = {},
    more: Partial<Season['context']> = {},
  ) =>
    judgeProgramme(
      { ...season, context: { ...season.context, ...more, wishes: { ...season.context.wishes, ...wishes } } },
      programme,
    ).faults.map((f) => `${f.code} ${f.field}`)
  const { max } = season.context.labels[0]!.rules.uses[0]!.rate
  it('has none within them', () => expect(faults(plan(pass(10), pass(60)))).toEqual([]))
  it.each<[string, Programme, Parameters<typeof faults>[1], string]>([
    [
      'over a pass',
      plan(pass(10, { rate: { value: max * 1.02, unit: 'oz/1000ft2' } })),
      {},
      'rateOverMaximum passes.0.rate',
    ],
    ['over the year', plan(pass(10), pass(60), pass(110)), {}, 'overAnnualMaximum passes.2.rate'],
    ['too close', plan(pass(10), pass(40)), {}, 'tooSoonAgain passes.1.when'],
    ['twice at the edges', plan(pass(10, { edges: 'twice' })), {}, 'rateOverMaximum passes.0.rate'],
    [
      'seed inside it',
      plan(pass(10)),
      { seeding: [{ zoneId: 'lawn', day: '2026-06-01' }] },
      'seedingTooSoon passes.0.when',
    ],
    [
      'no time',
      plan(pass(10)),
      { busy: [{ from: '2026-03-08', to: '2026-03-12' }] },
      'noTimeThen passes.0.when',
    ],
    [
      'forbidden',
      plan(pass(10)),
      { restrictions: [{ kind: 'active', name: 'Prodiamine', mostLbPerAcre: 0, note: '' }] },
      'forbiddenHere passes.0.rate',
    ],
    [
      'capped',
      plan(pass(10)),
      { restrictions: [{ kind: 'group', name: '3', mostLbPerAcre: 0.5, note: '' }] },
      'overLocalMaximum passes.0.rate',
    ],
    ['past', plan(pass(-3)), {}, 'passInPast passes.0.when'],
    ['no label', plan(pass(10, { labelId: 'gone' })), {}, 'labelGone passes.0.labelId'],
    ['no zone', plan(pass(10, { zones: [] })), {}, 'passWithoutZone passes.0.zones'],
  ])('refuses: %s', (_, programme, wishes, fault) => expect(faults(programme, wishes)).toContain(fault))
  it('counts a partner with the same active on top of the first product', () => {
    const twin = { ...testLabel('prodiamine', 25), id: 'twin' }
    const { rate } = twin.rules.uses[0]!
    const both = plan(pass(10, { partner: { labelId: 'twin', rate: { value: rate.max, unit: rate.unit } } }))
    expect(faults(both, {}, { labels: [...season.context.labels, twin] })).toContain(
      'tooSoonAgain passes.0.when',
    )
  })
  it('writes rates to a thousandth without leaving the label’s range', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: -1, max: 12, noNaN: true }),
        (min, more, asked) => {
          const written = writtenRate(asked, { min, max: min + more })
          expect(written).toBeGreaterThanOrEqual(min)
          expect(written).toBeLessThanOrEqual(min + more)
          if (asked > min && asked < min + more) expect(Math.abs(written - asked)).toBeLessThan(0.00101)
        },
      ),
    ))
  it('refuses a label not for this turf', () =>
    expect(
      faults(plan(pass(10)), {}, { zones: [{ ...season.context.zones[0]!, turf: 'creepingBentgrass' }] }),
    ).toEqual(['turfNotOnLabel passes.0.labelId']))
  it('warns of frozen ground and of seed that would meet it', () => {
    const wishes = { seeding: [{ zoneId: 'lawn', day: '2026-08-10' }] }
    const judged = judgeProgramme(
      { ...season, context: { ...season.context, wishes: { ...season.context.wishes, ...wishes } } },
      plan(pass(10)),
    )
    expect(judged.cautions.map((c) => c.code)).toContain('seedingNotSafe')
  })
})

describe('the schools beside each other', () => {
  const choice = { labelId: 'prodiamine', edges: 'once', partner: false } as const
  const rows = compareSchools(season, choice)
  it('are nine, best first, each with its reason', () => {
    expect(rows).toHaveLength(9)
    const clean = rows.filter((r) => !r.faults.length).map((r) => r.judgement.escaped!.value)
    clean.forEach((e, i) => i && expect(e).toBeGreaterThan(clean[i - 1]! - 0.0051))
    expect(rows.at(-1)!.judgement.escaped!.value).toBeGreaterThan(0.9)
  })
  it('follow the soil in every season by itself', () => {
    const [first] = rows.find((r) => r.school === 'halvesByTemperature')!.passes
    expect(first!.p10! < first!.p90!).toBe(true)
  })
  it('keep the label’s interval, and say so', () => {
    const weeks = rows.find((r) => r.school === 'halvesByWeeks')!
    expect(weeks.faults).toEqual([])
    expect(weeks.cautions.map((c) => c.code)).toContain('movedForInterval')
  })
  it('shorten, move or leave out a pass for seed', () => {
    const sown = simulatedSeason({ wishes: { seeding: [{ zoneId: 'lawn', day: '2026-09-05' }] } })
    const codes = compareSchools(sown, choice).flatMap((r) => r.cautions.map((c) => c.code))
    expect(codes).toContain('movedForSeeding')
    const free = rows.find((r) => r.school === 'halvesByTemperature')!.programme.passes[1]!
    const moved = compareSchools(sown, choice).find((r) => r.school === 'halvesByTemperature')!
    expect(moved.programme.passes[1]?.when).not.toEqual(free.when)
    expect(moved.faults.map((f) => f.code)).not.toContain('seedingTooSoon')
  })
  it('take a second group along, and one that kills young crabgrass, where the shelf has them', () => {
    const both = compareSchools(season, { ...choice, partner: true })
    expect(both.find((r) => r.school === 'halvesByTemperature')!.programme.passes[1]!.partner!.labelId).toBe(
      'S-metolachlor',
    )
    expect(rows.find((r) => r.school === 'coldSoil')!.programme.passes[1]!.labelId).toBe('dithiopyr')
    expect(both[0]!.groups.length).toBeGreaterThan(0)
  })
  it('serve the winter annuals, and a yard of the other hemisphere', () => {
    const autumn = compareSchools(simulatedSeason({ half: 'falling', weeds: [bluegrass] }), choice)
    expect(autumn[0]!.judgement.escaped!.value).toBeLessThan(0.2)
    expect(['autumn', 'byCalendar']).toContain(autumn[0]!.school)
    const south = simulatedSeason({ south: true, notYet: 120, today: '2026-09-02', weeds: [crabgrass] })
    const [best] = compareSchools(south, choice)
    expect(best!.judgement.escaped!.value).toBeLessThan(0.1)
    expect(best!.passes[0]!.day! > '2026-08-01' && best!.passes[0]!.day! < '2026-12-01').toBe(true)
  })
  it('count the years with one group alone', () => {
    const used = (year: number) => ({
      day: `${year}-03-10`,
      actives: [{ name: 'prodiamine', basis: 'ai' as const, rate: { value: 0.5, unit: 'lb/acre' as const } }],
    })
    const third = simulatedSeason({ passes: [used(2024), used(2025)] })
    expect(judgeProgramme(third, plan(pass(10))).groups).toEqual([{ group: '3', years: 3, alone: true }])
  })
})

describe('the search for the best', () => {
  const small = (passes: 1 | 2, from = season) =>
    ({
      season: from,
      from: inDays(from, 1),
      to: inDays(from, 97),
      everyDays: 12,
      rateSteps: 3,
      passes,
      tolerance: 0,
      stride: 10,
      most: 3000,
    }) as const
  it.each([1, 2] as const)('finds what trying everything finds, with %d pass', (passes) => {
    const found = optimiseProgramme(small(passes))!
    const all = searchAll(small(passes))!
    expect(found.proven).toBe(true)
    expect(found.value).toBeCloseTo(all.value, 9)
  })
  it('keeps the seeding day and the restrictions', () => {
    const sown = simulatedSeason({
      wishes: {
        seeding: [{ zoneId: 'lawn', day: '2026-09-05' }],
        restrictions: [{ kind: 'active', name: 'prodiamine', mostLbPerAcre: 0, note: '' }],
      },
    })
    const found = optimiseProgramme(small(2, sown))!
    expect(found.programme.passes.every((p) => p.labelId !== 'prodiamine')).toBe(true)
    expect(judgeProgramme(sown, found.programme).faults).toEqual([])
  })
  it('says when it was broken off, with what is proven', () => {
    const found = optimiseProgramme({ ...small(2), most: 3 })!
    expect(found.proven).toBe(false)
    expect(found.bound).toBeLessThanOrEqual(found.escaped)
  })
  it('finds nothing where nothing may be used', () => {
    const none = simulatedSeason({ labels: [] })
    expect(optimiseProgramme(small(1, none))).toBeUndefined()
  })
})

describe('watering in and feeding', () => {
  it('is as much as every product asks for, by the earliest deadline, and in minutes of the sprinkler', () => {
    const plan = computeWatering(pass(10), '2026-03-10', season.context.labels, 12.7)!
    expect(plan).toMatchObject({ by: '2026-03-17', clash: false })
    expect(plan.leastMm).toBeCloseTo(12.7, 9)
    expect(plan.minutes!.value).toBeCloseTo(60, 9)
  })
  it('waits for a leaf product to dry, and says when both cannot be', () => {
    const leaf = testLabel('dithiopyr', 40, { dryHours: 24 })
    const slow = testLabel('dithiopyr', 40, {
      dryHours: 96,
      wateringIn: { leastIn: 0.25, mostIn: 0.5, withinDays: 2 },
    })
    const both = (label: typeof leaf) =>
      computeWatering(
        pass(10, { partner: { labelId: 'dithiopyr', rate: { value: 1, unit: 'oz/1000ft2' } } }),
        '2026-03-10',
        [season.context.labels[0]!, label],
      )!
    expect(both(leaf)).toMatchObject({ notBeforeHours: 24, clash: false })
    expect(both(slow).clash).toBe(true)
  })
  it('turns a bag’s analysis into pounds of product', () => {
    const fed = computeFertiliser({ nitrogenPercent: 25, nitrogenLbPer1000: 0.75 }, 6000)
    expect(fed.ok && [fed.value.rate.value, fed.value.product.value]).toEqual([3, 18])
    expect(computeFertiliser({ nitrogenPercent: 60, nitrogenLbPer1000: 0.75 }, 6000)).toMatchObject({
      ok: false,
    })
    expect(computeFertiliser({ nitrogenPercent: 25, nitrogenLbPer1000: 4 }, 6000)).toMatchObject({
      ok: false,
    })
  })
})

describe('a plan holds', () => {
  const holds = (takenOn: string, day: string, half: 'rising' | 'falling' = 'rising', south = false) =>
    planHolds({ half, takenAt: `${takenOn}T12:00:00Z` }, day, south ? 'southern' : 'northern')
  it('for the season it was taken in, or for the next where it was taken between two', () => {
    expect(holds('2026-02-20', '2026-05-20')).toBe(true)
    expect(holds('2026-02-20', '2026-07-10')).toBe(true)
    expect(holds('2026-02-20', '2027-02-20')).toBe(false)
    expect(holds('2026-09-01', '2027-03-20')).toBe(true)
    expect(holds('2026-02-20', '2026-10-20', 'falling')).toBe(true)
    expect(holds('2025-10-20', '2026-10-20', 'falling')).toBe(false)
    expect(holds('2026-08-20', '2026-10-20', 'rising', true)).toBe(true)
    expect(holds('2026-08-20', '2027-08-20', 'rising', true)).toBe(false)
  })
})
