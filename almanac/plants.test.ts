import { describe, expect, it } from 'vitest'
import {
  acts,
  computeKey,
  computePrior,
  computeSeparators,
  createKey,
  findByName,
  misreadingOf,
  parseScore,
  plantStages,
  separates,
  verdictThresholds,
  type Plant,
} from '@jardinero/core/scout'
import { loadCatalogue, loadPlantWords } from '@jardinero/words'
import { seededRandom } from '@jardinero/core/quantity'
import { runKey } from '../bench/keyTrial.ts'
import fieldPlants from './fieldPlants.json' with { type: 'json' }
import alsoNamed from './data/alsoNamed.json' with { type: 'json' }
import { almanac, plantAlmanac } from './src/index.ts'

const { plants, characters } = plantAlmanac
const plantOf = (code: string) => plants.find((p) => p.code === code)!
const characterOf = (code: string) => characters.find((c) => c.code === code)!
const weeds = plants.filter((p) => p.roles.includes('weed'))
const matrix = createKey(plants, characters)
const even = plants.map(() => 1 / plants.length)
const log2 = Math.log2(plants.length)

const months = ([from, to]: [number, number]) =>
  Array.from({ length: ((to - from + 12) % 12) + 1 }, (_, i) => ((from - 1 + i) % 12) + 1)

describe('the plants', () => {
  it('are the sixteen turfs and a hundred weeds or more, each code and name once', () => {
    expect(
      plants
        .filter((p) => p.roles.includes('turf'))
        .map((p) => p.code)
        .sort(),
    ).toEqual(almanac.turf.map((t) => t.code).sort())
    expect(weeds.length).toBeGreaterThanOrEqual(100)
    const usName = plants.flatMap((p) => p.names['US'] ?? [])
    expect(usName.filter((n, i) => usName.indexOf(n) !== i)).toEqual([])
  })
  it('are scored for every character of their group, and for no other', () => {
    for (const plant of plants)
      for (const character of characters) {
        const score = plant.scores[character.code]
        const where = `${plant.code}.${character.code}`
        if (!character.groups.includes(plant.group)) expect(score, where).toBeUndefined()
        else {
          expect(score, where).toBeDefined()
          expect(() => parseScore(score, character), where).not.toThrow()
        }
      }
  })
  it('have lookalikes that are known, and a character that tells each apart', () => {
    const faults = plants.flatMap((plant) =>
      plant.lookalikes
        .filter(({ of, by }) => {
          const other = plants.find((p) => p.code === of)
          const character = characters.find((c) => c.code === by)
          return !other || !character || !separates(character, plant.scores[by], other.scores[by])
        })
        .map(({ of, by }) => `${plant.code} ${of} ${by}`),
    )
    expect(faults).toEqual([])
  })
  it('live in months that fit their life cycle', () => {
    for (const { code, cycle, clock, emergence } of plants) {
      const seen = months(clock.seen)
      for (const phase of ['flowers', 'dies'] as const)
        if (clock[phase])
          expect(
            months(clock[phase]).filter((m) => !seen.includes(m)).length,
            `${code} ${phase}`,
          ).toBeLessThanOrEqual(1)
      const [germinates] = clock.germinates
      expect(Boolean(clock.dies), code).toBe(cycle !== 'perennial')
      if (cycle === 'summerAnnual') {
        expect(germinates, code).toBeGreaterThanOrEqual(2)
        expect(germinates, code).toBeLessThanOrEqual(6)
        expect(clock.dies![0], code).toBeGreaterThanOrEqual(9)
        expect(emergence?.trend, code).not.toBe('falling')
      }
      if (cycle === 'winterAnnual') {
        expect(germinates, code).toBeGreaterThanOrEqual(8)
        expect(clock.dies![1], code).toBeLessThanOrEqual(8)
        expect(emergence?.trend, code).not.toBe('rising')
      }
      if (emergence) {
        expect(emergence.soilC[0], code).toBeLessThan(emergence.soilC[1])
        expect(emergence.baseC, code).toBeLessThanOrEqual(emergence.soilC[0])
      }
    }
  })
  it('stand to each other in the soil as the field says', () => {
    const opens = (code: string) => plantOf(code).emergence!.soilC[0]
    const order = ['prostrateKnotweed', 'smoothCrabgrass', 'goosegrass', 'doveweed', 'chamberbitter'].map(
      opens,
    )
    expect(order).toEqual(order.toSorted((a, b) => a - b))
    expect(opens('smoothCrabgrass')).toBeGreaterThanOrEqual(12)
  })
  it('say which plant a name of two countries means', () => {
    const called = (name: string) =>
      plants
        .filter((p) =>
          Object.values(p.names)
            .flat()
            .some((n) => n.toLowerCase().startsWith(name)),
        )
        .map((p) => p.code)
    expect(called('couch').sort()).toEqual(['bermudagrass', 'quackgrass'])
    expect(called('capeweed').sort()).toEqual(['capeweed', 'matchweed'])
    expect(called('fireweed').sort()).toEqual(['americanBurnweed', 'madagascarRagwort'])
  })
})

describe('the characters', () => {
  it('are forty or more, with neighbours that exist and chances that sum to one', () => {
    expect(characters.length).toBeGreaterThanOrEqual(40)
    for (const c of characters) {
      for (const state of (c.near ?? []).flat()) expect(c.states, c.code).toContain(state)
      for (const row of misreadingOf(c)) expect(row.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12)
      for (const [other, state] of Object.entries(c.only ?? {}))
        expect(characterOf(other).states).toContain(state)
    }
  })
  it('each show every state on some plant', () => {
    const unused = characters.flatMap((c) =>
      c.states
        .filter(
          (state) => !plants.some((p) => p.scores[c.code]?.split(' ').some((w) => w.split(':')[0] === state)),
        )
        .map((state) => `${c.code}.${state}`),
    )
    expect(unused).toEqual([])
  })
})

describe('the key on plants without error', () => {
  for (const withoutHead of [false, true])
    it(`puts every plant first, or in a named tie${withoutHead ? ', without a seed head' : ''}`, () => {
      const options = { misread: 0, withoutHead, most: 60, random: seededRandom(1), usualState: true }
      const results = plants.map((p) => ({ code: p.code, ...runKey(matrix, even, p.code, options) }))
      for (const { code, tiedWith } of results) {
        expect(tiedWith, code).toContain(code)
        for (const other of tiedWith.filter((c) => c !== code))
          expect(computeSeparators(matrix, code, other).length, `${code} ${other}`).toBeGreaterThan(0)
      }
      const mean = results.reduce((sum, r) => sum + r.questions, 0) / results.length
      expect(mean).toBeLessThanOrEqual(1.3 * log2)
    })
})

describe('the key on plants with one answer in ten misread', () => {
  it.each([
    [false, 0.95],
    [true, 0.92],
  ])('has the plant among the first three, without a head: %s', (withoutHead, least) => {
    const random = seededRandom(11)
    const options = { misread: 0.1, withoutHead, most: Math.floor(2.2 * log2), random }
    const results = Array.from({ length: 6 }).flatMap(() =>
      plants.map((p) => runKey(matrix, even, p.code, options)),
    )
    const inThree = results.filter((r) => r.rank <= 3).length / results.length
    expect(inThree).toBeGreaterThanOrEqual(least)
    expect(Math.max(...results.map((r) => r.questions))).toBeLessThanOrEqual(2.2 * log2)
  })
})

describe('plants described in the field, not from the matrix', () => {
  it('come among the first three, most of them first', () => {
    const ranks = fieldPlants.map(({ plant, month, answers }) => {
      const prior = computePrior(plants, {
        day: `2026-${String(month).padStart(2, '0')}-15`,
        hemisphere: 'northern',
        belt: plantOf(plant).belts.includes('mild') ? 'mild' : plantOf(plant).belts[0]!,
        ask: 'weed',
        marks: [],
      })
      const { candidates } = computeKey(matrix, prior, answers as unknown as Record<string, string>)
      return { plant, rank: candidates.findIndex((c) => c.code === plant) + 1 }
    })
    expect(ranks.length).toBeGreaterThanOrEqual(24)
    expect(ranks.filter((r) => r.rank > 3)).toEqual([])
    expect(ranks.filter((r) => r.rank === 1).length / ranks.length).toBeGreaterThanOrEqual(0.85)
  })
})

describe('the matrix refuses', () => {
  it('a state that a character lacks', () => {
    const wrong: Plant = {
      ...plantOf('henbit'),
      scores: { ...plantOf('henbit').scores, petiole: 'sideways' },
    }
    expect(() => createKey([wrong], characters)).toThrow('sideways')
  })
})

describe('words', () => {
  it('stand for every plant, character, state, reason and act', async () => {
    const words = await loadPlantWords('en')
    const keys = [
      ...characters.flatMap((c) => [
        `trait.${c.code}`,
        `ask.${c.code}`,
        `look.${c.code}`,
        ...c.states.map((s) => `state.${c.code}.${s}`),
      ]),
      ...plants.flatMap((p) => [
        `plant.${p.code}`,
        `cycle.${p.cycle}`,
        ...p.reasons.flatMap((r) => [`reason.${r}`, `culture.${r}`]),
        ...p.hand.map((h) => `hand.${h}`),
        ...p.hazards.map((h) => `hazard.${h}`),
        `barrierStops.${p.barrier.stops}`,
        ...(p.barrier.why ? [`barrierWhy.${p.barrier.why}`] : []),
      ]),
      ...acts.map((a) => `act.${a}`),
      ...plantStages.map((s) => `stage.${s}`),
      ...Object.keys(verdictThresholds).flatMap((t) => [`threshold.${t}`, `threshold.${t}.says`]),
    ]
    expect(keys.filter((k) => !words[k])).toEqual([])
    const spoken = new Set(Object.keys(words))
    const sources = plants.flatMap((p) => p.emergence?.source ?? [])
    const station = await loadCatalogue('en')
    expect(sources.filter((s) => !station[`scout.source.${s}`])).toEqual([])
    expect(
      [...spoken].filter((k) => /^(reason|hand|hazard|barrierWhy)\./.test(k) && !keys.includes(k)),
    ).toEqual([])
  })
})

describe('a name as people write it', () => {
  const named = plantAlmanac.plants
  it.each([
    ['wintergrass', 'annualBluegrass'],
    ['Winter Grass', 'annualBluegrass'],
    ['quack grass', 'quackgrass'],
    ['QUACK-GRASS', 'quackgrass'],
    ['twitch', 'quackgrass'],
    ['Agropyron repens', 'quackgrass'],
    ['buffalo', 'stAugustinegrass'],
    ['buffalo', 'buffalograss'],
    ['couch', 'bermudagrass'],
    ['couch', 'quackgrass'],
    ['crab grasses', 'smoothCrabgrass'],
    ['cats ear', 'catsear'],
    ['dandelions', 'dandelion'],
    ['bindii', 'lawnBurweed'],
    ['Festuca arundinacea', 'tallFescue'],
    ['Saint Augustine', 'stAugustinegrass'],
    ['oxalis', 'creepingWoodsorrel'],
  ])('%s finds %s', (typed, code) => expect(findByName(named, typed).map((m) => m.code)).toContain(code))
  it('puts a whole name before a part of one', () =>
    expect(findByName(named, 'twitch')[0]?.code).toBe('quackgrass'))
  it('names only plants there are', () =>
    expect(named.filter((p) => p.also).length).toBe(Object.keys(alsoNamed).length))
})
