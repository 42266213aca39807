import { describe, expect, it, test } from 'vitest'
import { chooseProducts, createActiveFinder, computeExpectation } from '@jardinero/core/shelf'
import { almanac } from './src/index.ts'
import { choiceOf, markOf, requestOf, tankOf, whyNot, type Situation, once } from './test/situation.ts'

const fescue = { turf: 'tallFescue', day: '2026-05-12' } satisfies Partial<Situation>
/** What goes into the tank: turf × weed × stage × date × heat, as extension guides answer it. */
describe('what clears it', () => {
  test.each<[string, Situation, string[]]>([
    [
      'dandelion in spring on fescue: one auxin alone, no blend',
      { ...fescue, weeds: [['dandelion']] },
      ['brackwell'],
    ],
    [
      'ground ivy with violets: triclopyr, since 2,4-D only suppresses ground ivy',
      { turf: 'kentuckyBluegrass', day: '2026-10-01', highF: 66, weeds: [['groundIvy'], ['wildViolet']] },
      ['kelmoor'],
    ],
    [
      'clover and dandelion together: one active that does both before two',
      {
        ...fescue,
        weeds: [
          ['whiteClover', 'leaves'],
          ['dandelion', 'leaves'],
        ],
        shelf: ['quarlock', 'brackwell', 'thessel'],
      },
      ['thessel'],
    ],
    [
      'old, they may be only fairly done by the one that does both: two that can be relied on',
      { ...fescue, weeds: [['whiteClover'], ['dandelion']], shelf: ['quarlock', 'brackwell', 'thessel'] },
      ['brackwell', 'quarlock'],
    ],
    [
      'nutsedge on fescue: a sedge active, nothing broadleaf',
      { ...fescue, day: '2026-06-10', weeds: [['yellowNutsedge', 'leaves']] },
      ['rushollow'],
    ],
    [
      'three weeds on the first of August: crabgrass gone to seed is out of reach until the middle of the month',
      {
        turf: 'tallFescue',
        day: '2026-08-01',
        highF: 82,
        weeds: [['yellowNutsedge'], ['smoothCrabgrass', 'seeding'], ['dandelion']],
        shelf: ['rushollow', 'quarlock', 'tressock', 'dorrick', 'voidmarsh', 'tarnfold'],
      },
      ['rushollow', 'tressock'],
    ],
    [
      'three weeds in late summer: a sedge active, a crabgrass active and the blend at hand, one tank',
      {
        turf: 'tallFescue',
        day: '2026-08-20',
        highF: 82,
        anyway: true,
        weeds: [['yellowNutsedge'], ['smoothCrabgrass', 'seeding'], ['dandelion']],
        shelf: ['rushollow', 'quarlock', 'tressock', 'dorrick', 'voidmarsh', 'tarnfold'],
      },
      ['quarlock', 'rushollow', 'tressock'],
    ],
    [
      'young crabgrass with two leaves: the one active on hand',
      { ...fescue, weeds: [['smoothCrabgrass', 'leaves']], shelf: ['quarlock', 'rushollow'] },
      ['quarlock'],
    ],
    [
      'crabgrass with four tillers in July: topramezone, not quinclorac',
      {
        turf: 'tallFescue',
        day: '2026-07-06',
        highF: 82,
        weeds: [['smoothCrabgrass', 'tillers', 4]],
        shelf: ['quarlock', 'aldrestow'],
      },
      ['aldrestow'],
    ],
    [
      'crabgrass gone to seed in August: quinclorac works again',
      {
        turf: 'tallFescue',
        day: '2026-08-20',
        highF: 84,
        anyway: true,
        weeds: [['largeCrabgrass', 'seeding']],
        shelf: ['quarlock'],
      },
      ['quarlock'],
    ],
    [
      'goosegrass young in ryegrass: topramezone, quinclorac does nothing',
      { turf: 'perennialRyegrass', day: '2026-06-10', highF: 80, weeds: [['goosegrass', 'leaves']] },
      ['aldrestow'],
    ],
    [
      'crabgrass in fine fescue by a grass active',
      {
        turf: 'fineFescue',
        day: '2026-06-10',
        highF: 80,
        weeds: [['smoothCrabgrass', 'leaves']],
        shelf: ['fallowby', 'crannock', 'dorrick'],
      },
      ['fallowby'],
    ],
    [
      'crabgrass in centipedegrass: sethoxydim, which centipedegrass alone of the warm turfs stands',
      {
        turf: 'centipedegrass',
        day: '2026-06-10',
        highF: 82,
        weeds: [['southernCrabgrass', 'tillers', 2]],
        shelf: ['sorrelby', 'quarlock', 'crannock', 'tarrowby'],
      },
      ['sorrelby'],
    ],
    [
      'dollarweed in St. Augustinegrass',
      {
        turf: 'stAugustinegrass',
        day: '2026-05-05',
        highF: 82,
        weeds: [['dollarweed']],
        shelf: ['dorrick', 'tressock', 'quarlock'],
      },
      ['dorrick'],
    ],
    [
      'sedges in St. Augustinegrass: halosulfuron, not sulfentrazone',
      {
        turf: 'stAugustinegrass',
        day: '2026-06-05',
        highF: 84,
        weeds: [['annualSedge', 'leaves']],
        shelf: ['cyrfell', 'rushollow'],
      },
      ['rushollow'],
    ],
    [
      'wild garlic in dormant bermudagrass in late winter',
      {
        turf: 'bermudagrass',
        state: 'dormant',
        day: '2026-02-20',
        highF: 62,
        weeds: [['wildGarlic', 'leaves']],
        shelf: ['dorrick', 'brackwell'],
      },
      ['dorrick'],
    ],
    [
      'virginia buttonweed in zoysiagrass: metsulfuron alone is only fair',
      {
        turf: 'zoysiagrass',
        day: '2026-06-01',
        highF: 84,
        weeds: [['virginiaButtonweed']],
        shelf: ['dorrick', 'tressock'],
      },
      [],
    ],
    [
      'clover in kikuyugrass: nothing that kikuyugrass stands and clover does not, but iron is only fair',
      { turf: 'kikuyugrass', day: '2026-05-01', weeds: [['whiteClover']] },
      [],
    ],
    [
      'plantain in kikuyugrass: 2,4-D is safe there',
      {
        turf: 'kikuyugrass',
        day: '2026-05-01',
        weeds: [['broadleafPlantain']],
        shelf: ['brackwell', 'kelmoor', 'quarlock'],
      },
      ['brackwell'],
    ],
    [
      'moss by iron where it is on the shelf is still culture first',
      { ...fescue, day: '2026-04-01', weeds: [['moss']], shelf: ['ferrowick'] },
      [],
    ],
    [
      'spurge and knotweed in one: the blend’s dicamba for the knotweed, which sulfentrazone may only do fairly',
      {
        turf: 'kentuckyBluegrass',
        day: '2026-06-15',
        highF: 80,
        weeds: [
          ['spottedSpurge', 'leaves'],
          ['prostrateKnotweed', 'leaves'],
        ],
        shelf: ['cyrfell', 'tressock'],
      },
      ['cyrfell', 'tressock'],
    ],
    [
      'roughstalk bluegrass in bentgrass: bispyribac, on golf turf in warmth',
      {
        turf: 'creepingBentgrass',
        day: '2026-06-20',
        highF: 78,
        weeds: [['roughstalkBluegrass', 'leaves']],
        more: { site: 'golf', licensed: true },
        shelf: ['polwyn', 'thornel'],
      },
      ['polwyn'],
    ],
    [
      'annual bluegrass in zoysiagrass on a golf course',
      {
        turf: 'zoysiagrass',
        day: '2026-11-20',
        highF: 62,
        weeds: [['annualBluegrass', 'leaves']],
        more: { site: 'golf', licensed: true },
        shelf: ['ilvane', 'quarlock'],
      },
      ['ilvane'],
    ],
    [
      'bermudagrass in tall fescue: only suppressed, so no tank',
      { ...fescue, day: '2026-07-20', highF: 82, weeds: [['bermudagrass']] },
      [],
    ],
    [
      'bermudagrass in fine fescue: one application of fluazifop only suppresses it',
      { turf: 'fineFescue', day: '2026-07-20', highF: 80, weeds: [['bermudagrass']] },
      [],
    ],
    [
      'annual bluegrass in fully dormant bermudagrass after a look at the crowns: glyphosate',
      {
        turf: 'bermudagrass',
        state: 'dormant',
        day: '2026-01-20',
        highF: 60,
        weeds: [['annualBluegrass', 'leaves']],
        anyway: true,
        check: { crown: { day: '2026-01-19', green: false } },
        shelf: ['voidmarsh', 'brackwell'],
      },
      ['voidmarsh'],
    ],
  ])('%s', (_, situation, tank) => expect(tankOf(choiceOf(situation))).toEqual(tank))
})

/** Why one label does not go: the first reason is the one that is right. */
describe('what stands against a label', () => {
  test.each<[string, Situation, string, string]>([
    ['a warm-season label on fescue', { ...fescue, weeds: [['henbit']] }, 'wenlow', 'activeKillsTurf'],
    [
      'metsulfuron is not for fescue by its label',
      { ...fescue, weeds: [['dandelion']] },
      'dorrick',
      'turfNotOnLabel',
    ],
    ['atrazine on fescue', { ...fescue, weeds: [['henbit']] }, 'sandrill', 'activeKillsTurf'],
    [
      'triclopyr on bermudagrass',
      { turf: 'bermudagrass', day: '2026-05-20', weeds: [['dandelion']] },
      'kelmoor',
      'activeInjuresTurf',
    ],
    [
      'quinclorac on St. Augustinegrass',
      { turf: 'stAugustinegrass', day: '2026-05-20', weeds: [['smoothCrabgrass', 'leaves']] },
      'quarlock',
      'activeKillsTurf',
    ],
    [
      'quinclorac on centipedegrass',
      { turf: 'centipedegrass', day: '2026-05-20', weeds: [['smoothCrabgrass', 'leaves']] },
      'quintrow',
      'activeKillsTurf',
    ],
    [
      'triclopyr on kikuyugrass',
      { turf: 'kikuyugrass', day: '2026-05-20', weeds: [['whiteClover']] },
      'kelmoor',
      'activeKillsTurf',
    ],
    [
      'fenoxaprop on bermudagrass',
      { turf: 'bermudagrass', day: '2026-05-20', weeds: [['smoothCrabgrass', 'leaves']] },
      'crannock',
      'activeKillsTurf',
    ],
    ['glyphosate on a growing lawn', { ...fescue, weeds: [['dandelion']] }, 'voidmarsh', 'nonSelectiveStop'],
    [
      'glyphosate on dormant St. Augustinegrass',
      {
        turf: 'stAugustinegrass',
        state: 'dormant',
        day: '2026-01-20',
        highF: 60,
        weeds: [['henbit', 'leaves']],
      },
      'voidmarsh',
      'nonSelectiveStop',
    ],
    [
      'glyphosate on dormant centipedegrass',
      {
        turf: 'centipedegrass',
        state: 'dormant',
        day: '2026-01-20',
        highF: 60,
        weeds: [['henbit', 'leaves']],
      },
      'voidmarsh',
      'nonSelectiveStop',
    ],
    [
      'glyphosate on dormant zoysiagrass, which is hurt',
      { turf: 'zoysiagrass', state: 'dormant', day: '2026-01-20', highF: 60, weeds: [['henbit', 'leaves']] },
      'voidmarsh',
      'nonSelectiveStop',
    ],
    [
      'dormant bermudagrass nobody looked at',
      { turf: 'bermudagrass', state: 'dormant', day: '2026-01-20', highF: 60, weeds: [['henbit', 'leaves']] },
      'voidmarsh',
      'crownNotChecked',
    ],
    [
      'dormant bermudagrass looked at too long ago',
      {
        turf: 'bermudagrass',
        state: 'dormant',
        day: '2026-01-20',
        highF: 60,
        weeds: [['henbit', 'leaves']],
        check: { crown: { day: '2026-01-10', green: false } },
      },
      'voidmarsh',
      'crownNotChecked',
    ],
    [
      'bermudagrass with green at the crown',
      {
        turf: 'bermudagrass',
        state: 'dormant',
        day: '2026-01-20',
        highF: 60,
        weeds: [['henbit', 'leaves']],
        check: { crown: { day: '2026-01-20', green: true } },
      },
      'voidmarsh',
      'crownGreen',
    ],
    [
      'a week’s heat closes an ester',
      { ...fescue, day: '2026-06-20', highF: 84, weeds: [['dandelion']] },
      'fernhold',
      'tooHotFor',
    ],
    [
      'heat closes the amine later',
      { ...fescue, day: '2026-07-20', highF: 92, weeds: [['dandelion']] },
      'brackwell',
      'tooHotFor',
    ],
    [
      'too cold for the amine',
      { ...fescue, day: '2026-02-20', highF: 44, weeds: [['dandelion']] },
      'brackwell',
      'tooColdFor',
    ],
    [
      'thirsty turf',
      { ...fescue, state: 'drought', day: '2026-07-20', weeds: [['dandelion']] },
      'brackwell',
      'turfInDrought',
    ],
    [
      'seedlings mowed once',
      { ...fescue, state: 'seeded', weeds: [['dandelion']], check: { mowings: 1 } },
      'brackwell',
      'tooFewMowings',
    ],
    [
      'seedlings and an active that never goes on them',
      { turf: 'bermudagrass', state: 'seeded', day: '2026-06-20', weeds: [['virginiaButtonweed']] },
      'dorrick',
      'notOnSeedlings',
    ],
    [
      'sod laid two weeks ago',
      { ...fescue, state: 'seeded', weeds: [['dandelion']], check: { madeBy: 'sod', laidOn: '2026-05-01' } },
      'brackwell',
      'tooFewWeeks',
    ],
    [
      'seed follows in ten days',
      { ...fescue, day: '2026-08-26', weeds: [['dandelion']], seedingDay: '2026-09-05' },
      'tressock',
      'seedingTooSoon',
    ],
    [
      'the year’s maximum is used',
      {
        ...fescue,
        day: '2026-09-20',
        weeds: [['dandelion']],
        passes: [
          ...once('2,4-D dimethylammonium', 'ae', 1.4),
          ...once('2,4-D dimethylammonium', 'ae', 1.4, '2026-07-01'),
        ],
      },
      'brackwell',
      'overAnnualMaximum',
    ],
    [
      'the last pass is two weeks ago',
      { ...fescue, weeds: [['dandelion']], passes: once('2,4-D dimethylammonium', 'ae', 0.8) },
      'brackwell',
      'tooSoonAgain',
    ],
    [
      'a restricted product in a homeowner’s hand',
      { turf: 'bermudagrass', day: '2026-11-20', highF: 60, weeds: [['annualBluegrass', 'leaves']] },
      'kerrowby',
      'needsLicence',
    ],
    [
      'a golf-course product on a home lawn',
      { ...fescue, weeds: [['whiteClover']] },
      'clovask',
      'notForSite',
    ],
    [
      'MSMA on a home lawn in the US',
      {
        turf: 'bermudagrass',
        day: '2026-06-20',
        highF: 84,
        weeds: [['dallisgrass']],
        more: { licensed: true },
      },
      'tarrowby',
      'notForSite',
    ],
    [
      'a county that forbids it',
      {
        turf: 'stAugustinegrass',
        day: '2026-04-20',
        weeds: [['henbit']],
        more: { places: ['US', 'Orlsby County'] },
      },
      'sandrill',
      'notInPlace',
    ],
    [
      'an ester beside vegetable beds',
      { ...fescue, day: '2026-04-20', highF: 66, weeds: [['dandelion']], more: { nearVegetables: true } },
      'fernhold',
      'vapourNearBeds',
    ],
    [
      'dicamba over tree roots',
      { ...fescue, weeds: [['prostrateKnotweed']], more: { trees: 'over' } },
      'tressock',
      'treeRootsUnder',
    ],
    [
      'a pure barrier against plants that are up',
      { ...fescue, weeds: [['smoothCrabgrass', 'leaves']] },
      'tarnfold',
      'onlyBarrier',
    ],
    ['a surfactant', { ...fescue, weeds: [['dandelion']] }, 'wetholm', 'notAHerbicide'],
  ])('%s', (_, situation, label, code) => expect(whyNot(choiceOf(situation), label)).toContain(code))

  it('says how long until the weather opens, and offers that tank', () => {
    const choice = choiceOf({
      ...fescue,
      day: '2026-06-20',
      highF: [91, 92, 90, 83, 78, 77, 79],
      weeds: [['dandelion']],
      shelf: ['brackwell'],
    })
    expect(choice.tank).toBeUndefined()
    expect(choice.later?.day).toBe('2026-06-23')
    expect(choice.answers[0]).toMatchObject({ way: 'wait', worst: { because: 'waitForWeather' } })
  })
})

describe('control and what is not control', () => {
  it('suppression is never taken for control', () => {
    const choice = choiceOf({ ...fescue, weeds: [['groundIvy']], shelf: ['brackwell'] })
    expect(markOf(choice, 'brackwell', 'groundIvy').mark).toBe('suppresses')
    expect(choice.uncovered).toMatchObject([{ plant: 'groundIvy', best: { product: { id: 'brackwell' } } }])
  })
  it('crabgrass of which nobody counted the tillers is judged by the worse', () => {
    const uncounted = choiceOf({ ...fescue, weeds: [['smoothCrabgrass', 'tillers']], shelf: ['thessel'] })
    const counted = choiceOf({ ...fescue, weeds: [['smoothCrabgrass', 'tillers', 1]], shelf: ['thessel'] })
    expect(markOf(uncounted, 'thessel', 'smoothCrabgrass').mark).toBe('weak')
    expect(markOf(counted, 'thessel', 'smoothCrabgrass').mark).toBe('controls')
  })
  it('in midsummer quinclorac is only fair, and the reason says when it works', () => {
    const choice = choiceOf({
      turf: 'tallFescue',
      day: '2026-07-06',
      weeds: [['smoothCrabgrass', 'tillers', 4]],
      shelf: ['quarlock'],
    })
    expect(markOf(choice, 'quarlock', 'smoothCrabgrass').why).toMatchObject([
      { code: 'worksAgain', params: { plant: 'smoothCrabgrass', from: '2026-08-15' } },
    ])
  })
  describe('old crabgrass', () => {
    const on = (day: string, weeds: Situation['weeds'], hemisphere: 'northern' | 'southern' = 'northern') =>
      choiceOf({ turf: 'tallFescue', day, weeds, shelf: ['quarlock'], hemisphere, anyway: true })
    it.each([
      ['2026-07-25', 'mature', '2026-08-15'],
      ['2026-08-14', 'flowering', '2026-08-15'],
      ['2026-08-15', 'mature', undefined],
      ['2026-10-01', 'seeding', undefined],
    ] as const)('on %s that is %s works again from %s', (day, stage, from) => {
      const { tank, judged } = on(day, [['smoothCrabgrass', stage]])
      expect(tank?.products.length ?? 0).toBe(from ? 0 : 1)
      const said = judged[0]!.refusals.map(({ code, params, remedy }) => [
        code,
        params['from'],
        remedy?.params?.['day'],
      ])
      expect(said).toEqual(from ? [['worksAgain', from, from]] : [])
      const { uncovered, answers } = on(day, [['smoothCrabgrass', stage]])
      expect(uncovered.map((u) => u.again?.day)).toEqual(from ? [from] : [])
      if (from) expect(answers[0]).toMatchObject({ way: 'wait', bestFor: ['smoothCrabgrass'] })
      if (day === '2026-07-25')
        expect(answers[0]!.worst).toMatchObject({ because: 'opensAgain', params: { day: from } })
    })
    it('has its summer half a year on in the south', () => {
      const { judged } = on('2027-01-25', [['smoothCrabgrass', 'mature']], 'southern')
      expect(judged[0]!.refusals).toMatchObject([{ code: 'worksAgain', params: { from: '2027-02-13' } }])
      expect(on('2027-02-20', [['smoothCrabgrass', 'mature']], 'southern').tank).toBeDefined()
    })
    it('is told weed by weed: a clover beside it is reached at once', () => {
      const { judged } = on('2026-07-25', [
        ['smoothCrabgrass', 'mature'],
        ['whiteClover', 'mature'],
      ])
      expect(judged[0]!.refusals).toEqual([])
      expect(judged[0]!.cautions).toContainEqual({
        code: 'worksAgain',
        params: { plant: 'smoothCrabgrass', active: 'quinclorac', from: '2026-08-15' },
      })
      expect(judged[0]!.marks.get('smoothCrabgrass')!.mark).toBe('weak')
      expect(judged[0]!.marks.get('whiteClover')!.mark).toBe('controls')
    })
    it('is no word: another weed that is old is judged by its own line', () => {
      const { judged } = on('2026-07-25', [['barnyardgrass', 'mature']])
      expect(judged[0]!.refusals.map((r) => r.code)).not.toContain('worksAgain')
    })
  })
  it('a label that does not list the weed is not used for it, whatever its active does', () => {
    const tank = choiceOf({ ...fescue, weeds: [['moss']], shelf: ['scorpeth'], anyway: true })
    expect(markOf(tank, 'scorpeth', 'goosegrass')).toBeUndefined()
    const rules = structuredClone(almanac.sampleLabels.find((l) => l.code === 'brackwell')!.rules)
    rules.weeds = { controls: ['catsear'], suppresses: [] }
    const request = choiceOf({ ...fescue, weeds: [['dandelion']], shelf: ['brackwell'] })
    expect(request.tank).toBeDefined()
    const before = almanac.sampleLabels.find((l) => l.code === 'brackwell')!
    const kept = before.rules
    before.rules = rules
    try {
      expect(
        markOf(
          choiceOf({ ...fescue, weeds: [['dandelion']], shelf: ['brackwell'] }),
          'brackwell',
          'dandelion',
        ).why[0]?.code,
      ).toBe('weedNotListed')
    } finally {
      before.rules = kept
    }
  })
  it('names a feed with too little of a barrier in it', () => {
    const { judged } = choiceOf({ ...fescue, weeds: [['dandelion']], shelf: ['greenhollow', 'oakstow'] })
    const partial = (i: number) => judged[i]!.cautions.some((c) => c.code === 'partialRate')
    expect([partial(0), partial(1)]).toEqual([true, false])
  })
})

describe('what needs no spray', () => {
  test.each<[string, Situation, string, string]>([
    ['henbit in May dies by itself', { ...fescue, weeds: [['henbit', 'seeding']] }, 'henbit', 'wait'],
    [
      'annual bluegrass in late spring',
      { ...fescue, weeds: [['annualBluegrass', 'seeding']] },
      'annualBluegrass',
      'wait',
    ],
    [
      'crabgrass before the frost',
      { ...fescue, day: '2026-09-15', weeds: [['smoothCrabgrass', 'seeding']] },
      'smoothCrabgrass',
      'wait',
    ],
    [
      'fourteen clovers are pulled',
      { ...fescue, weeds: [['whiteClover']], amount: { kind: 'count', count: 14 } },
      'whiteClover',
      'pull',
    ],
    [
      'ten dandelions are dug',
      { ...fescue, weeds: [['dandelion']], amount: { kind: 'count', count: 10 } },
      'dandelion',
      'pull',
    ],
    ['moss is culture', { ...fescue, weeds: [['moss']] }, 'moss', 'mowAndFeed'],
    ['the turf itself', { ...fescue, weeds: [['tallFescue']] }, 'tallFescue', 'wait'],
  ])('%s', (_, situation, plant, act) => {
    const choice = choiceOf(situation)
    expect(choice.tank).toBeUndefined()
    expect(choice.gentler).toMatchObject([{ plant, act: { act } }])
    expect(choice.answers[0]?.way).toBe(act)
  })
  it('is sprayed all the same where it is asked for', () => {
    const choice = choiceOf({
      ...fescue,
      weeds: [['dandelion']],
      amount: { kind: 'count', count: 10 },
      anyway: true,
    })
    expect(tankOf(choice)).toEqual(['brackwell'])
    // Beside it the hand still stands, ranked first.
    expect(choice.answers[0]).toMatchObject({ way: 'pull', bestFor: ['dandelion'] })
  })
  it('always ranks waiting and hand work beside the spray', () => {
    for (const weeds of [[['dandelion']], [['yellowNutsedge'], ['henbit']]] as Situation['weeds'][])
      expect(choiceOf({ ...fescue, weeds }).answers.map((a) => a.way)).toEqual(
        expect.arrayContaining(['wait', 'pull', 'mowAndFeed', 'spray']),
      )
  })
})

describe('between tanks', () => {
  it('takes another group where one has gone down before', () => {
    const shelf = ['rushollow', 'cyrfell']
    const weeds: Situation['weeds'] = [['yellowNutsedge', 'leaves']]
    const plain = { turf: 'bermudagrass', day: '2026-06-20', highF: 82, weeds, shelf }
    const after = (active: string, lb: number) =>
      tankOf(choiceOf({ ...plain, passes: once(active, 'ai', lb) }))
    expect(after('sulfentrazone', 0.125)).toEqual(['rushollow'])
    expect(after('halosulfuron-methyl', 0.03)).toEqual(['cyrfell'])
  })
  it('does not put a grass active into one tank with the auxins its label forbids', () => {
    const choice = choiceOf({
      turf: 'perennialRyegrass',
      day: '2026-06-05',
      highF: 80,
      weeds: [['smoothCrabgrass', 'tillers', 2], ['dandelion']],
      shelf: ['crannock', 'brackwell'],
    })
    expect(choice.tank).toBeUndefined()
    // Days apart, each in a tank of its own, they may.
    expect(choice.split?.map((t) => [t.actives, [...t.by.keys()]])).toEqual([
      [['fenoxaprop-P-ethyl'], ['smoothCrabgrass']],
      [['2,4-D dimethylammonium'], ['dandelion']],
    ])
    expect(choice.uncovered).toEqual([])
  })
  it('warns of the other grass of the yard', () => {
    const choice = choiceOf({
      ...fescue,
      weeds: [['wildViolet']],
      shelf: ['kelmoor'],
      neighbours: [{ name: 'Side strip', turf: 'zoysiagrass', state: 'growing' }],
    })
    expect(choice.tank?.products[0]?.cautions).toContainEqual({
      code: 'hurtsNeighbour',
      params: { active: 'triclopyr triethylammonium', zone: 'Side strip', turf: 'zoysiagrass' },
    })
  })
  it('on cool and warm turf together takes only what both stand', () => {
    const one = choiceOf({ ...fescue, weeds: [['yellowNutsedge', 'leaves']], shelf: ['wenlow', 'rushollow'] })
    expect(tankOf(one)).toEqual(['rushollow'])
  })
})

describe('shelf first', () => {
  const weeds: Situation['weeds'] = [['dandelion'], ['yellowNutsedge', 'leaves']]
  const withSources = (sources: Record<string, 'owned' | 'copied' | 'sample'>) => {
    const request = requestOf({ ...fescue, weeds, shelf: Object.keys(sources) })
    return chooseProducts({
      ...request,
      products: request.products.map((p) => ({ ...p, source: sources[p.id]! })),
    })
  }
  it('takes the blend that is there before the single active that has to be bought, and says the smaller set', () => {
    const choice = withSources({ tressock: 'owned', rushollow: 'owned', brackwell: 'sample' })
    expect(tankOf(choice)).toEqual(['rushollow', 'tressock'])
    expect(choice.toBuy?.products.map((p) => p.product.id).sort()).toEqual(['brackwell', 'rushollow'])
    expect(choice.tank?.cents).toBe(0)
  })
  it('buys only what is missing, in the cheapest packages that hold enough', () => {
    const choice = withSources({ rushollow: 'owned', brackwell: 'copied', tressock: 'sample' })
    expect(tankOf(choice)).toEqual(['brackwell', 'rushollow'])
    expect(choice.tank?.cents).toBe(1400)
  })
  it('waits some days for what is at hand before it sends anyone shopping', () => {
    const request = requestOf({
      ...fescue,
      weeds: [['dandelion']],
      highF: [44, 46, 56, 60, 60, 60, 60],
      shelf: ['brackwell', 'fernhold'],
    })
    const choice = chooseProducts({
      ...request,
      products: request.products.map((p) => ({ ...p, source: p.id === 'brackwell' ? 'owned' : 'sample' })),
    })
    expect(choice.tank).toBeUndefined()
    expect(choice.later).toMatchObject({ day: '2026-05-14', tank: { actives: ['2,4-D dimethylammonium'] } })
    expect(choice.toBuy?.actives).toEqual(['2,4-D-2-ethylhexyl'])
  })
})

describe('what to expect', () => {
  const activeOf = createActiveFinder(almanac.actives)
  const label = (code: string) => almanac.sampleLabels.find((l) => l.code === code)!.rules
  it('judges a sulfonylurea after three weeks, and shows first signs after eight days', () => {
    const rules = label('rushollow')
    expect(computeExpectation(rules, rules.uses[0], { day: '2026-06-01', activeOf, made: 1 })).toEqual({
      label: 'Rushollow 62 WG',
      signs: [{ active: 'halosulfuron-methyl', kind: 'yellowing', from: '2026-06-09' }],
      judgeFrom: '2026-06-22',
      judgeTo: '2026-07-06',
      repeatFrom: '2026-07-13',
      perYear: 2,
      passesLeft: 0,
    })
  })
  it('judges a blend by its slowest active', () => {
    const rules = label('quadrish')
    const expected = computeExpectation(rules, rules.uses[0], { day: '2026-06-01', activeOf })!
    expect(expected.signs[0]).toMatchObject({ kind: 'twisting', from: '2026-06-02' })
    expect(expected.judgeFrom).toBe('2026-06-15')
  })
})

describe('turf that only just stands an active', () => {
  const dandelion = { day: '2026-05-12', highF: 78, weeds: [['dandelion']] } satisfies Partial<Situation>
  it('is spared it where another set does it, and gets the lower rate of its lines where none does', () => {
    expect(tankOf(choiceOf({ ...dandelion, turf: 'stAugustinegrass' }))).toEqual(['dorrick'])
    const { tank } = choiceOf({ ...dandelion, turf: 'centipedegrass' })
    const [product] = tank!.products
    expect(product!.cautions.map((c) => c.code)).toContain('turfCaution')
    expect(tank!.rates.get(product!.product.id)!.value).toBe([...product!.uses.values()][0]!.rate.min)
  })
  it('is not sown against a sedge, which comes through any turf', () => {
    const { answers } = choiceOf({ turf: 'tallFescue', day: '2026-09-05', weeds: [['yellowNutsedge']] })
    expect(answers.find((a) => a.way === 'overseed')).toMatchObject({
      rank: 0,
      worst: { because: 'comesThrough' },
    })
  })
})
