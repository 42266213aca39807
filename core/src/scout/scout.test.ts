import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  areNear,
  checkSighting,
  computeClock,
  computeCover,
  computeHeadChance,
  computeKey,
  computePosterior,
  computePrior,
  computeSeparators,
  computeShare,
  computeVerdict,
  createKey,
  daysFromSpan,
  daysUntil,
  drillPlants,
  findByName,
  makeDrillCard,
  misreadingOf,
  parseScore,
  parseVerdictThresholds,
  spanLength,
  stagesOf,
  statesOf,
  type Character,
  type KeyContext,
  type Plant,
  type Sighting,
  type VerdictRequest,
} from './index.ts'

const characters: Character[] = [
  { code: 'kind', groups: ['grass', 'broadleaf'], part: 'plant', effort: 1, states: ['grass', 'broadleaf'] },
  {
    code: 'width',
    groups: ['grass'],
    part: 'leaf',
    effort: 1,
    ordered: true,
    states: ['thin', 'middle', 'thick'],
  },
  { code: 'ligule', groups: ['grass'], part: 'ligule', effort: 2, states: ['tall', 'short'] },
  { code: 'head', groups: ['grass'], part: 'head', effort: 1, needs: 'head', states: ['open', 'spike'] },
  { code: 'margin', groups: ['broadleaf'], part: 'leaf', effort: 1, states: ['smooth', 'toothed'] },
]
const plant = (code: string, more: Partial<Plant>): Plant => ({
  code,
  botanical: `Planta ${code}`,
  names: { US: [code] },
  group: 'grass',
  roles: ['weed'],
  cycle: 'winterAnnual',
  common: 2,
  belts: ['mild'],
  clock: { germinates: [9, 11], flowers: [3, 5], dies: [5, 6], seen: [9, 6] },
  where: ['wet'],
  reasons: ['thinTurf'],
  hand: ['pullWhole'],
  hazards: [],
  barrier: { stops: 'yes' },
  scores: {},
  lookalikes: [],
  ...more,
})
const tallOne = plant('tallOne', {
  scores: { kind: 'grass', width: 'thin', ligule: 'tall', head: 'open' },
  lookalikes: [{ of: 'shortOne', by: 'ligule' }],
})
const shortOne = plant('shortOne', {
  scores: { kind: 'grass', width: 'thin:3 middle', ligule: 'short', head: 'open' },
})
const spiked = plant('spiked', {
  cycle: 'summerAnnual',
  clock: { germinates: [4, 8], flowers: [7, 10], dies: [10, 11], seen: [4, 11] },
  emergence: { trend: 'rising', soilC: [12, 14], baseC: 12 },
  scores: { kind: 'grass', width: 'thick', ligule: '?', head: 'spike' },
})
const leafy = plant('leafy', {
  group: 'broadleaf',
  cycle: 'perennial',
  clock: { germinates: [3, 10], flowers: [5, 9], seen: [1, 12] },
  scores: { kind: 'broadleaf', margin: 'toothed' },
  reasons: ['lowNitrogen'],
  hand: ['noPull'],
  barrier: { stops: 'no', why: 'runners' },
})
const plants = [tallOne, shortOne, spiked, leafy]
const matrix = createKey(plants, characters)
const even = plants.map(() => 0.25)
const context: KeyContext = {
  day: '2026-02-28',
  hemisphere: 'northern',
  belt: 'mild',
  ask: 'weed',
  marks: [],
}

describe('scores', () => {
  it('are shares by state, unknown, or do not apply', () => {
    expect(parseScore('thin:3 middle', characters[1]!)).toEqual({ kind: 'states', shares: [0.75, 0.25, 0] })
    expect(parseScore('?', characters[1]!).kind).toBe('unknown')
    expect([parseScore('-', characters[1]!).kind, parseScore(undefined, characters[1]!).kind]).toEqual([
      'inapplicable',
      'inapplicable',
    ])
    for (const wrong of ['thin:0', 'huge', 'thin:x'])
      expect(() => parseScore(wrong, characters[1]!)).toThrow(RangeError)
    expect(statesOf('middle thick:2 thin', characters[1]!)).toEqual(['thick', 'middle', 'thin'])
  })
  it('are misread for their neighbours first', () => {
    expect(areNear(characters[1]!, 'thin', 'middle')).toBe(true)
    expect(areNear(characters[1]!, 'thin', 'thick')).toBe(false)
    const [first] = misreadingOf(characters[1]!, 0.08)
    expect(first).toEqual([0.92, expect.closeTo(0.06, 12), expect.closeTo(0.02, 12)])
  })
})

describe('the key', () => {
  it('multiplies what each answer is worth, by hand', () => {
    // tall: 0.91 for the first, 0.09 for the second, 1/2 where unknown, 0.09/2 where there is no ligule
    const weights = [0.91, 0.09, 0.5, 0.045]
    const sum = weights.reduce((a, b) => a + b, 0)
    computePosterior(matrix, even, { ligule: 'tall' }).forEach((p, i) =>
      expect(p).toBeCloseTo(weights[i]! / sum, 12),
    )
  })
  it('survives one wrong answer, and says which is the odd one', () => {
    const right = { kind: 'grass', width: 'thin', head: 'open', ligule: 'tall' }
    const result = computeKey(matrix, even, { ...right, kind: 'broadleaf' })
    expect(result.candidates[0]!.code).toBe('tallOne')
    expect(result.odd).toEqual({ character: 'kind', state: 'broadleaf', expected: ['grass'] })
    expect(computeKey(matrix, even, right).odd).toBeUndefined()
  })
  it('asks what tells most for its effort, never what was asked, and no head where there is none', () => {
    const asked = (answers: object, options = {}) =>
      computeKey(matrix, even, { ...answers }, options).questions.map((q) => q.character)
    expect(asked({})).not.toContain('margin')
    expect(asked({ kind: 'grass' })).not.toContain('kind')
    expect(asked({ kind: 'grass' })).toContain('head')
    expect(asked({ kind: 'grass' }, { withoutHead: true })).not.toContain('head')
    const worth = (chance: number) =>
      computeKey(matrix, even, {}, { headChance: plants.map(() => chance) }).questions.find(
        (q) => q.character === 'head',
      )?.worth ?? 0
    expect(worth(0.5)).toBeCloseTo(worth(1) / 2, 9)
  })
  it('says that nothing left decides, and whether a head would', () => {
    const twins = createKey(
      [
        plant('a', { scores: { kind: 'grass', width: 'thin', ligule: 'tall', head: 'open' } }),
        plant('b', { scores: { kind: 'grass', width: 'thin', ligule: 'tall', head: 'spike' } }),
      ],
      characters,
    )
    const seen = { kind: 'grass', width: 'thin', ligule: 'tall' }
    expect(computeKey(twins, [0.5, 0.5], seen, { withoutHead: true })).toMatchObject({
      verdict: 'cannotTell',
      headWouldTell: true,
    })
    expect(computeKey(twins, [0.5, 0.5], { ...seen, head: 'spike' }).candidates[0]!.code).toBe('b')
  })
  it('names what separates two plants, the almanac’s own character first', () => {
    expect(computeSeparators(matrix, 'tallOne', 'spiked').map((s) => s.character)).toEqual(['width', 'head'])
    expect(computeSeparators(matrix, 'tallOne', 'shortOne')).toEqual([
      { character: 'ligule', first: ['tall'], second: ['short'], answered: false, needsHead: false },
    ])
  })
  it('refuses an answer that is no state', () =>
    expect(() => computePosterior(matrix, even, { ligule: 'blue' })).toThrow(RangeError))
  it('keeps its shares a distribution whatever is answered', () => {
    const anyAnswers = fc.record(
      Object.fromEntries(characters.map((c) => [c.code, fc.option(fc.constantFrom(...c.states))])),
      { requiredKeys: [] },
    )
    fc.assert(
      fc.property(anyAnswers, (given) => {
        const answers = given as Record<string, string | null>
        const { candidates, questions } = computeKey(matrix, even, answers)
        expect(candidates.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9)
        for (const q of questions) expect(answers).not.toHaveProperty(q.character)
      }),
    )
  })
  it('opens a share down to each answer', () => {
    const answers = { kind: 'grass', ligule: 'tall', width: null }
    const figure = computeShare(matrix, context, answers, 'tallOne')
    const [candidate] = computeKey(matrix, computePrior(plants, context), answers).candidates
    expect(figure.value).toBeCloseTo(candidate!.share, 12)
    expect(figure.working.map((s) => s.subject)).toEqual([undefined, 'kind.grass', 'ligule.tall', undefined])
    expect(() => computeShare(matrix, context, answers, 'nobody')).toThrow(RangeError)
  })
})

describe('before anything is looked at', () => {
  const prior = (more: Partial<KeyContext>) =>
    Object.fromEntries(computePrior(plants, { ...context, ...more }).map((p, i) => [plants[i]!.code, p]))
  it('counts the season, either hemisphere', () => {
    expect(prior({})['tallOne']).toBeGreaterThan(5 * prior({})['spiked']!)
    const south = prior({ hemisphere: 'southern' })
    expect(south['spiked']).toBeGreaterThan(2 * south['tallOne']!)
  })
  it('counts the soil, the place, and the lawn’s own turf', () => {
    const may = { day: '2026-04-20' }
    expect(prior({ ...may, soilC: 6 })['spiked']).toBeLessThan(prior({ ...may, soilC: 15 })['spiked']!)
    const dry = plants.map((p) => (p.code === 'leafy' ? { ...p, where: ['edge' as const] } : p))
    const at = (marks: KeyContext['marks']) => computePrior(dry, { ...context, marks })[3]!
    expect(at(['edge'])).toBeGreaterThan(at(['wet']))
    expect(prior({ turf: 'leafy' })['leafy']).toBeGreaterThan(prior({})['leafy']!)
  })
  it('asks for turf among turf only', () => {
    const turfs = [{ ...tallOne, roles: ['turf' as const] }, shortOne]
    expect(computePrior(turfs, { ...context, ask: 'turf' })).toEqual([1, 0])
  })
  it('knows when a head is to be expected', () => {
    const at = (day: string) => computeHeadChance(plants, { ...context, day })
    expect(at('2026-04-15')[0]).toBeGreaterThan(at('2026-01-10')[0]!)
    expect(
      computeHeadChance([plant('m', { clock: { germinates: [1, 3], seen: [1, 12] } })], context),
    ).toEqual([0])
  })
})

describe('a plant’s year', () => {
  it('shifts by belt and half a year in the south', () => {
    const mild = computeClock(tallOne, { hemisphere: 'northern', belt: 'mild' })
    expect(mild.germinates).toEqual([244, 334])
    const cool = computeClock(tallOne, { hemisphere: 'northern', belt: 'cool' })
    expect(cool.germinates![0]).toBe(244 - 21)
    expect(cool.flowers![0]).toBe(60 + 21)
    const south = computeClock(tallOne, { hemisphere: 'southern', belt: 'mild' })
    expect(south.germinates![0]).toBe(244 + 182 - 365)
    expect(computeClock(leafy, { hemisphere: 'southern', belt: 'warm' }).seen).toEqual([1, 365])
  })
  it('counts days over the turn of the year', () => {
    expect([daysFromSpan(10, [350, 20]), daysFromSpan(30, [350, 20]), daysFromSpan(340, [350, 20])]).toEqual([
      0, 10, 10,
    ])
    expect([daysUntil(350, [10, 20]), daysUntil(10, [10, 20])]).toEqual([25, 0])
    expect([spanLength([350, 20]), spanLength([1, 365])]).toEqual([36, 365])
  })
})

describe('cover from a grid', () => {
  // Wilson 1927 score intervals at 95 %, worked out by hand from the formula.
  test.each([
    [9, 60, 0.15, 0.081, 0.2611],
    [0, 20, 0, 0, 0.1611],
    [20, 20, 1, 0.8389, 1],
    [50, 100, 0.5, 0.4038, 0.5962],
  ])('%d of %d', (hits, points, cover, low, high) => {
    const measured = computeCover(hits, points)
    if (!measured.ok) throw new Error('refused')
    expect(measured.value.cover.value).toBeCloseTo(cover, 4)
    expect(measured.value.low.value).toBeCloseTo(low, 3)
    expect(measured.value.high.value).toBeCloseTo(high, 3)
  })
  it('lies inside its interval, and the interval inside the ground', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (points, f) => {
          const measured = computeCover(Math.round(f * points), points)
          if (!measured.ok) throw new Error('refused')
          const { cover, low, high } = measured.value
          expect(
            0 <= low.value && low.value <= cover.value && cover.value <= high.value && high.value <= 1,
          ).toBe(true)
        },
      ),
    ))
  test.each([
    [1, 0, 'gridPointsNotBelievable'],
    [1, 1.5, 'gridPointsNotBelievable'],
    [1, 9999, 'gridPointsNotBelievable'],
    [6, 5, 'gridHitsNotBelievable'],
    [NaN, 5, 'gridHitsNotBelievable'],
  ])('refuses %d of %d', (hits, points, code) => {
    expect(computeCover(hits, points)).toMatchObject({ ok: false, refusals: [{ code }] })
  })
})

describe('a sighting', () => {
  const sound: Sighting = {
    foundOn: '2026-02-28',
    plant: 'tallOne',
    candidates: [],
    stage: 'tillers',
    leafCount: null,
    tillerCount: 3,
    amount: { kind: 'notCounted' },
    wantedShare: 0.9,
  }
  it('is kept when it can be', () => expect(checkSighting(sound, '2026-02-28')).toEqual([]))
  it('has tillers only where there are any', () => {
    expect(stagesOf('grass')).toContain('tillers')
    expect(stagesOf('broadleaf')).not.toContain('tillers')
  })
  it('names everything that cannot be', () => {
    const wrong = checkSighting(
      {
        ...sound,
        plant: null,
        foundOn: '2026-03-01',
        leafCount: 900,
        tillerCount: 0.5,
        wantedShare: -1,
        amount: { kind: 'count', count: 0 },
      },
      '2026-02-28',
    )
    expect(wrong.map((r) => r.field)).toEqual([
      'amount.count',
      'plant',
      'foundOn',
      'leafCount',
      'tillerCount',
      'wantedShare',
    ])
  })
})

describe('what a find means', () => {
  const ask = (more: Partial<VerdictRequest>) =>
    computeVerdict({
      hemisphere: 'northern',
      belt: 'mild',
      plant: tallOne,
      stage: 'leaves',
      amount: { kind: 'count', count: 12 },
      wantedShare: 0.9,
      turf: { code: 'tallFescue', season: 'cool' },
      day: '2026-02-28',
      ...more,
    })
  const best = (more: Partial<VerdictRequest>) => ask(more).acts[0]!
  const why = (more: Partial<VerdictRequest>, act: string) => ask(more).acts.find((a) => a.act === act)!

  it('pulls a few, treats spots, then the whole lawn', () => {
    expect(best({})).toMatchObject({ act: 'pull', because: 'comesOutWhole' })
    expect(best({ amount: { kind: 'count', count: 300 } })).toMatchObject({ act: 'spot' })
    expect(best({ amount: { kind: 'grid', hits: 30, points: 100 } })).toMatchObject({
      act: 'broadcast',
      threshold: 'spotUpTo',
    })
    expect(why({ amount: { kind: 'count', count: 300 } }, 'pull')).toMatchObject({
      rank: 0,
      because: 'tooManyToPull',
    })
  })
  it('leaves a winter annual in late spring, and marks the autumn', () => {
    const late = ask({
      day: '2026-04-20',
      stage: 'flowering',
      amount: { kind: 'grid', hits: 30, points: 100 },
    })
    expect(late.acts[0]).toMatchObject({
      act: 'wait',
      because: 'diesInSummer',
      params: { days: 11, weeks: 2 },
    })
    expect(late.mark).toEqual({ from: '2026-08-18', germinatesFrom: '2026-09-01' })
    expect(ask({ day: '2026-09-20' }).mark).toEqual({ from: '2026-09-20', germinatesFrom: '2026-09-01' })
    expect(ask({ plant: leafy }).mark).toBeUndefined()
  })
  it('knows what has died, and what is not up', () => {
    expect(best({ plant: spiked, foundOn: '2025-08-16' })).toMatchObject({ because: 'died' })
    expect(best({ foundOn: '2025-03-01', day: '2026-02-28' })).toMatchObject({ because: 'diedMayBeBack' })
    expect(best({ plant: { ...leafy, clock: { ...leafy.clock, seen: [4, 10] } } })).toMatchObject({
      because: 'notUp',
      params: { from: '2026-04-01' },
    })
  })
  it('does not pull what grows from every piece', () => {
    expect(why({ plant: leafy }, 'pull')).toMatchObject({ rank: 0, because: 'breaksAndResprouts' })
    expect(best({ plant: leafy, amount: { kind: 'grid', hits: 2, points: 100 } })).toMatchObject({
      act: 'mowAndFeed',
      because: 'thickTurfWins',
    })
  })
  it('never starts a lawn over that is mostly wanted grass, whatever the threshold', () => {
    for (const wantedShare of [0.5, 0.51, 0.75, 1])
      expect(why({ wantedShare, thresholds: { renovateBelow: 0.9 } }, 'renovate')).toMatchObject({
        rank: 0,
        because: 'mostlyWanted',
      })
    expect(best({ wantedShare: 0.2, amount: { kind: 'notCounted' } })).toMatchObject({ act: 'renovate' })
  })
  it('seeds in the turf’s season, and names the day otherwise', () => {
    const thin = { wantedShare: 0.6, amount: { kind: 'count', count: 300 } as const }
    expect(why({ ...thin, day: '2026-10-05' }, 'overseed')).toMatchObject({ because: 'seedNow', rank: 0.82 })
    expect(why(thin, 'overseed')).toMatchObject({ because: 'seedLater', params: { from: '2026-08-01' } })
    expect(why({ ...thin, turf: { code: 'zoysiagrass', season: 'warm' } }, 'overseed').params).toMatchObject({
      from: '2026-05-01',
    })
  })
  it('leaves the lawn’s own turf alone', () =>
    expect(ask({ turf: { code: 'tallOne', season: 'cool' } })).toMatchObject({
      ownTurf: true,
      acts: [{ because: 'ownTurf' }],
    }))
  it('holds a person’s thresholds inside their range', () => {
    expect(parseVerdictThresholds({ pullUpTo: 1, renovateBelow: 0.9, spotUpTo: NaN })).toMatchObject({
      pullUpTo: 5,
      renovateBelow: 0.5,
      spotUpTo: 0.1,
    })
    expect(best({ thresholds: { pullUpTo: 10 } })).toMatchObject({ act: 'spot' })
  })
})

describe('names and drill', () => {
  const couch = [
    plant('bermuda', { names: { US: ['bermudagrass'], AU: ['couch'] } }),
    plant('quack', {
      botanical: 'Elymus repens',
      names: { US: ['quackgrass'], GB: ['common couch', 'couch'] },
    }),
    plant('daisy', { names: { GB: ['cat’s-ear'] } }),
  ]
  it('finds every plant a name may mean, whole names first', () => {
    expect(findByName(couch, 'Couch').map((m) => [m.code, m.countries])).toEqual([
      ['bermuda', ['AU']],
      ['quack', ['GB']],
    ])
    expect(findByName(couch, 'elymus')[0]).toMatchObject({ code: 'quack' })
    expect(findByName(couch, 'Cats ears')[0]?.code).toBe('daisy')
    expect(findByName(couch, 'catsear')[0]?.code).toBe('daisy')
    expect(findByName(couch, 'c')).toEqual([])
  })
  it('asks a plate among its lookalikes, in an order of its own', () => {
    const card = makeDrillCard(plants, 'tallOne', () => 0.5)
    expect(new Set(card.choices)).toEqual(new Set(['tallOne', 'shortOne', 'spiked']))
    expect(makeDrillCard(plants, 'shortOne', () => 0.5).choices).toContain('tallOne')
    expect(drillPlants(plants).map((p) => p.code)).toEqual(['tallOne'])
    expect(() => makeDrillCard(plants, 'nobody', () => 0)).toThrow(RangeError)
  })
})
